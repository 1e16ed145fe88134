import { startCluster } from '../../scripts/lib/cluster.mjs';
import { freshDatabase } from '../../scripts/lib/serve.mjs';
import { must } from '../../scripts/lib/run.mjs';

/** Starts the tests' cluster and makes the template that every test file clones: migrated, otherwise empty. */
export default async function setUp() {
  const cluster = await startCluster('test', { fast: true });
  globalThis.ironstoneCluster = cluster;
  const url = await freshDatabase(cluster, 'template_ironstone');
  const env = { ...process.env, DATABASE_URL: url };
  await must(process.execPath, ['--import', 'tsx', 'scripts/prepare.ts'], 'The template could not be made', {
    env,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  process.env.IRONSTONE_TEST_CLUSTER = cluster.url;
}
