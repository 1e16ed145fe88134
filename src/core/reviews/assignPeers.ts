import { CoreError } from '../shared/CoreError';
import { whole } from '../shared/check';

/**
 * Who reviews whom: each team reviews one other and is reviewed by one, and has time to itself before and after its own turn
 * where there are enough teams. The team at place i is reviewed by the one `panels` + 1 places further on (round the end), so
 * that no team reviews while it is on itself or, with one panel and four teams or more, right before or after that.
 * @param order the teams in the running order, each once
 * @param panels how many are heard at the same time
 * @returns the reviewer of each team; nobody where there is one team alone
 * @throws CoreError for a team that appears twice
 */
export function assignPeers(order: readonly string[], panels = 1): Map<string, string> {
  whole(panels, 'The panels', 1);
  if (new Set(order).size < order.length) throw new CoreError('A team appears twice in the running order.');
  const count = order.length;
  if (count < 2) return new Map();
  const wish = panels + 1;
  const shift = count > wish ? wish : count - 1;
  return new Map(order.map((team, at) => [team, order[(at + shift) % count]!]));
}
