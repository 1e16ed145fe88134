// npm run backup [-- FILE]: writes the whole database to FILE, or to .ironstone/backups/. The app may be running.
import path from 'node:path';
import { toldDump } from './lib/checkedDump.mjs';
import { BACKUPS, dumpName } from './lib/dumps.mjs';
import { onDatabase } from './lib/cluster.mjs';
import { endWith, say } from './lib/run.mjs';

const [file] = process.argv.slice(2);
onDatabase(async (url) => {
  const made = await toldDump(url, file ? path.resolve(file) : path.join(BACKUPS, dumpName('backup')));
  say(
    `The backup is in ${path.relative(process.cwd(), made)}. It holds names, grades and pictures: keep it as safe as those.`,
  );
}).catch(endWith);
