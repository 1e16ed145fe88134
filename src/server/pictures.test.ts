import sharp from 'sharp';
import { isPlainJpeg } from './pictures';

const picture = () => sharp({ create: { width: 40, height: 30, channels: 3, background: '#9a3b22' } });
/** A segment of a JPEG: its code, and its content behind its length. */
const segment = (code: number, content: string) =>
  Buffer.concat([Buffer.from([0xff, code, 0, content.length + 2]), Buffer.from(content)]);
const behindStart = (jpeg: Buffer, more: Buffer) => Buffer.concat([jpeg.subarray(0, 2), more, jpeg.subarray(2)]);

test.each([
  ['as we write it', {}],
  ['progressive', { progressive: true }],
])('a JPEG %s is plain', async (_, options) => {
  expect(isPlainJpeg(await picture().jpeg(options).toBuffer())).toBe(true);
});

test.each<[string, (jpeg: Buffer) => Buffer]>([
  ['a comment', (jpeg) => behindStart(jpeg, segment(0xfe, 'where it was taken'))],
  [
    'a comment behind the header',
    (jpeg) => Buffer.concat([jpeg.subarray(0, 20), segment(0xfe, 'hm'), jpeg.subarray(20)]),
  ],
  ['metadata', (jpeg) => behindStart(jpeg, segment(0xe1, 'Exif'))],
  ['a comment before its end', (jpeg) => Buffer.concat([jpeg.subarray(0, -2), segment(0xfe, 'x'), jpeg.subarray(-2)])],
  ['something behind its end', (jpeg) => Buffer.concat([jpeg, Buffer.from('PK and a zip')])],
  ['no end', (jpeg) => jpeg.subarray(0, -2)],
  ['nothing', () => Buffer.alloc(0)],
])('with %s it is not', async (_, change) => {
  expect(isPlainJpeg(change(await picture().jpeg().toBuffer()))).toBe(false);
});
