import { createHash } from 'node:crypto';
import pLimit from 'p-limit';
import sharp from 'sharp';
import { FieldError } from './outcome';

const MOST_PIXELS = 25_000_000;
/** More at a time would take the processor from everybody else. */
const AT_A_TIME = pLimit(2);
const SIDE = 2400;
const THUMBNAIL = 360;

/** A picture as it is stored. */
export interface StoredPicture {
  mime: 'image/jpeg';
  bytes: Buffer;
  bytesCount: number;
  thumbnail: Buffer;
  sha256: Buffer;
  width: number;
  height: number;
}

/** Segments of a JPEG that carry nothing but the picture: tables, frames, scans and the header of the format. */
const OF_THE_PICTURE = (code: number) =>
  code === 0xe0 || code === 0xdb || code === 0xdd || (code >= 0xc0 && code <= 0xdf);

/** Whether a JPEG holds no segment but those of the picture itself (no comment, no metadata) and nothing behind its end. */
export function isPlainJpeg(bytes: Uint8Array): boolean {
  if (bytes[0] !== 0xff || bytes[1] !== 0xd8) return false;
  for (let at = 2; at + 3 < bytes.length;) {
    const code = bytes[at + 1]!;
    if (bytes[at] !== 0xff || !OF_THE_PICTURE(code)) return false;
    const scan = code === 0xda;
    at += 2 + bytes[at + 2]! * 256 + bytes[at + 3]!;
    // Within a scan, FF is followed by 00 or by the number of a restart; anything else is the next segment.
    if (scan)
      while (at < bytes.length && (bytes[at] !== 0xff || bytes[at + 1] === 0 || (bytes[at + 1]! & 0xf8) === 0xd0)) at++;
    if (bytes[at] === 0xff && bytes[at + 1] === 0xd9) return at + 2 === bytes.length;
  }
  return false;
}

/**
 * Decodes a picture (JPEG, PNG or WebP of at most 25 megapixels), turns it upright, cuts it to 2,400 pixels a side and
 * writes it anew as JPEG without metadata, with a thumbnail. With `keep`, a JPEG that is so already stays byte for byte, so
 * that a bundle comes back in as it went out. @throws FieldError for anything that is no such picture.
 */
export function renewPicture(given: Uint8Array, keep = false): Promise<StoredPicture> {
  return AT_A_TIME(() => renew(given, keep));
}

async function renew(given: Uint8Array, keep: boolean): Promise<StoredPicture> {
  try {
    const read = () => sharp(given, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
    const { format, exif, xmp, iptc, ...found } = await read().metadata();
    if (!['jpeg', 'png', 'webp'].includes(format ?? '')) throw new Error(`format ${format}`);
    const within = (side: number, quality: number) =>
      read()
        .rotate()
        .flatten({ background: '#ffffff' })
        .resize({ width: side, height: side, fit: 'inside', withoutEnlargement: true })
        .jpeg({ quality })
        .toBuffer({ resolveWithObject: true });
    const plain = format === 'jpeg' && !exif && !xmp && !iptc && isPlainJpeg(given);
    const fits = Math.max(found.width, found.height) <= SIDE;
    const renewed = keep && plain && fits ? { data: Buffer.from(given), info: found } : await within(SIDE, 82);
    const { data: bytes, info } = renewed;
    const { data: thumbnail } = await within(THUMBNAIL, 75);
    const sha256 = createHash('sha256').update(bytes).digest();
    const { width, height } = info;
    return { mime: 'image/jpeg', bytes, bytesCount: bytes.length, thumbnail, sha256, width, height };
  } catch (error) {
    console.error(`A picture was refused: ${String(error)}`);
    throw new FieldError(
      '',
      'This file is no picture that can be read: JPEG, PNG or WebP, whole, at most 25 megapixels.',
    );
  }
}
