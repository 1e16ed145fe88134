import { rowsOf, type Bundle } from './format';

/**
 * A bundle that was taken out before an iteration could come from several: what it came from stood with it, and one that was
 * ready to be tested was called built. One taken out since stays as it is.
 */
export function fromEarlier<B extends Pick<Bundle, 'tables'>>(bundle: B): B {
  const iterations = rowsOf(bundle, 'iteration');
  // Whether it fits the format at all is looked at afterwards.
  const rows = Array.isArray(iterations) && iterations.every((row) => row !== null && typeof row === 'object');
  if (!rows || !iterations.some((row) => 'parent_id' in row || row.state === 'built')) return bundle;
  const parents = iterations.flatMap(({ id, parent_id }) =>
    parent_id ? [{ id: `${String(id)} from ${String(parent_id)}`, iteration_id: id, parent_id, position: 1 }] : [],
  );
  const iteration = iterations.map(({ parent_id: _, ...row }) => ({
    ...row,
    ...(row.state === 'built' ? { state: 'ready to test' } : {}),
  }));
  return {
    ...bundle,
    tables: { ...bundle.tables, iteration, iteration_parent: [...rowsOf(bundle, 'iteration_parent'), ...parents] },
  };
}
