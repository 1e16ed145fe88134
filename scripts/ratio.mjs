// npm run ratio: test lines by all other lines (non-blank lines of .ts, .tsx, .css, .sql and .mjs).
// Warns outside 0.27 to 0.40 and fails outside 0.22 to 0.45.
import { readFileSync } from 'node:fs';
import { quiet } from './lib/run.mjs';

const files = quiet('git', ['ls-files', '--cached', '--others', '--exclude-standard'])
  .out.split('\n')
  .filter((file) => /\.(tsx?|css|sql|mjs)$/.test(file) && !/(^|\/)(node_modules|next-env\.d\.ts)/.test(file));
const lines = (file) =>
  readFileSync(file, 'utf8')
    .split('\n')
    .filter((line) => line.trim()).length;
const isTest = (file) => file.startsWith('tests/') || /\.test\.tsx?$/.test(file);
const sum = (list) => list.reduce((total, file) => total + lines(file), 0);
const [tests, code] = [sum(files.filter(isTest)), sum(files.filter((file) => !isTest(file)))];
const ratio = tests / code;
console.log(`${tests} lines of tests, ${code} other lines: ${ratio.toFixed(3)} (aim 0.33)`);
if (ratio < 0.27 || ratio > 0.4) console.log('Outside 0.27 to 0.40.');
process.exitCode = ratio < 0.22 || ratio > 0.45 ? 1 : 0;
