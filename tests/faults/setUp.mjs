import { build } from '../../scripts/lib/build.mjs';
import { needChromium } from '../../scripts/lib/install.mjs';

/** Each fault starts what it needs itself, as it is going to kill it. */
export default async function setUp() {
  await needChromium();
  await build();
}
