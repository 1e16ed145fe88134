/**
 * npm run schema: writes docs/bundle.schema.json, the JSON Schema of a project bundle, from the catalogue and from a
 * database that is migrated for it.
 */
import { writeFileSync } from 'node:fs';
import { format } from 'prettier';
import { connect } from '@/db/connection';
import { migrate } from '@/db/migrate';
import { readShape } from '@/db/shape';
import { bundleSchema } from '@/shell/bundle/schema';
import { startCluster } from './lib/cluster.mjs';
import { freshDatabase } from './lib/serve.mjs';

async function main() {
  const cluster = await startCluster('test', { fast: true });
  const sql = connect(await freshDatabase(cluster, 'schema'), 1);
  try {
    await migrate(sql);
    const text = JSON.stringify(bundleSchema(await readShape(sql)));
    writeFileSync('docs/bundle.schema.json', await format(text, { parser: 'json', printWidth: 120 }));
  } finally {
    await sql.end();
    cluster.stop();
  }
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
