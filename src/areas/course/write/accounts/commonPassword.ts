import { FieldError } from '@/server/outcome';

/** A password's core: small letters, without the digits and signs that people put behind it. */
const core = (text: string) => /^.*\p{L}/su.exec(text.toLowerCase())?.[0] ?? '';

let list: Promise<Set<string>> | null = null;

/** The passwords that are tried first, of the package's list of some 40,000; read when first needed. */
function commonOnes(): Promise<Set<string>> {
  list ??= import('@zxcvbn-ts/language-common').then(({ dictionary }) => new Set(dictionary['passwords-common']));
  return list;
}

/**
 * Refuses a password that others would try first: one of the well-known ones, with digits behind it or not, one of three
 * characters or fewer over and over, or the person's own name. @throws FieldError at "password".
 */
export async function refuseCommon(password: string, own: readonly string[]): Promise<void> {
  const common = await commonOnes();
  const plain = password.toLowerCase();
  if (new Set(plain).size <= 3 || common.has(plain) || common.has(core(plain)))
    throw new FieldError('password', 'Many people use this password, so it is tried first. Choose another.');
  const names = own.flatMap((name) => [core(name), core(name.replace(/[^\p{L}\d]/gu, ''))]).filter(Boolean);
  if (names.includes(core(plain)) || names.includes(core(plain.replace(/[^\p{L}\d]/gu, ''))))
    throw new FieldError('password', 'This is your own name. Choose another password.');
}
