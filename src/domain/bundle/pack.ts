import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { FieldError } from '@/server/outcome';
import { FORMAT, rowsOf, VERSION, type Bundle } from './format';

export const FILE = 'project.json';
const PICTURE = /^pictures\/([\w-]{1,80})$/;
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
 * Unpacks a bundle; whether its rows fit is checked when they come in.
 * @throws FieldError at "file" for anything that is no whole bundle of the version known here.
 */
export function unpack(bytes: Uint8Array): Unpacked {
  const { text, pictures } = unzip(bytes);
  const bundle = parseBundle(text);
  const missing = rowsOf(bundle, 'attachment').find(({ id }) => !pictures.has(String(id)));
  if (missing)
    throw no(`The bundle speaks of the picture ${String(missing.id)}, which it does not hold. Nothing was brought in.`);
  return { bundle, pictures };
}

function unzip(bytes: Uint8Array): { text: string; pictures: Unpacked['pictures'] } {
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
    if (!files[FILE]) throw no(`This zip holds no ${FILE}, so it is no project bundle.`);
    const pictures = Object.entries(files).flatMap(([name, content]): [string, Uint8Array][] => {
      const [, id] = PICTURE.exec(name) ?? [];
      return id ? [[id, content]] : [];
    });
    return { text: strFromU8(files[FILE]), pictures: new Map(pictures) };
  } catch (error) {
    if (error instanceof FieldError) throw error;
    throw no('This file is no whole zip: it may be cut off, or be something else. Nothing was brought in.');
  }
}

/** Reads the text of a bundle. @throws FieldError at "file" for anything that is none of the version known here. */
export function parseBundle(text: string): Bundle {
  let found: Record<string, unknown> | null;
  try {
    found = JSON.parse(text) as Record<string, unknown> | null;
  } catch {
    throw no('The bundle’s project.json can’t be read. Nothing was brought in.');
  }
  if (found === null || typeof found !== 'object' || found.format !== FORMAT)
    throw no('This is no project bundle of Ironstone.');
  if (found.version !== VERSION)
    throw no(
      `This bundle has version ${String(found.version)}; this program reads version ${VERSION}. Nothing was brought in.`,
    );
  if (typeof found.tables !== 'object' || found.tables === null)
    throw no('The bundle does not fit the format: it has no tables. Nothing was brought in.');
  return found as unknown as Bundle;
}
