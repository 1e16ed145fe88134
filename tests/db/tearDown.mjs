/** Stops the tests' cluster. */
export default function tearDown() {
  globalThis.ironstoneCluster?.stop();
}
