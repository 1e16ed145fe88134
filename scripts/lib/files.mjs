import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '../..');
export const STATE = path.join(ROOT, '.ironstone');

/** Every file at or below the given paths (relative to the root), sorted. */
export function filesBelow(...places) {
  const found = [];
  const walk = (file) => {
    if (!existsSync(file)) return;
    if (statSync(file).isDirectory()) readdirSync(file).forEach((name) => walk(path.join(file, name)));
    else found.push(file);
  };
  places.forEach((place) => walk(path.join(ROOT, place)));
  return found.sort();
}

/** A fingerprint of files: their names and contents. */
export function fingerprint(files) {
  const hash = createHash('sha256');
  for (const file of files) hash.update(path.relative(ROOT, file)).update('\0').update(readFileSync(file)).update('\0');
  return hash.digest('hex');
}
