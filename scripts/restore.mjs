// npm run restore -- FILE: puts a backup in the place of the database. The database there is stays whole until the new one
// stands, and is kept under another name afterwards. The app may be running; it goes on with the restored data.
import { existsSync } from 'node:fs';
import path from 'node:path';
import { client } from './lib/dumps.mjs';
import { onDatabase } from './lib/cluster.mjs';
import { installPackages } from './lib/install.mjs';
import { restore } from './lib/restore.mjs';
import { endWith, say, Stop } from './lib/run.mjs';

async function main() {
  const [file] = process.argv.slice(2);
  if (!file) throw new Stop('Say which backup: npm run restore -- FILE. The daily ones are in .ironstone/backups/.');
  if (!existsSync(file)) throw new Stop(`There is no file ${path.resolve(file)}.`);
  await installPackages();
  const { ok, said } = await client('pg_restore', ['--list', file]);
  if (!ok) throw new Stop(`${file} is no whole backup of a database; nothing was changed.\n${said}`);
  await onDatabase(async (url) => {
    const { before, applied } = await restore(url, file);
    if (applied.length) say(`The backup is of an earlier program; brought up to date: ${applied.join(', ')}.`);
    say(`Restored. The database as it was before is kept as "${before}" until the next restore.`);
  });
}

main().catch(endWith);
