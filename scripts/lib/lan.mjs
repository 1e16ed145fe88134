import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import path from 'node:path';
import { X509Certificate } from 'node:crypto';
import { STATE } from './files.mjs';

const DAYS = 390;
const DAY = 86_400_000;
const PRIVATE = /^(10\.|192\.168\.|172\.(1[6-9]|2\d|3[01])\.|169\.254\.)/;

/** This machine's addresses in local networks, as phones there see it. */
export function localAddresses() {
  const all = Object.values(networkInterfaces()).flat();
  return all
    .filter((one) => one.family === 'IPv4' && !one.internal && PRIVATE.test(one.address))
    .map((one) => one.address);
}

/**
 * A certificate for these addresses, made on the spot and kept under .ironstone/tls until the addresses change or it has
 * less than a month to go. Nobody but this machine has its key. Returns { key, cert, fingerprint }, the first two as paths.
 */
export async function certificateFor(addresses) {
  const folder = path.join(STATE, 'tls');
  const [key, cert] = [path.join(folder, 'key.pem'), path.join(folder, 'cert.pem')];
  const names = [...new Set(['localhost', hostname(), `${hostname()}.local`])];
  if (!fits(cert, addresses)) {
    const { generate } = await import('selfsigned');
    const made = await generate([{ name: 'commonName', value: 'Ironstone on this network' }], {
      keyType: 'ec',
      algorithm: 'sha256',
      notBeforeDate: new Date(Date.now() - DAY),
      notAfterDate: new Date(Date.now() + DAYS * DAY),
      extensions: [
        { name: 'basicConstraints', cA: false, critical: true },
        { name: 'keyUsage', digitalSignature: true, critical: true },
        { name: 'extKeyUsage', serverAuth: true },
        {
          name: 'subjectAltName',
          altNames: [
            ...names.map((value) => ({ type: 2, value })),
            ...[...new Set([...addresses, '127.0.0.1'])].map((ip) => ({ type: 7, ip })),
          ],
        },
      ],
    });
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    writeFileSync(key, made.private, { mode: 0o600 });
    writeFileSync(cert, made.cert);
  }
  return { key, cert, fingerprint: new X509Certificate(readFileSync(cert)).fingerprint256 };
}

function fits(cert, addresses) {
  if (!existsSync(cert)) return false;
  const found = new X509Certificate(readFileSync(cert));
  return new Date(found.validTo) > Date.now() + 30 * DAY && addresses.every((address) => found.checkIP(address));
}
