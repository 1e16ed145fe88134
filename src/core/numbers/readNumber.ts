import { CoreError } from '../shared/CoreError';

const PLAIN = /^[+-]?(\d+(\.\d*)?|\.\d+)(e[+-]?\d{1,4})?$/i;
/** What is longer is no number that anybody means. */
const MOST = 40;
const COMMA = /^[+-]?(\d+,\d*|,\d+)$/;

/**
 * Reads a number that a person typed. A decimal comma is accepted and reported as `note`;
 * "1,200" and "1.200" could be 1.2 or 1200 and are refused; 7.125, which can't be written shorter, is read as it stands.
 * @throws CoreError for empty text, text that is no number, or a number too large to be kept.
 * @example readNumber('12,5') // { value: 12.5, note: '"12,5" was read as 12.5' }
 */
export function readNumber(input: string | number): { value: number; note?: string } {
  const text = String(input)
    .trim()
    .replace(/\u2212/g, '-');
  if (text === '') throw new CoreError('A number is needed here.');
  if (text.length > MOST) throw new CoreError(`"${text.slice(0, 30)}" … is not a number; write it like 12.5.`);
  if (/^[+-]?[1-9]\d{0,2}(,\d{3}|\.\d\d0)$/.test(text)) {
    const [whole = '', rest = ''] = text.split(/[.,]/);
    const short = rest.replace(/0{1,3}$/, '');
    throw new CoreError(
      `"${text}" can be read in two ways; write ${whole}${rest} or ${short ? `${whole}.${short}` : whole}.`,
    );
  }
  const comma = COMMA.test(text);
  if (!comma && !PLAIN.test(text)) throw new CoreError(`"${text.slice(0, 30)}" is not a number; write it like 12.5.`);
  const value = Number(comma ? text.replace(',', '.') : text);
  if (!Number.isFinite(value) || Math.abs(value) > 1e15) {
    throw new CoreError(`${text.slice(0, 30)} is too large; at most 1e15 can be kept.`);
  }
  return comma ? { value, note: `"${text}" was read as ${value}` } : { value };
}
