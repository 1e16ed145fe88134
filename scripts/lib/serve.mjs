import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { freePort } from './cluster.mjs';
import { ROOT, STATE } from './files.mjs';
import { must, Stop } from './run.mjs';

/** Makes a database of this name on a cluster, empty or like another (an old one of the name is dropped), and gives its address. */
export async function freshDatabase(cluster, name, like = 'template1') {
  const { default: postgres } = await import('postgres');
  const sql = postgres(cluster.url, { max: 1, onnotice: () => {} });
  try {
    await sql.unsafe(`drop database if exists "${name}" with (force)`);
    await sql.unsafe(`create database "${name}" template "${like}"`);
  } finally {
    await sql.end();
  }
  return cluster.url.replace(/\/postgres$/, `/${name}`);
}

/**
 * Serves the production build on a database of its own and a free port of loopback, for tests and pictures.
 * `options` are those of scripts/prepare.ts. Returns { origin, url, access, said, stop }; `access` is how to get into
 * the demo project, `said` what the preparation printed.
 */
export async function serve(cluster, name, options = [], extra = {}) {
  const url = await freshDatabase(cluster, name);
  return serveOn(url, name, options, extra);
}

/** The same on a database that is there already; `at` is the port to serve at. */
export async function serveOn(url, name, options = [], extra = {}, at = 0) {
  const state = path.join(STATE, `serve-${name}`);
  mkdirSync(state, { recursive: true });
  const port = await freePort(at);
  const origin = `http://127.0.0.1:${port}`;
  const env = {
    ...process.env,
    NODE_ENV: 'production',
    DATABASE_URL: url,
    IRONSTONE_STATE: state,
    NEXT_TELEMETRY_DISABLED: '1',
    ...extra,
  };
  const said = await prepare(options, { ...env, IRONSTONE_ORIGIN: origin });
  const server = spawn(process.execPath, ['scripts/server.mjs', '--port', String(port)], {
    cwd: ROOT,
    env,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  await answering(`${origin}/sign-in`, server);
  const access = options.includes('--demo')
    ? JSON.parse(readFileSync(path.join(state, 'demo-accounts.json'), 'utf8'))
    : null;
  const stop = () => {
    if (server.exitCode !== null) return Promise.resolve();
    const gone = new Promise((resolve) => server.once('exit', resolve));
    server.kill('SIGTERM');
    return gone;
  };
  /** Ends it as a power cut would. */
  const kill = () => {
    const gone = new Promise((resolve) => server.once('exit', resolve));
    process.kill(server.pid, 'SIGKILL');
    return gone;
  };
  return { origin, url, port, pid: server.pid, access, said, stop, kill };
}

async function prepare(options, env) {
  let said = '';
  const args = ['--import', 'tsx', 'scripts/prepare.ts', ...options];
  await must(process.execPath, args, 'The database could not be prepared', {
    env,
    stdio: ['ignore', 'pipe', 'inherit'],
    onOutput: (text) => void (said += text),
  });
  return said;
}

async function answering(address, server) {
  for (let tries = 0; tries < 240; tries++) {
    if (server.exitCode !== null) throw new Stop(`The server ended with ${server.exitCode} before it answered.`);
    const answer = await fetch(address).catch(() => null);
    if (answer?.ok) return;
    await new Promise((resolve) => setTimeout(resolve, 250));
  }
  server.kill('SIGKILL');
  throw new Stop(`The server did not answer at ${address}.`);
}
