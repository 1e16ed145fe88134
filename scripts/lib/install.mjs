import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fingerprint, ROOT } from './files.mjs';
import { exitCode, must, quiet, say, Stop } from './run.mjs';

const MARK = path.join(ROOT, 'node_modules/.ironstone-lock');

/**
 * Installs the npm packages of the lock file, if they are not there as it says. "npm install" keeps to the lock file
 * too, and unlike "npm ci" it accepts a registry that lacks the variants of a package for other systems.
 */
export async function installPackages() {
  const lock = () => fingerprint([path.join(ROOT, 'package-lock.json')]);
  if (existsSync(MARK) && readFileSync(MARK, 'utf8') === lock()) return;
  say('Installing npm packages (once, or after the lock file changed) …');
  await must(
    'npm',
    ['install', '--no-audit', '--no-fund', '--loglevel=error'],
    'The npm packages could not be installed',
  );
  writeFileSync(MARK, lock());
}

/** The folder with PostgreSQL's server programs, newest version first; null when there is none. */
export function postgresPrograms() {
  const base = '/usr/lib/postgresql';
  const versions = existsSync(base) ? readdirSync(base).sort((a, b) => Number(b) - Number(a)) : [];
  return (
    versions.map((version) => path.join(base, version, 'bin')).find((bin) => existsSync(path.join(bin, 'initdb'))) ??
    null
  );
}

/** PostgreSQL's server programs, installed from Debian's packages when they are missing. */
export async function needPostgres() {
  if (!postgresPrograms()) await installDebian('postgresql', 'PostgreSQL (the database)');
  const programs = postgresPrograms();
  if (!programs) throw new Stop('PostgreSQL was installed, but its server programs are not under /usr/lib/postgresql.');
  return programs;
}

/** The same browser with and without a window of its own; the one without takes a third less of the processor. */
const [SHELL, WINDOWED] = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];

/** Debian's chromium for the browser tests, installed when it is missing; where it can't be, the one with a window serves. */
export async function needChromium() {
  if (!existsSync(SHELL)) {
    await installDebian('chromium-headless-shell', 'Chromium (for the browser tests)').catch((error) => {
      if (!existsSync(WINDOWED)) throw error;
    });
  }
  return existsSync(SHELL) ? SHELL : WINDOWED;
}

async function installDebian(name, what) {
  const byHand = `As an administrator run: apt-get update && apt-get install ${name}`;
  if (!quiet('sh', ['-c', 'command -v apt-get']).ok) {
    throw new Stop(
      `${what} is missing, and this is no Debian system to install it on. Install the package "${name}", then run this again.`,
    );
  }
  const root = process.getuid() === 0;
  if (!root && !quiet('sudo', ['-n', 'true']).ok) {
    throw new Stop(`${what} is missing and an ordinary user can't install it. ${byHand}\nThen run this command again.`);
  }
  say(`Installing ${what} from Debian's packages …`);
  const apt = async (...args) => {
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    const [command, ...rest] = root
      ? ['apt-get', ...args]
      : ['sudo', '-n', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args];
    return exitCode(command, rest, { env, stdio: ['ignore', 'ignore', 'inherit'] });
  };
  await apt('-qq', 'update');
  if ((await apt('-qq', '-y', '--no-install-recommends', 'install', name)) !== 0) {
    throw new Stop(`${what} could not be installed. ${byHand}`);
  }
}
