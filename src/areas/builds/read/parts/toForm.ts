/** A stored part as its form shows it. */
export function partForm(row: Record<string, unknown>): Record<string, unknown> {
  const { code, name, ownerId, checkerId, share, thickness, thicknessUnit } = row;
  return {
    code,
    name,
    ownerId: ownerId ?? '',
    checkerId: checkerId ?? '',
    share: String(share),
    thickness: thickness == null ? '' : String(thickness),
    thicknessUnit: thicknessUnit ?? 'mm',
  };
}

/** A stored interface as its form shows it. */
export function interfaceForm(row: Record<string, unknown>): Record<string, unknown> {
  const { name, oneId, otherId } = row;
  return { name, oneId, otherId };
}

/** A section's scale as its form shows it. */
export function scaleForm(row: Record<string, unknown>): Record<string, unknown> {
  return {
    ratio: String(row.ratio),
    least: row.leastThickness == null ? '' : String(row.leastThickness),
    leastUnit: row.leastUnit ?? 'mm',
  };
}
