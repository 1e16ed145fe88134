import { allowed, type Seat } from '@/server/access';
import { ROUTES, type Permission } from '@/server/policy';

const PATTERNS = Object.entries(ROUTES)
  .filter(([route]) => route.startsWith('/projects/[project]'))
  .map(([route, door]) => ({
    pattern: new RegExp(`^${route.replace(/\[\w+\]/g, '[^/?#]+')}$`),
    door: door as Permission,
  }));

/**
 * Whether a line of Today leads somewhere for this person. What is for everybody who leads concerns an assistant as far as
 * the page behind it opens to them; lines for students are chosen where they are made.
 */
export function opensTo(seat: Seat, href: string): boolean {
  if (seat.role !== 'assistant') return true;
  const path = href.split(/[?#]/)[0]!;
  const door = PATTERNS.find(({ pattern }) => pattern.test(path))?.door;
  return door !== undefined && allowed(seat, door);
}
