// Serves the production build: over http, or over https with --key and --cert. Options: --port N, --host H (several times).
// IRONSTONE_BEHIND_PROXY=1 says that a reverse proxy stands in front, whose word on the client's address is taken.
import { createServer as createHttp } from 'node:http';
import { createServer as createHttps } from 'node:https';
import { readFileSync } from 'node:fs';
import { createServer as createNet } from 'node:net';
import path from 'node:path';
import { parseArgs } from 'node:util';
import next from 'next';
import { ROOT } from './lib/files.mjs';
import { pressed } from './lib/pressed.mjs';

const { values } = parseArgs({
  options: {
    port: { type: 'string' },
    host: { type: 'string', multiple: true, default: ['127.0.0.1'] },
    key: { type: 'string' },
    cert: { type: 'string' },
  },
});
const port = Number(values.port);
const TLS_HANDSHAKE = 22;
const behindProxy = process.env.IRONSTONE_BEHIND_PROXY === '1';

const app = next({ dev: false, dir: ROOT, hostname: values.host[0], port });
await app.prepare();
const handle = app.getRequestHandler();
const scripts = pressed(path.join(ROOT, process.env.IRONSTONE_BUILT ?? '.next'));

// Over https for good, but not by a certificate that was made here: that one may be gone with the next start.
const strict = process.env.IRONSTONE_HTTPS === '1' && process.env.IRONSTONE_OWN_CERTIFICATE !== '1';

/** Whether an address is text that can be read: no address of ours holds a NUL, and no column of the database can. */
function isReadable(url) {
  try {
    decodeURIComponent(url.split('?')[0]);
    return !/%00/.test(url);
  } catch {
    return false;
  }
}

function answer(request, response) {
  if (strict) response.setHeader('strict-transport-security', 'max-age=31536000');
  if (!behindProxy) {
    for (const name of ['x-forwarded-for', 'x-forwarded-host', 'x-forwarded-proto', 'x-forwarded-port'])
      delete request.headers[name];
    request.headers['x-forwarded-for'] = request.socket.remoteAddress ?? 'unknown';
    request.headers['x-forwarded-proto'] = values.key ? 'https' : 'http';
  }
  if (!isReadable(request.url)) {
    response.writeHead(400, { 'content-type': 'text/plain; charset=utf-8' }).end('This address can’t be read.');
    return;
  }
  scripts(request, response, () => handle(request, response)).catch((error) => {
    console.error(error);
    response.destroy();
  });
}

/** One port for both: whoever types the address without https is led there. */
function secured() {
  const https = createHttps(
    { key: readFileSync(values.key), cert: readFileSync(values.cert), keepAliveTimeout: KEPT_OPEN },
    answer,
  );
  const http = createHttp((request, response) => {
    response.writeHead(308, { location: `https://${request.headers.host ?? ''}${request.url}` }).end();
  });
  return createNet((socket) => {
    socket.on('error', () => socket.destroy());
    socket.once('data', (first) => {
      socket.pause();
      socket.unshift(first);
      (first[0] === TLS_HANDSHAKE ? https : http).emit('connection', socket);
      process.nextTick(() => socket.resume());
    });
  });
}

/** A connection that waits for the next request stays open longer than whoever uses it again, a proxy too, keeps it. */
const KEPT_OPEN = 65_000;
for (const host of values.host)
  (values.key ? secured() : createHttp({ keepAliveTimeout: KEPT_OPEN }, answer)).listen(port, host);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => process.exit(0));
