// npm test: installs what is missing, then runs every check and every test against databases of its own. The last
// line is "N passed, N failed", summed over all runners; it ends with 1 when one failed or none ran.
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { build } from './lib/build.mjs';
import { startCluster } from './lib/cluster.mjs';
import { ROOT, STATE } from './lib/files.mjs';
import { installPackages, needChromium } from './lib/install.mjs';
import { exitCode, say, Stop } from './lib/run.mjs';

const REPORTS = path.join(STATE, 'reports');
const total = { passed: 0, failed: 0 };
/** What failed and why, said once more at the end: the middle of a long log is easily lost. */
const reasons = [];

function count(name, passed, failed) {
  total.passed += passed;
  total.failed += failed;
  say(`${failed ? 'FAILED' : 'ok    '} ${name}: ${passed} passed, ${failed} failed\n`);
}

/** A check that passes or fails as a whole. */
async function check(name, command, ...args) {
  say(`── ${name}`);
  const failed = (await exitCode(command, args)) === 0 ? 0 : 1;
  count(name, 1 - failed, failed);
}

/** A runner that writes a JSON report; one that ends badly without a failed test counts as one failure. */
async function suite(name, args, report, read, env = {}) {
  say(`── ${name}`);
  const file = path.join(REPORTS, report);
  const code = await exitCode(process.execPath, args, { env: { ...process.env, ...env } });
  let [passed, failed] = [0, 0];
  try {
    const written = JSON.parse(readFileSync(file, 'utf8'));
    [passed, failed] = read(written);
    reasons.push(...failuresIn(written));
  } catch (error) {
    say(`${name} left no report: ${error.message}`);
  }
  count(name, passed, failed || (code !== 0 || passed === 0 ? 1 : 0));
}

/** Title and message of each failed test of a report, of either runner. */
function failuresIn({ testResults = [], suites = [] }) {
  const short = (text) =>
    String(text)
      .replace(/\u001b\[[\d;]*m/g, '')
      .split('\n')
      .slice(0, 25)
      .join('\n');
  const inJest = testResults.flatMap((file) =>
    file.assertionResults.filter((one) => one.status === 'failed').map((one) => [one.fullName, one.failureMessages[0]]),
  );
  const all = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(all)];
  const inBrowser = suites
    .flatMap(all)
    .flatMap((spec) => spec.tests.flatMap((test) => test.results.map((result) => [spec.title, result.error?.message])))
    .filter(([, message]) => message);
  return [...inJest, ...inBrowser].map(([title, message]) => `✘ ${title}\n${short(message)}`);
}

function jest(name) {
  const file = path.join(REPORTS, `${name}.json`);
  const args = ['node_modules/jest/bin/jest.js', '--selectProjects', name, '--json', `--outputFile=${file}`, '--ci'];
  // A pending test is one that was skipped: here that is a failure.
  const read = (r) => [
    r.numPassedTests,
    r.numFailedTests + r.numRuntimeErrorTestSuites + r.numPendingTests + r.numTodoTests,
  ];
  return suite(`Jest, ${name}`, args, `${name}.json`, read);
}

async function main() {
  await installPackages();
  rmSync(REPORTS, { recursive: true, force: true });
  mkdirSync(REPORTS, { recursive: true });
  const bin = (name) => path.join(ROOT, 'node_modules/.bin', name);
  await check('ratio of tests to code', process.execPath, 'scripts/ratio.mjs');
  await check('formatting', bin('prettier'), '--check', '--log-level=warn', '.');
  await check('lint and boundaries', bin('eslint'), '.', '--max-warnings=0');
  await check('vectors', bin('tsx'), 'scripts/vectors.ts', 'tests/vectors');
  await jest('unit');
  const cluster = await startCluster('test', { fast: true });
  try {
    await jest('db');
    await needChromium();
    await build();
    await check('types', bin('tsc'), '--noEmit');
    const file = path.join(REPORTS, 'browser.json');
    const read = ({ stats }) => [stats.expected, stats.unexpected + stats.flaky + stats.skipped];
    const args = ['node_modules/@playwright/test/cli.js', 'test', '--reporter=list,json'];
    await suite('Playwright', args, 'browser.json', read, { PLAYWRIGHT_JSON_OUTPUT_NAME: file });
    const faults = path.join(REPORTS, 'faults.json');
    const broken = [...args, '-c', 'playwright.faults.config.ts'];
    await suite('Faults', broken, 'faults.json', read, { PLAYWRIGHT_JSON_OUTPUT_NAME: faults });
  } finally {
    cluster.stop();
  }
}

for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => process.exit(130));

main()
  .catch((error) => {
    console.error(error instanceof Stop ? `\n${error.message}` : error);
    total.failed += 1;
  })
  .finally(() => {
    if (reasons.length) say(`What failed:\n${reasons.join('\n\n')}\n`);
    console.log(`${total.passed} passed, ${total.failed} failed`);
    process.exitCode = total.failed > 0 || total.passed === 0 ? 1 : 0;
  });
