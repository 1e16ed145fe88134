/** Works something out once for the same objects, for as long as they are there. They are not changed afterwards. */
export function memoize<Of extends readonly [object, ...object[]], R>(work: (...of: Of) => R): (...of: Of) => R {
  const root = new WeakMap<object, unknown>();
  return (...of) => {
    let at = root;
    for (const one of of.slice(0, -1)) {
      let next = at.get(one) as WeakMap<object, unknown> | undefined;
      if (!next) at.set(one, (next = new WeakMap()));
      at = next;
    }
    const last = of.at(-1)!;
    if (!at.has(last)) at.set(last, work(...of));
    return at.get(last) as R;
  };
}
