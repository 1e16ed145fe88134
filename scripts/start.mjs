// npm start: installs what is missing, starts the database, migrates, loads the demo data, builds, serves.
// Options: --port N --host H --lan --behind-proxy ADDRESS --reset-demo --no-demo --allow-demo-on-network --dev
import { spawn } from 'node:child_process';
import { build } from './lib/build.mjs';
import { freePort, keepRunning, startCluster } from './lib/cluster.mjs';
import { ROOT } from './lib/files.mjs';
import { installPackages } from './lib/install.mjs';
import { keepDaily } from './lib/dumps.mjs';
import { certificateFor, localAddresses } from './lib/lan.mjs';
import { endWith, must, say, Stop } from './lib/run.mjs';

const LOOPBACK = ['127.0.0.1', 'localhost', '::1'];
const KNOWN = '--port N, --host H, --lan, --behind-proxy ADDRESS, --reset-demo, --no-demo, --allow-demo-on-network';

function readOptions(args) {
  const options = {
    port: 3000,
    host: null,
    lan: false,
    proxy: null,
    demo: true,
    reset: false,
    open: false,
    dev: false,
  };
  for (let i = 0; i < args.length; i++) {
    const arg = args[i];
    if (arg === '--port') options.port = Number(args[++i]);
    else if (arg === '--host') options.host = args[++i] ?? '';
    else if (arg === '--lan') options.lan = true;
    else if (arg === '--behind-proxy') options.proxy = args[++i] ?? '';
    else if (arg === '--no-demo') options.demo = false;
    else if (arg === '--reset-demo') options.reset = true;
    else if (arg === '--dev') options.dev = true;
    else if (arg === '--allow-demo-on-network') options.open = true;
    else throw new Stop(`Unknown option ${arg}. Known: ${KNOWN}.`);
  }
  if (!Number.isInteger(options.port) || options.port < 1 || options.port > 65535)
    throw new Stop('--port takes a number from 1 to 65535.');
  if (options.host === '') throw new Stop('--host takes an address.');
  if (options.proxy !== null && !/^https:\/\/[^/\s]+$/.test(options.proxy))
    throw new Stop('--behind-proxy takes the address that people open, such as https://ironstone.school.example');
  if (options.lan && (options.dev || options.proxy !== null))
    throw new Stop('--lan serves https by itself; it does not go with --dev or --behind-proxy.');
  return { ...options, hosts: hostsFor(options) };
}

/** Where it listens: on loopback, as asked, or with --lan on this machine's addresses in local networks too. */
function hostsFor({ host, lan }) {
  if (host) return [host];
  if (!lan) return ['127.0.0.1'];
  const local = localAddresses();
  if (local.length === 0)
    throw new Stop(
      'This computer is in no local network just now, so phones can’t reach it. Join one, then start again.',
    );
  return [...local, '127.0.0.1'];
}

const timings = [];
async function timed(what, run) {
  const from = performance.now();
  const result = await run();
  timings.push(`${what} ${((performance.now() - from) / 1000).toFixed(1)} s`);
  return result;
}

async function main() {
  const options = readOptions(process.argv.slice(2));
  for (const host of options.hosts) {
    await freePort(options.port, host).catch((error) => {
      throw new Stop(
        `Nothing can be served at port ${options.port} of ${host} (${error.code}): another program may use it. Choose another with --port N.`,
      );
    });
  }
  await timed('packages', installPackages);
  const cluster = process.env.DATABASE_URL ? null : await timed('database', () => startCluster('app'));
  if (cluster) keepRunning(cluster);
  let server = null;
  let ending = false;
  const end = (code) => {
    if (ending) return;
    ending = true;
    server?.kill('SIGTERM');
    cluster?.stop();
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => end(0));
  try {
    const [host] = options.hosts;
    const here = `${options.lan ? 'https' : 'http'}://${host.includes(':') ? `[${host}]` : host}:${options.port}`;
    const origin = options.proxy ?? here;
    const beyond = options.proxy !== null || options.hosts.some((one) => !LOOPBACK.includes(one));
    // On a network there is no demo unless it is asked for.
    const demo = options.demo && (!beyond || options.open || options.reset);
    const env = {
      ...process.env,
      IRONSTONE_ORIGIN: origin,
      ...(origin.startsWith('https:') ? { IRONSTONE_HTTPS: '1' } : {}),
      ...(options.lan ? { IRONSTONE_OWN_CERTIFICATE: '1' } : {}),
      ...(options.proxy ? { IRONSTONE_BEHIND_PROXY: '1' } : {}),
      NODE_ENV: options.dev ? 'development' : 'production',
      DATABASE_URL: process.env.DATABASE_URL ?? cluster.url,
      NEXT_TELEMETRY_DISABLED: '1',
    };
    const prepare = [
      '--import',
      'tsx',
      'scripts/prepare.ts',
      ...(demo ? ['--demo'] : []),
      ...(options.reset ? ['--reset-demo'] : []),
    ];
    if (beyond && !options.open) prepare.push('--refuse-demo');
    await timed('backup', () => keepDaily(env.DATABASE_URL));
    await timed('data', () => must(process.execPath, prepare, 'The database could not be prepared', { env }));
    if (!options.dev) await timed('build', build);
    say(`\nTook: ${timings.join(', ')}.`);
    say(`Ironstone: ${origin}   (Ctrl-C stops it)`);
    say(
      demo
        ? `Next: open it and sign in with a name and password from above. Help: ${origin}/help`
        : `Next: open it, make the first instructor with the token from above or sign in, and follow First steps. Help: ${origin}/help`,
    );
    server = spawn(process.execPath, await serverArgs(options), {
      cwd: ROOT,
      env,
      stdio: ['ignore', 'inherit', 'inherit'],
    });
    if (options.lan) await tellPhones(origin);
    server.on('exit', (code) => end(code ?? 1));
  } catch (error) {
    console.error(error instanceof Stop ? `\n${error.message}` : error);
    end(1);
  }
}

async function serverArgs({ dev, port, hosts, lan }) {
  if (dev) return ['node_modules/next/dist/bin/next', 'dev', '-p', String(port), '-H', hosts[0]];
  const where = ['--port', String(port), ...hosts.flatMap((host) => ['--host', host])];
  if (!lan) return ['scripts/server.mjs', ...where];
  const { key, cert } = await certificateFor(hosts);
  return ['scripts/server.mjs', ...where, '--key', key, '--cert', cert];
}

/** The address as a code to point a phone at, and what its browser will say. */
async function tellPhones(origin) {
  const { default: QRCode } = await import('qrcode');
  say(`\n${await QRCode.toString(origin, { type: 'terminal', small: true })}`);
  say(`Phones on the same network open ${origin} (point the camera at the code).
Their browsers warn once, as the certificate was made on this computer: compare the address in the warning, choose
"Advanced" or "Show details", and go on. The page "Phones" says it again; docs/deploy.md tells how to avoid the warning.`);
}

main().catch(endWith);
