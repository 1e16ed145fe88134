import { build } from '../../scripts/lib/build.mjs';
import { startCluster } from '../../scripts/lib/cluster.mjs';
import { needChromium } from '../../scripts/lib/install.mjs';
import { serve } from '../../scripts/lib/serve.mjs';

/** Serves the production build twice: with the demo project, and as an empty installation. */
export default async function setUp() {
  await needChromium();
  await build();
  const cluster = await startCluster('test', { fast: true });
  const [demo, empty] = await Promise.all([serve(cluster, 'e2e_demo', ['--demo']), serve(cluster, 'e2e_empty')]);
  process.env.IRONSTONE_E2E = JSON.stringify({
    demo: { origin: demo.origin, url: demo.url, access: demo.access },
    empty: { origin: empty.origin, setupToken: /^ {2}(\S{43})$/m.exec(empty.said)?.[1] },
  });
  return async () => {
    await Promise.all([demo.stop(), empty.stop()]);
    cluster.stop();
  };
}
