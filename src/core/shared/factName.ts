/** The name under which something can be used in a formula: "Carrier mass" → carrier_mass; empty where no letter is left. */
export function factName(name: string): string {
  return name
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter(Boolean)
    .join('_');
}
