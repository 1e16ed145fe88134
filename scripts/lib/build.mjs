import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { filesBelow, fingerprint, ROOT, STATE } from './files.mjs';
import { must, say } from './run.mjs';

const INPUTS = ['src', 'public', 'next.config.ts', 'postcss.config.mjs', 'tsconfig.json', 'package-lock.json'];

/** Makes the production build, or keeps the one there is when no source has changed since. */
export async function build() {
  const sources = filesBelow(...INPUTS).filter((file) => !/\.test\.tsx?$/.test(file));
  const now = fingerprint(sources);
  const mark = path.join(STATE, 'build');
  if (existsSync(path.join(ROOT, '.next/BUILD_ID')) && existsSync(mark) && readFileSync(mark, 'utf8') === now)
    return false;
  say('Building (once, or after a source changed) …');
  await must(process.execPath, ['node_modules/next/dist/bin/next', 'build'], 'The build failed', {
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
  });
  mkdirSync(STATE, { recursive: true });
  writeFileSync(mark, now);
  return true;
}
