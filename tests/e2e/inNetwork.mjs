// Runs within a network namespace of its own (network.spec.ts): gives it a local network, starts the app as a school would,
// asks it as a phone would, and prints what it found as one line of JSON.
import { spawn, spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { createServer, request as httpRequest } from 'node:http';
import { request as httpsRequest } from 'node:https';
import path from 'node:path';
import { hash } from '@node-rs/argon2';
import postgres from 'postgres';
import { startCluster } from '../../scripts/lib/cluster.mjs';
import { ROOT } from '../../scripts/lib/files.mjs';
import { freshDatabase } from '../../scripts/lib/serve.mjs';

const [PHONE_NET, LAN, APP, PROXY] = ['192.168.77.2', 3443, 3100, 8080];
const ORIGIN = 'https://ironstone.school.example';
const PASSWORD = 'kelp-forest-9';

const ip = (...args) => {
  const { status, stderr } = spawnSync('ip', args, { encoding: 'utf8' });
  if (status !== 0) throw new Error(`ip ${args.join(' ')}: ${stderr}`);
};

/** One request, certificates unchecked as after a warning that was accepted: { status, headers, text }, or the error's code. */
function ask(address, { method = 'GET', headers = {}, body } = {}) {
  return new Promise((resolve) => {
    const send = address.startsWith('https:') ? httpsRequest : httpRequest;
    const request = send(address, { method, headers, rejectUnauthorized: false, timeout: 20_000 }, (answer) => {
      let text = '';
      answer.setEncoding('utf8').on('data', (part) => (text += part));
      answer.on('end', () => resolve({ status: answer.statusCode, headers: answer.headers, text }));
    });
    request.on('error', (error) => resolve({ status: 0, code: error.code, headers: {}, text: '' }));
    request.on('timeout', () => request.destroy());
    request.end(body);
  });
}

/** The app as `npm start` with these options; ends with `stop`. `said` is what it printed. */
async function start(url, options, ready) {
  const child = spawn(process.execPath, ['scripts/start.mjs', ...options], {
    cwd: ROOT,
    env: { ...process.env, DATABASE_URL: url },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let said = '';
  child.stdout.setEncoding('utf8').on('data', (text) => (said += text));
  for (let tries = 0; tries < 240; tries++) {
    if (child.exitCode !== null) throw new Error(`npm start ${options.join(' ')} ended:\n${said}`);
    if ((await ask(ready)).status > 0) break;
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  const stop = () => {
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    return gone;
  };
  return { said: () => said, stop };
}

/** Puts the app's own words on the client in the place of whatever the client says, as docs/deploy.md asks of a proxy. */
function proxyTo(port, client) {
  return new Promise((resolve) => {
    const server = createServer((request, response) => {
      const headers = {
        ...request.headers,
        host: 'ironstone.school.example',
        'x-forwarded-host': 'ironstone.school.example',
        'x-forwarded-proto': 'https',
        'x-forwarded-for': client.address,
      };
      const onward = httpRequest(
        { port, host: '127.0.0.1', path: request.url, method: request.method, headers },
        (answer) => {
          response.writeHead(answer.statusCode, answer.headers);
          answer.pipe(response);
        },
      );
      onward.on('error', () => response.destroy());
      request.pipe(onward);
    });
    server.listen(PROXY, '127.0.0.1', () => resolve(server));
  });
}

/** The id of the action behind the sign-in form, as the build has it. */
function signInAction() {
  const { node } = JSON.parse(readFileSync(path.join(ROOT, '.next/server/server-reference-manifest.json'), 'utf8'));
  return Object.entries(node).find(([, one]) => one.exportedName === 'signIn')[0];
}

const signIn = (at, origin, password, more = {}) =>
  ask(`${at}/sign-in`, {
    method: 'POST',
    headers: { 'next-action': signInAction(), 'content-type': 'text/plain;charset=UTF-8', origin, ...more },
    body: JSON.stringify([{ login: 'teacher', password }]),
  });

async function addTeacher(url) {
  const sql = postgres(url, { max: 1, onnotice: () => {} });
  const passwordHash = await hash(PASSWORD);
  await sql.begin(async (tx) => {
    await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Test", "act": "test"}', true)`;
    await tx`insert into account (kind, login, name, password_hash) values ('instructor', 'teacher', 'Tess Teacher', ${passwordHash})`;
  });
  await sql.end();
}

const cookiesOf = ({ headers }) => headers['set-cookie'] ?? [];
const sent = (answer) =>
  cookiesOf(answer)
    .map((one) => one.split(';')[0])
    .join('; ');

async function lan(cluster) {
  const url = await freshDatabase(cluster, 'network_lan');
  const at = `https://${PHONE_NET}:${LAN}`;
  const app = await start(url, ['--lan', '--port', String(LAN)], `${at}/sign-in`);
  try {
    await addTeacher(url);
    const entered = await signIn(at, at, PASSWORD);
    const open = await ask(`${at}/projects`, { headers: { cookie: sent(entered) } });
    return {
      said: app.said(),
      signIn: (await ask(`${at}/sign-in`)).status,
      plain: await ask(`http://${PHONE_NET}:${LAN}/phones`).then(({ status, headers }) => [status, headers.location]),
      loopback: (await ask(`https://127.0.0.1:${LAN}/sign-in`)).status,
      cookies: cookiesOf(entered),
      projects: open.status,
      strict: open.headers['strict-transport-security'] ?? null,
    };
  } finally {
    await app.stop();
  }
}

async function behindProxy(cluster) {
  const url = await freshDatabase(cluster, 'network_proxy');
  const app = await start(
    url,
    ['--no-demo', '--behind-proxy', ORIGIN, '--port', String(APP)],
    `http://127.0.0.1:${APP}/sign-in`,
  );
  const client = { address: '203.0.113.7' };
  const proxy = await proxyTo(APP, client);
  const at = `http://127.0.0.1:${PROXY}`;
  try {
    await addTeacher(url);
    await signIn(at, ORIGIN, 'wrong', { 'x-forwarded-for': '10.9.9.9' });
    client.address = '203.0.113.8';
    const entered = await signIn(at, ORIGIN, PASSWORD);
    const open = await ask(`${at}/projects`, { headers: { cookie: sent(entered) } });
    const foreign = await ask(`${at}/api/v1/runs`, {
      method: 'POST',
      headers: { origin: 'https://evil.example' },
      body: '{}',
    });
    const sql = postgres(url, { max: 1, onnotice: () => {} });
    const addresses = await sql`select address from sign_in_attempt order by id`;
    await sql.end();
    return {
      cookies: cookiesOf(entered),
      projects: open.status,
      strict: open.headers['strict-transport-security'] ?? null,
      foreign: foreign.status,
      addresses: addresses.map((one) => one.address),
      // Only the proxy reaches it.
      beyond: (await ask(`http://${PHONE_NET}:${APP}/sign-in`)).code,
    };
  } finally {
    proxy.close();
    await app.stop();
  }
}

ip('link', 'set', 'lo', 'up');
ip('link', 'add', 'phones', 'type', 'veth', 'peer', 'name', 'phone');
ip('addr', 'add', `${PHONE_NET}/24`, 'dev', 'phones');
ip('link', 'set', 'phones', 'up');
ip('link', 'set', 'phone', 'up');
const cluster = await startCluster('network', { fast: true });
try {
  console.log(`\n${JSON.stringify({ lan: await lan(cluster), proxy: await behindProxy(cluster) })}`);
} finally {
  cluster.stop();
}
process.exit(0);
