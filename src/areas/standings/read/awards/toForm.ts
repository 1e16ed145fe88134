import type { AwardRule } from '@/areas/standings/read/awards';

/** A stored award as its form shows it. */
export function awardForm(row: Record<string, unknown>): Record<string, unknown> {
  const rule = row.rule as AwardRule;
  const of = (key: string) => (key in rule ? String((rule as unknown as Record<string, unknown>)[key]) : '');
  return {
    name: row.name,
    position: String(row.position as number),
    of: rule.of,
    place: of('place'),
    eventId: of('eventId'),
    contestId: of('contestId'),
    rubricId: of('rubricId'),
    teamId: of('teamId'),
    why: of('why'),
    trophy: row.trophy,
  };
}
export const newAward = (position: number) => ({
  name: '',
  position: String(position),
  of: 'standings',
  place: '1',
  eventId: '',
  contestId: '',
  rubricId: '',
  teamId: '',
  why: '',
  trophy: '',
});
