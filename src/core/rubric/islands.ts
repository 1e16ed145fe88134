/** Judges and teams that are joined by scores; no score joins them to any other. */
export interface Island {
  teams: string[];
  judges: string[];
}

/**
 * The connected parts of the graph of teams and judges: two are in one part when scores lead from one to the other. Parts by
 * first appearance, names within a part in the order of the input.
 */
export function islandsOf(pairs: readonly { team: string; judge: string }[]): Island[] {
  const parent = new Map<string, string>();
  const root = (node: string): string => {
    const above = parent.get(node) ?? node;
    return above === node ? node : root(above);
  };
  for (const { team, judge } of pairs) {
    const [a, b] = [root(`team ${team}`), root(`judge ${judge}`)];
    if (a !== b) parent.set(b, a);
  }
  const found = new Map<string, Island>();
  for (const { team, judge } of pairs) {
    const key = root(`team ${team}`);
    const island = found.get(key) ?? { teams: [], judges: [] };
    if (!island.teams.includes(team)) island.teams.push(team);
    if (!island.judges.includes(judge)) island.judges.push(judge);
    found.set(key, island);
  }
  return [...found.values()];
}
