import Ajv from 'ajv';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { FieldError } from '@/server/outcome';
import { FORMAT, VERSION, type Bundle } from './format';
import schema from './bundle.schema.json';
import { upgrade } from './upgrade';

export const FILE = 'project.json';
const PICTURE = /^pictures\/\d{4,5}\.jpg$/;
const MOST_UNPACKED = 64 * 1024 * 1024;
/** A bundle as a whole, packed; pictures do not get smaller by packing. */
export const MOST_BYTES = 256 * 1024 * 1024;

/** What a bundle holds: the project, and the bytes of its pictures by their file names. */
export interface Unpacked {
  bundle: Bundle;
  pictures: ReadonlyMap<string, Uint8Array>;
}
const fits = new Ajv({ allErrors: false, strict: true, allowUnionTypes: true }).compile<Bundle>(schema);

/** Packs a bundle as a zip; the same project always gives the same bytes. */
export function pack(bundle: Bundle, pictures: ReadonlyMap<string, Uint8Array> = new Map()): Uint8Array {
  const images = [...pictures].map(([name, bytes]) => [name, [bytes, { level: 0 as const }]] as const);
  return zipSync(
    { [FILE]: strToU8(`${JSON.stringify(bundle, null, 1)}\n`), ...Object.fromEntries(images) },
    { mtime: new Date('2000-01-01T00:00:00Z') },
  );
}

/**
 * Unpacks and checks a bundle. @throws FieldError at "file" for anything that is no whole bundle of a version
 * known here, naming the place that does not fit.
 */
export function unpack(bytes: Uint8Array): Unpacked {
  const no = (message: string) => new FieldError('file', message);
  let text: string;
  let pictures: Unpacked['pictures'];
  try {
    let size = 0;
    const files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (name === FILE && originalSize > MOST_UNPACKED) throw no('The bundle is larger than 64 MB unpacked.');
        if (!PICTURE.test(name)) return name === FILE;
        size += originalSize;
        if (size > MOST_BYTES) throw no('The pictures of the bundle are larger than 256 MB unpacked.');
        return true;
      },
    });
    pictures = new Map(Object.entries(files).filter(([name]) => name !== FILE));
    if (!files[FILE]) throw no(`This zip holds no ${FILE}, so it is no project bundle.`);
    text = strFromU8(files[FILE]);
  } catch (error) {
    if (error instanceof FieldError) throw error;
    throw no('This file is no whole zip: it may be cut off, or be something else. Nothing was brought in.');
  }
  let found: Record<string, unknown>;
  try {
    found = JSON.parse(text) as Record<string, unknown>;
  } catch {
    throw no('The bundle’s project.json can’t be read. Nothing was brought in.');
  }
  if (found === null || typeof found !== 'object' || found.format !== FORMAT)
    throw no('This is no project bundle of Ironstone.');
  if (typeof found.version === 'number' && found.version > VERSION) {
    throw no(
      `This bundle has version ${found.version}; this program reads up to version ${VERSION}. Update the program first. Nothing was brought in.`,
    );
  }
  const whole: object = upgrade(found);
  if (!fits(whole)) {
    const [problem] = fits.errors ?? [];
    throw no(
      `The bundle does not fit the format at ${problem?.instancePath || 'its top'}: ${problem?.message}. Nothing was brought in.`,
    );
  }
  const missing = whole.pictures?.find(({ file }) => !pictures.has(file));
  if (missing)
    throw no(`The bundle speaks of the picture ${missing.file}, which it does not hold. Nothing was brought in.`);
  return { bundle: whole, pictures };
}
