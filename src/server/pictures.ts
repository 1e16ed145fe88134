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

/** What a JPEG of ours begins and ends with: no segment but those of the picture itself, nothing behind it. */
const isPlain = (bytes: Uint8Array) => {
  const app = (bytes[2] ?? 0) === 0xff && (bytes[3] ?? 0) >= 0xe1 && (bytes[3] ?? 0) <= 0xef;
  return !app && bytes.at(-2) === 0xff && bytes.at(-1) === 0xd9;
};

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
    const plain = format === 'jpeg' && !exif && !xmp && !iptc && isPlain(given);
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
