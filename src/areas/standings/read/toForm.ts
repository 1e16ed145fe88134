/** A stored component as its form shows it. */
export function componentForm(row: Record<string, unknown>): Record<string, unknown> {
  const source = row.eventId ? `event:${String(row.eventId)}` : `rubric:${String(row.rubricId)}`;
  return {
    name: row.name,
    source,
    countsAs: row.countsAs,
    weight: String(row.weight),
    max: row.max === null ? '' : String(row.max),
    position: String(row.position),
  };
}
