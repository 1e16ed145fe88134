import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { strToU8, zipSync } from 'fflate';
import pLimit from 'p-limit';
import { FieldError } from '@/server/outcome';
import { fromEarlier } from './earlier';
import { FORMAT, rowsOf, VERSION, type Bundle } from './format';

export const FILE = 'project.json';
const UNZIP = path.join(/* turbopackIgnore: true */ process.cwd(), 'src/shell/bundle/unzip.mjs');
const ONE_AT_A_TIME = pLimit(1);
const LONGEST = 20_000;
const MOST_FILES = 10_000;
const MOST_UNPACKED = 64 * 1024 * 1024;
/** A bundle as a whole, packed; pictures do not get smaller by packing. */
export const MOST_BYTES = 256 * 1024 * 1024;

/** What a bundle holds: the project, and the bytes of its pictures by their ids. */
export interface Unpacked {
  bundle: Bundle;
  pictures: ReadonlyMap<string, Uint8Array>;
}

/** A bundle as text: a row a line, so that two bundles can be compared and one can be written by hand. */
export function textOf({ format, version, tables }: Bundle): string {
  const lists = Object.entries(tables).map(
    ([name, rows]) => ` ${JSON.stringify(name)}: [\n${rows.map((row) => `  ${JSON.stringify(row)}`).join(',\n')}\n ]`,
  );
  return `{"format": ${JSON.stringify(format)}, "version": ${version}, "tables": {\n${lists.join(',\n')}\n}}\n`;
}

/** Packs a bundle as a zip; the same project always gives the same bytes. */
export function pack(bundle: Bundle, pictures: ReadonlyMap<string, Uint8Array> = new Map()): Uint8Array {
  const images = [...pictures].map(([id, bytes]) => [`pictures/${id}`, [bytes, { level: 0 as const }]] as const);
  return zipSync(
    { [FILE]: strToU8(textOf(bundle)), ...Object.fromEntries(images) },
    { mtime: new Date('2000-01-01T00:00:00Z') },
  );
}

/** A bundle without its pictures. */
export function withoutPictures(bundle: Bundle): Bundle {
  const { attachment: _, ...tables } = bundle.tables;
  return { ...bundle, tables };
}

const no = (message: string) => new FieldError('file', message);

/**
 * Unpacks a bundle, one at a time and in a thread of its own; whether its rows fit is checked when they come in.
 * @throws FieldError at "file" for anything that is no whole bundle of the version known here.
 */
export async function unpack(bytes: Uint8Array): Promise<Unpacked> {
  const { found, pictures } = await ONE_AT_A_TIME(() => unzip(bytes));
  const bundle = checkBundle(found);
  const held = new Map(pictures);
  const missing = rowsOf(bundle, 'attachment').find(({ id }) => !held.has(String(id)));
  if (missing)
    throw no(`The bundle speaks of the picture ${String(missing.id)}, which it does not hold. Nothing was brought in.`);
  return { bundle, pictures: held };
}

interface Unzipped {
  found: unknown;
  pictures: [string, Uint8Array][];
}

function unzip(bytes: Uint8Array): Promise<Unzipped> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(UNZIP, {
      workerData: { bytes, file: FILE, most: { files: MOST_FILES, text: MOST_UNPACKED, bytes: MOST_BYTES } },
      resourceLimits: { maxOldGenerationSizeMb: 1024 },
    });
    const late = setTimeout(() => void worker.terminate(), LONGEST);
    worker.once('message', (said: Unzipped | { refused: string }) => {
      if ('refused' in said) reject(no(said.refused));
      else resolve(said);
    });
    worker.once('error', reject);
    worker.once('exit', () => {
      clearTimeout(late);
      reject(no('The bundle takes too long to unpack. Nothing was brought in.'));
    });
  });
}

/** Reads the text of a bundle. @throws FieldError at "file" for anything that is none of the version known here. */
export function parseBundle(text: string): Bundle {
  let found: unknown;
  try {
    found = JSON.parse(text);
  } catch {
    throw no('The bundle’s project.json can’t be read. Nothing was brought in.');
  }
  return checkBundle(found);
}

function checkBundle(given: unknown): Bundle {
  const found = given as Record<string, unknown> | null;
  if (found === null || typeof found !== 'object' || found.format !== FORMAT)
    throw no('This is no project bundle of Ironstone.');
  if (found.version !== VERSION)
    throw no(
      `This bundle has version ${String(found.version)}; this program reads version ${VERSION}. Nothing was brought in.`,
    );
  if (typeof found.tables !== 'object' || found.tables === null)
    throw no('The bundle does not fit the format: it has no tables. Nothing was brought in.');
  return fromEarlier(found as unknown as Bundle);
}
