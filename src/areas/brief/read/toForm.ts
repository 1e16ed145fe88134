import type { BriefParts } from './brief';

/** A brief as its form shows it: numbers as text, simple lists a line each. */
export function briefForm(parts: BriefParts): Record<string, unknown> {
  const { teamFrom, teamTo, banned, checklist, ...rest } = parts;
  const text = (value: number | null) => (value === null ? '' : String(value));
  return {
    ...rest,
    teamFrom: text(teamFrom),
    teamTo: text(teamTo),
    banned: banned.join('\n'),
    checklist: checklist.join('\n'),
  };
}
