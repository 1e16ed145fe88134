import { startCluster } from '../../scripts/lib/cluster.mjs';
import { freshDatabase } from '../../scripts/lib/serve.mjs';
import { must } from '../../scripts/lib/run.mjs';

/** Starts the tests' cluster and makes the templates that test files clone: one with the demo project, one that is migrated and otherwise empty. */
export default async function setUp() {
  const cluster = await startCluster('test', { fast: true });
  globalThis.ironstoneCluster = cluster;
  const url = await freshDatabase(cluster, 'template_ironstone');
  const env = { ...process.env, DATABASE_URL: url };
  const run = (script, on) =>
    must(process.execPath, ['--import', 'tsx', script], 'The template could not be made', {
      env: { ...env, DATABASE_URL: on },
      stdio: ['ignore', 'ignore', 'inherit'],
    });
  await run('scripts/prepare.ts', url);
  await run('tests/db/readyDemo.ts', await freshDatabase(cluster, 'template_demo', 'template_ironstone'));
  process.env.IRONSTONE_TEST_CLUSTER = cluster.url;
}
