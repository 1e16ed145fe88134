import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { MIGRATIONS } from './migrate';

// An installation has run these files: a changed one would leave it with another database than a new one has. A new migration
// adds its line here when it lands: sha256sum src/db/migrations/*.sql
const LANDED = path.join(__dirname, 'migrations/landed.txt');

test('migrations that have landed are what they were', () => {
  const listed = readFileSync(LANDED, 'utf8')
    .trim()
    .split('\n')
    .map((line) => line.split(/\s+/) as [sum: string, name: string]);
  const files = readdirSync(MIGRATIONS).filter((name) => name.endsWith('.sql'));
  const now = files.map((name) => {
    const sum = createHash('sha256').update(readFileSync(path.join(MIGRATIONS, name)));
    return [sum.digest('hex'), name] as const;
  });
  expect(listed.length).toBeGreaterThan(27);
  expect(now.filter(([, name]) => listed.some((one) => one[1] === name))).toEqual(listed);
  expect(files.filter((name) => !listed.some((one) => one[1] === name))).toEqual([]);
});
