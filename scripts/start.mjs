// npm start: installs what is missing, starts the database, migrates, loads the demo data, builds, serves.
// Options: --port N --host H --reset-demo --no-demo --allow-demo-on-network --dev
import { spawn } from 'node:child_process';
import { build } from './lib/build.mjs';
import { freePort, startCluster } from './lib/cluster.mjs';
import { ROOT } from './lib/files.mjs';
import { installPackages } from './lib/install.mjs';
import { endWith, must, say, Stop } from './lib/run.mjs';

const LOOPBACK = ['127.0.0.1', 'localhost', '::1'];

function readOptions(args) {
  const options = { port: 3000, host: '127.0.0.1', demo: true, reset: false, open: false, dev: false };
  for (let i = 0; i < args.length; i++) {
    const arg = args[i];
    if (arg === '--port') options.port = Number(args[++i]);
    else if (arg === '--host') options.host = args[++i] ?? '';
    else if (arg === '--no-demo') options.demo = false;
    else if (arg === '--reset-demo') options.reset = true;
    else if (arg === '--dev') options.dev = true;
    else if (arg === '--allow-demo-on-network') options.open = true;
    else
      throw new Stop(
        `Unknown option ${arg}. Known: --port N, --host H, --reset-demo, --no-demo, --allow-demo-on-network.`,
      );
  }
  if (!Number.isInteger(options.port) || options.port < 1 || options.port > 65535)
    throw new Stop('--port takes a number from 1 to 65535.');
  if (!options.host) throw new Stop('--host takes an address.');
  return options;
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
  await freePort(options.port, options.host).catch((error) => {
    throw new Stop(
      `Nothing can be served at port ${options.port} of ${options.host} (${error.code}): another program may use it. Choose another with --port N.`,
    );
  });
  await timed('packages', installPackages);
  const cluster = process.env.DATABASE_URL ? null : await timed('database', () => startCluster('app'));
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
    const origin = `http://${options.host.includes(':') ? `[${options.host}]` : options.host}:${options.port}`;
    const env = {
      ...process.env,
      IRONSTONE_ORIGIN: origin,
      NODE_ENV: options.dev ? 'development' : 'production',
      DATABASE_URL: process.env.DATABASE_URL ?? cluster.url,
      NEXT_TELEMETRY_DISABLED: '1',
    };
    const prepare = [
      '--import',
      'tsx',
      'scripts/prepare.ts',
      ...(options.demo ? ['--demo'] : []),
      ...(options.reset ? ['--reset-demo'] : []),
    ];
    if (!LOOPBACK.includes(options.host) && !options.open) prepare.push('--refuse-demo');
    await timed('data', () => must(process.execPath, prepare, 'The database could not be prepared', { env }));
    if (!options.dev) await timed('build', build);
    say(`\nTook: ${timings.join(', ')}.`);
    say(`Ironstone: ${origin}   (Ctrl-C stops it)`);
    server = spawn(
      process.execPath,
      [
        'node_modules/next/dist/bin/next',
        options.dev ? 'dev' : 'start',
        '-p',
        String(options.port),
        '-H',
        options.host,
      ],
      { cwd: ROOT, env, stdio: ['ignore', 'inherit', 'inherit'] },
    );
    server.on('exit', (code) => end(code ?? 1));
  } catch (error) {
    console.error(error instanceof Stop ? `\n${error.message}` : error);
    end(1);
  }
}

main().catch(endWith);
