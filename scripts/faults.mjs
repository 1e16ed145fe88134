// npm run faults: breaks things on purpose (tests/faults) and writes what was left into docs/reliability.md.
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT, STATE } from './lib/files.mjs';
import { installPackages } from './lib/install.mjs';
import { endWith, exitCode, say, Stop } from './lib/run.mjs';

const HEAD = `# What happens when something breaks

Made by \`npm run faults\`, which breaks each of these on purpose and counts what is left (tests/faults). "Made" are entries
that somebody made, "acknowledged" those that the server said it has, in the end; "stored" how many of them the database
holds. Lost is an acknowledged entry that is not there, double one that is there twice.

| fault | made | acknowledged | stored | lost | double | what people were told |
|---|--:|--:|--:|--:|--:|---|
`;
const FOOT = `
How it works: an entry is kept on the device (IndexedDB, on the disk before the form is cleared) under an id of its own
until the server has answered. The server notes that id in the same transaction as what the entry writes, so that a repeat
finds it and gets the first answer. Nothing counts as sent before that answer; no answer means "waiting", never "failed".
`;

function rowsOf(suite) {
  const specs = [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap((one) => one.specs ?? [])];
  return specs.flatMap((spec) =>
    spec.tests.map((test) => ({ title: spec.title, ok: spec.ok, notes: test.annotations })),
  );
}

function line({ title, ok, notes }) {
  const untried = notes.find((note) => note.type === 'untried');
  if (untried) return `| ${title} | – | – | – | – | – | not tried: ${untried.description} |`;
  const found = notes.find((note) => note.type === 'row');
  if (!ok || !found) return `| ${title} | | | | | | **failed** |`;
  const row = JSON.parse(found.description);
  return `| ${title} | ${row.made} | ${row.acknowledged} | ${row.stored} | ${row.lost} | ${row.doubled} | ${row.told} |`;
}

async function main() {
  await installPackages();
  const report = path.join(STATE, 'faults.json');
  rmSync(report, { force: true });
  const args = [
    'node_modules/@playwright/test/cli.js',
    'test',
    '-c',
    'playwright.faults.config.ts',
    '--reporter=list,json',
  ];
  const code = await exitCode(process.execPath, args, { env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report } });
  const rows = JSON.parse(readFileSync(report, 'utf8')).suites.flatMap(rowsOf);
  if (rows.length === 0) throw new Stop('No fault was tried.');
  writeFileSync(path.join(ROOT, 'docs/reliability.md'), HEAD + rows.map(line).join('\n') + '\n' + FOOT);
  say(`${rows.length} faults tried; the table is in docs/reliability.md.`);
  process.exitCode = code;
}

main().catch(endWith);
