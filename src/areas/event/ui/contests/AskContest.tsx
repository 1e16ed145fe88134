'use client';

import { useMemo, useState } from 'react';
import { happenings } from '@/core/desk/entry';
import { headToHead } from '@/core/tournament/headToHead';
import { needs } from '@/core/tournament/needs';
import { plural } from '@/core/format/format';
import type { Contest, StoredEntry } from '@/areas/event/read/contests';
import { describe } from '@/areas/event/shared/contests/stand';
import { isTable } from '@/areas/event/shared/contests/words';
import { namesOf, type DeskTeam } from '@/areas/event/shared/contests/atDesk';

/** What people ask at the desk: have they met, and what must happen for a team to be first. */
export function AskContest({
  contest,
  entries,
  teams,
  chosen,
}: {
  contest: Contest;
  entries: readonly StoredEntry[];
  teams: DeskTeam[];
  chosen: string | null;
}) {
  const inIt = (id: string | null) => teams.some((one) => one.id === id);
  const [one, setOne] = useState(inIt(chosen) ? chosen! : (teams[0]?.id ?? ''));
  const [other, setOther] = useState('');
  const input = useMemo(() => ({ ...describe(contest), results: happenings(entries) }), [contest, entries]);
  const nameOf = namesOf(teams);
  const select = (label: string, value: string, set: (id: string) => void, but: string, empty?: string) => (
    <label className="flex flex-col">
      <span className="font-medium text-sm">{label}</span>
      <select value={value} onChange={(event) => set(event.target.value)} className="!w-40">
        {empty && <option value="">{empty}</option>}
        {teams
          .filter(({ id }) => id !== but)
          .map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
      </select>
    </label>
  );
  if (!inIt(one)) return null;
  return (
    <section aria-label="Questions" className="no-print border border-rule p-2.5 mb-4 max-w-3xl">
      <h2>Questions</h2>
      <div className="flex flex-wrap gap-3 items-end">
        {select('Team', one, (id) => (setOne(id), id === other && setOther('')), '')}
        {select('Have they met', other, setOther, one, 'choose …')}
      </div>
      <p className="mt-1.5">{needWords(needs({ ...input, team: one }), nameOf(one), contest.format)}</p>
      {other && other !== one && (
        <p className="mt-1">{metWords(headToHead({ ...input, a: one, b: other }), one, other, nameOf)}</p>
      )}
    </section>
  );
}

function needWords(
  { possible, minimumWins, ownHands, path }: ReturnType<typeof needs>,
  name: string,
  format: Contest['format'],
): string {
  if (!possible) return `${name} can’t be first any more.`;
  const wins = minimumWins ?? 0;
  const knockout = !isTable(format);
  if (path.length === 0 && wins === 0 && (knockout || ownHands)) return `${name} is first.`;
  const way = path.length > 0 ? ` (${path.join(', ')})` : '';
  if (knockout) return `To be first, ${name} has to win ${plural(wins, 'match', 'matches')}${way}.`;
  if (wins === 0) return `${name} can be first without another win, if the others lose points.`;
  return ownHands
    ? `To be first, ${name} needs at least ${plural(wins, 'win')}; if it wins all that is left${way}, nobody can pass it.`
    : `To be first, ${name} needs at least ${plural(wins, 'win')}${way}, and others have to lose points.`;
}

function metWords(
  { met, meetings, next }: ReturnType<typeof headToHead>,
  one: string,
  other: string,
  nameOf: (id: string | null) => string,
): string {
  const both = `${nameOf(one)} and ${nameOf(other)}`;
  const soon = next ? ` They can play now: ${next}.` : '';
  if (!met) return `${both} have not met.${soon}`;
  const told = meetings.map(
    ({ match, winner, scores }) =>
      `${match}: ${winner ? `${nameOf(winner)} won` : 'draw'}${scores ? `, ${scores[0]} to ${scores[1]}` : ''}`,
  );
  return `${both} have met. ${told.join('; ')}.${soon}`;
}
