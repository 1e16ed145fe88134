import { createHash, randomBytes, randomInt } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import pLimit from 'p-limit';

/** Hashing takes memory and a processor on purpose; a flood of it waits for its turn. */
const AT_A_TIME = pLimit(2);

/** A secret for a link or a cookie: 32 random bytes as URL-safe text. Only its hash is stored. */
export function newToken(): string {
  return randomBytes(32).toString('base64url');
}

/** What is stored of a token. */
export function tokenHash(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}

/** Digits and capitals that are not mistaken for each other. */
const SIGNS = '23456789ABCDEFGHJKMNPQRSTVWXYZ';
const CODE_LENGTH = 10;

/** A code that is typed from paper, about 49 bits: "K7QM4-T2XW9". */
export function newCode(): string {
  const signs = Array.from({ length: CODE_LENGTH }, () => SIGNS[randomInt(SIGNS.length)]).join('');
  return `${signs.slice(0, 5)}-${signs.slice(5)}`;
}

/** The signs of a code as it was typed, in capitals and without what stands between; null for what can be none. */
export function readCode(text: string): string | null {
  if (text.length > 20) return null;
  const signs = text.toUpperCase().replace(/[^0-9A-Z]/g, '');
  return signs.length === CODE_LENGTH && [...signs].every((sign) => SIGNS.includes(sign)) ? signs : null;
}

const SYLLABLES = [
  'ba',
  'de',
  'fi',
  'go',
  'ku',
  'la',
  'me',
  'ni',
  'po',
  'ru',
  'sa',
  'te',
  'vi',
  'wo',
  'zu',
  'ha',
  'je',
  'ki',
  'lo',
  'mu',
];

/** A password a student can type from a slip: six syllables and three digits, about 36 bits. */
export function newPassword(): string {
  const word = () => Array.from({ length: 3 }, () => SYLLABLES[randomInt(SYLLABLES.length)]).join('');
  return `${word()}-${word()}-${String(randomInt(1000)).padStart(3, '0')}`;
}

/** Argon2id with the package's defaults (19 MiB, 2 passes), as OWASP advises. */
export function hashPassword(password: string): Promise<string> {
  return AT_A_TIME(() => hash(password));
}

/** Compares in constant time; without a stored hash it still does the work, so that timing tells nothing. */
export async function passwordFits(stored: string | null, password: string): Promise<boolean> {
  if (stored === null) {
    await hashPassword(password);
    return false;
  }
  return AT_A_TIME(() => verify(stored, password));
}
