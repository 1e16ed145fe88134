import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants } from 'node:zlib';

const press = promisify(brotliCompress);
const STATIC = '/_next/static/';
const TYPES = { '.js': 'application/javascript; charset=UTF-8', '.css': 'text/css; charset=UTF-8' };
/** An address of a built file: no step upwards, nothing escaped. */
const PLAIN = /^[\w./~-]+$/;

/**
 * Answers for the build's scripts and styles in Brotli, a seventh smaller than what the framework sends: a phone in a gym waits for
 * every byte. Their names change with their content, so each is pressed once and kept. Anything else is left to `otherwise`.
 */
export function pressed(built) {
  const kept = new Map();
  const read = async (name) => {
    const bytes = await readFile(path.join(built, 'static', name));
    return press(bytes, {
      params: { [constants.BROTLI_PARAM_QUALITY]: 10, [constants.BROTLI_PARAM_MODE]: constants.BROTLI_MODE_TEXT },
    });
  };
  const once = (name) => {
    if (!kept.has(name)) {
      const made = read(name);
      // What is not there may be there after the next build.
      made.catch(() => kept.delete(name));
      kept.set(name, made);
    }
    return kept.get(name);
  };
  return async (request, response, otherwise) => {
    const [address = ''] = (request.url ?? '').split('?');
    const name = address.startsWith(STATIC) ? address.slice(STATIC.length) : '';
    const type = TYPES[path.extname(name)];
    const takes = /(^|[\s,])br([\s,;]|$)/.test(String(request.headers['accept-encoding'] ?? ''));
    if (!type || !takes || request.method !== 'GET' || !PLAIN.test(name) || name.includes('..')) return otherwise();
    const bytes = await once(name).catch(() => null);
    if (bytes === null) return otherwise();
    response.writeHead(200, {
      'content-type': type,
      'content-encoding': 'br',
      'content-length': bytes.length,
      'cache-control': 'public, max-age=31536000, immutable',
      vary: 'Accept-Encoding',
      'x-content-type-options': 'nosniff',
    });
    response.end(bytes);
  };
}
