// npm test: installs what is missing, then runs every check and every test against databases of its own. The last
// line is "N passed, N failed", summed over all runners; it ends with 1 when one failed or none ran.
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { build } from './lib/build.mjs';
import { startCluster } from './lib/cluster.mjs';
import { ROOT, STATE } from './lib/files.mjs';
import { installPackages, needChromium } from './lib/install.mjs';
import { exitCodeQuietly, say, Stop } from './lib/run.mjs';

const REPORTS = path.join(STATE, 'reports');
const total = { passed: 0, failed: 0 };
const began = Date.now();
/** What failed and why, said once more at the end: the middle of a long log is easily lost. */
const reasons = [];

/** Seconds by part and by file, printed at the end. */
const times = [];
const seconds = (since) => Math.round((Date.now() - since) / 1000);

function count(name, passed, failed, took) {
  total.passed += passed;
  total.failed += failed;
  times.push([name, took]);
  say(`${failed ? 'FAILED' : 'ok    '} ${name}: ${passed} passed, ${failed} failed, ${took} s\n`);
}

/** A check that passes or fails as a whole; several run beside each other, so each speaks at its end. */
async function check(name, command, ...args) {
  const since = Date.now();
  const [code, said] = await exitCodeQuietly(command, args);
  say(`── ${name}\n${said.trim()}`);
  const failed = code === 0 ? 0 : 1;
  if (failed) reasons.push(`✘ ${name}\n${said.trim().split('\n').slice(-40).join('\n')}`);
  count(name, 1 - failed, failed, seconds(since));
}

/** A runner that writes a JSON report; one that ends badly without a failed test counts as one failure. */
async function suite(name, args, report, read, env = {}) {
  const since = Date.now();
  const file = path.join(REPORTS, report);
  const [code, said] = await exitCodeQuietly(process.execPath, args, { env: { ...process.env, ...env } });
  say(`── ${name}\n${said.trim()}`);
  let [passed, failed] = [0, 0];
  let files = [];
  try {
    const written = JSON.parse(readFileSync(file, 'utf8'));
    [passed, failed] = read(written);
    reasons.push(...failuresIn(written));
    files = timesIn(written);
  } catch (error) {
    say(`${name} left no report: ${error.message}`);
  }
  count(name, passed, failed || (code !== 0 || passed === 0 ? 1 : 0), seconds(since));
  times.push(...files.map(([title, took]) => [`  ${title}`, took]));
}

/** Seconds of each file of a report, of either runner, the longest first; below two they are not worth a line. */
function timesIn({ testResults = [], suites = [] }) {
  const all = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(all)];
  const spent = (suite) =>
    all(suite).flatMap((spec) => spec.tests.flatMap((test) => test.results.map((r) => r.duration)));
  const inJest = testResults.map((file) => [path.relative(ROOT, file.name), (file.endTime - file.startTime) / 1000]);
  const inBrowser = suites.map((file) => [file.title, spent(file).reduce((sum, one) => sum + one, 0) / 1000]);
  return [...inJest, ...inBrowser]
    .filter(([, took]) => took >= 2)
    .sort((a, b) => b[1] - a[1])
    .map(([title, took]) => [title, Math.round(took)]);
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
  await needChromium();
  rmSync(REPORTS, { recursive: true, force: true });
  mkdirSync(REPORTS, { recursive: true });
  const bin = (name) => path.join(ROOT, 'node_modules/.bin', name);
  const cluster = await startCluster('test', { fast: true });
  try {
    await build();
    process.env.IRONSTONE_BUILD = 'made';
    // What is broken on purpose mostly waits, on clusters and servers of its own. Beside it one processor looks at the text and
    // the other one runs what needs no browser; then the browser has both.
    const texts = async () => {
      await check('ratio of tests to code', process.execPath, 'scripts/ratio.mjs');
      await check('formatting', bin('prettier'), '--check', '--log-level=warn', '--cache', '.');
      await check('house', process.execPath, 'scripts/house.mjs');
      await check('lint', 'npm', 'run', '--silent', 'lint');
      await check('vectors', bin('tsx'), 'scripts/vectors.ts', 'tests/vectors');
      await check('types', bin('tsc'), '--noEmit');
    };
    const bare = async () => {
      await jest('unit');
      await jest('db');
    };
    const read = ({ stats }) => [stats.expected, stats.unexpected + stats.flaky + stats.skipped];
    const args = ['node_modules/@playwright/test/cli.js', 'test', '--reporter=list,json'];
    const browser = (name, report, ...more) =>
      suite(name, [...args, ...more], report, read, { PLAYWRIGHT_JSON_OUTPUT_NAME: path.join(REPORTS, report) });
    await Promise.all([
      browser('Faults', 'faults.json', '-c', 'playwright.faults.config.ts'),
      bare(),
      texts().then(() => browser('Playwright', 'browser.json')),
    ]);
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
    say(`Seconds:\n${times.map(([name, took]) => `${String(took).padStart(5)}  ${name}`).join('\n')}`);
    say(`${String(seconds(began)).padStart(5)}  all of it\n`);
    if (reasons.length) say(`What failed:\n${reasons.join('\n\n')}\n`);
    console.log(`${total.passed} passed, ${total.failed} failed`);
    process.exitCode = total.failed > 0 || total.passed === 0 ? 1 : 0;
  });
