import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { filesBelow, fingerprint, ROOT, STATE } from './files.mjs';
import { must, say } from './run.mjs';

const INPUTS = ['src', 'public', 'next.config.ts', 'postcss.config.mjs', 'tsconfig.json', 'package-lock.json'];

/** The production build's own folder. */
export const BUILT = path.join(ROOT, '.next');

/** Makes the production build, or keeps the one there is when no source has changed since. */
export async function build() {
  // npm test has made it before its suites start; none of them makes it anew beside the others.
  if (process.env.IRONSTONE_BUILD === 'made' && existsSync(path.join(BUILT, 'BUILD_ID'))) return false;
  const sources = filesBelow(...INPUTS).filter((file) => !/\.test\.tsx?$/.test(file));
  const now = fingerprint(sources);
  const mark = path.join(STATE, 'build');
  if (existsSync(path.join(BUILT, 'BUILD_ID')) && existsSync(mark) && readFileSync(mark, 'utf8') === now) return false;
  say('Building (once, or after a source changed) …');
  await buildAs(now.slice(0, 8));
  mkdirSync(STATE, { recursive: true });
  writeFileSync(mark, now);
  return true;
}

/** Makes the production build under a version, which pages show. */
async function buildAs(version) {
  await must(process.execPath, ['node_modules/next/dist/bin/next', 'build'], 'The build failed', {
    env: {
      ...process.env,
      NODE_ENV: 'production',
      NEXT_TELEMETRY_DISABLED: '1',
      IRONSTONE_VERSION: version,
    },
  });
}
