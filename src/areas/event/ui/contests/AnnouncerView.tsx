import type { DayContest } from '@/areas/event/read/contests/day';
import type { Notes } from '@/areas/event/read/contests/announce';
import { tagColour } from '@/ui/colours';
import type { DeskTeam } from '@/areas/event/shared/contests/atDesk';

interface Props {
  contests: readonly DayContest[];
  notes: Notes;
  teams: readonly DeskTeam[];
  clock: (ms: number) => string;
}

/** For whoever speaks to the audience: who is on and who follows, with what is special about each, from the record. */
export function AnnouncerView({ contests, notes, teams, clock }: Props) {
  const open = contests.filter(({ contest, over }) => contest.openedAt && !over);
  if (open.length === 0) return <p className="faint">No contest is open at present.</p>;
  return open.map((one) => (
    <section key={one.contest.id} className="mb-6">
      <h2>{one.contest.name}</h2>
      <ol>
        {lines(one).map(({ key, says, ids, at }) => (
          <li key={key} className="border-b border-rule py-2.5">
            <p className="faint">
              {says}
              {at === null ? '' : `, about ${clock(at)}`}
            </p>
            <div className="grid gap-x-6 gap-y-2 md:grid-cols-2">
              {ids.map((id) => (
                <Told key={id} team={teams.find((team) => team.id === id)} notes={notes.get(id) ?? []} />
              ))}
            </div>
          </li>
        ))}
      </ol>
    </section>
  ));
}

function Told({ team, notes }: { team: DeskTeam | undefined; notes: string[] }) {
  if (!team) return null;
  return (
    <div>
      <p
        className="font-cond font-semibold text-2xl pl-2 border-l-[8px]"
        style={{ borderColor: tagColour(team.colour) }}
      >
        {team.name}
      </p>
      <ul className="list-disc pl-5">
        {notes.map((note) => (
          <li key={note}>{note}</li>
        ))}
      </ul>
    </div>
  );
}

interface Line {
  key: string;
  says: string;
  ids: string[];
  at: number | null;
}
const AHEAD = 4;

/** Who is on, then who follows. */
function lines({ stand, times, heats, beginsAt }: DayContest): Line[] {
  if (heats)
    return heats.heats
      .filter(({ done }) => !done)
      .slice(0, AHEAD)
      .map(({ round, heat, lanes, start }, i) => ({
        key: `${round} ${heat}`,
        says: `${i === 0 ? 'Now or next' : 'Then'}: round ${round}, heat ${heat}`,
        ids: lanes.filter((id) => id !== null),
        at: start === null ? null : beginsAt + start * 60_000,
      }));
  if (!stand || !times) return [];
  const called = new Set(stand.called.map(({ match }) => match));
  const ids = (match: string) => {
    const { a, b } = stand.played.matches.find(({ id }) => id === match)!;
    return [a, b].filter((id) => id !== null);
  };
  return [
    ...stand.called.map(({ match, ring, startedAt }) => ({
      key: match,
      says: `${startedAt ? 'On now' : 'Called'}: ${match}, ring ${ring}`,
      ids: ids(match),
      at: null,
    })),
    ...times.matches
      .filter(({ match, a, b }) => !called.has(match) && (a !== null || b !== null))
      .slice(0, AHEAD)
      .map(({ match, ring, start }) => ({
        key: match,
        says: `Next: ${match}, ring ${ring}`,
        ids: ids(match),
        at: beginsAt + start * 60_000,
      })),
  ];
}
