import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { FieldError } from './outcome';

const MOST_PIXELS = 60_000_000;
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

/**
 * Decodes a picture (JPEG, PNG or WebP of at most 60 megapixels), turns it upright, cuts it to 2,400 pixels a side and
 * writes it anew as JPEG without metadata, with a thumbnail. @throws FieldError for anything that is no such picture.
 */
export async function renewPicture(given: Uint8Array): Promise<StoredPicture> {
  try {
    const read = () => sharp(given, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
    const { format } = await read().metadata();
    if (!['jpeg', 'png', 'webp'].includes(format ?? '')) throw new Error(`format ${format}`);
    const within = (side: number, quality: number) =>
      read()
        .rotate()
        .flatten({ background: '#ffffff' })
        .resize({ width: side, height: side, fit: 'inside', withoutEnlargement: true })
        .jpeg({ quality })
        .toBuffer({ resolveWithObject: true });
    const { data: bytes, info } = await within(SIDE, 82);
    const { data: thumbnail } = await within(THUMBNAIL, 75);
    const sha256 = createHash('sha256').update(bytes).digest();
    const { width, height } = info;
    return { mime: 'image/jpeg', bytes, bytesCount: bytes.length, thumbnail, sha256, width, height };
  } catch (error) {
    console.error(`A picture was refused: ${String(error)}`);
    throw new FieldError(
      '',
      'This file is no picture that can be read: JPEG, PNG or WebP, whole, at most 60 megapixels.',
    );
  }
}
