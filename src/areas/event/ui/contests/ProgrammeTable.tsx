import { Link } from '@/ui/Link';
import { Fold } from '@/ui/sheet/Fold';
import { number, plural, weekday } from '@/core/format';
import { FIVE_MORE, nextOf, type DayContest } from '@/areas/event/read/contests/day';
import { FORMAT_NAME } from '@/areas/event/shared/contests/words';

interface Props {
  contests: readonly DayContest[];
  clock: (ms: number) => string;
  nameOf: (id: string) => string;
  chosen: string | null;
  hrefOf: (contest: string) => string;
}

/** The contests of the day: when each begins and ends, whether it fits, what a delay does, and who is on when. */
export function ProgrammeTable({ contests, clock, nameOf, chosen, hrefOf }: Props) {
  return (
    <>
      <table className="stacked max-w-5xl">
        <thead>
          <tr>
            <th>When</th>
            <th>Contest</th>
            <th>How</th>
            <th>Ends</th>
            <th>If a team needs {FIVE_MORE} min more</th>
            <th>State</th>
          </tr>
        </thead>
        <tbody>
          {contests.map((one) => (
            <Row key={one.contest.id} of={one} clock={clock} href={hrefOf(one.contest.id)} />
          ))}
        </tbody>
      </table>
      {contests
        .filter(({ teams, over, broken }) => teams.length > 1 && !over && !broken)
        .map((one) => (
          <section key={one.contest.id} className="mt-5 break-inside-avoid">
            <h2>{one.contest.name}: who is on when</h2>
            {chosen && one.teams.includes(chosen) && <Own of={one} team={chosen} clock={clock} nameOf={nameOf} />}
            <Fold label={one.heats ? 'Heats' : 'Matches'} minor open={contests.length <= 2}>
              <Slots of={one} clock={clock} nameOf={nameOf} />
            </Fold>
          </section>
        ))}
    </>
  );
}

function Row({ of, clock, href }: { of: DayContest; clock: Props['clock']; href: string }) {
  const { contest, teams, count, finish, latest, fits, delayed, over, broken, beginsAt } = of;
  const at = (minutes: number) => clock(beginsAt + minutes * 60_000);
  const [least, most] = count;
  const what = contest.format === 'lanes' ? 'heat' : 'match';
  const many =
    least === most ? plural(least, what, what === 'match' ? 'matches' : undefined) : `${least} or ${most} matches`;
  const rings = contest.format === 'lanes' ? plural(contest.rings, 'lane') : plural(contest.rings, 'ring');
  return (
    <tr>
      <td className="whitespace-nowrap">
        {weekday(contest.day)}, {contest.start}
      </td>
      <td>
        <Link href={href}>{contest.name}</Link>
      </td>
      <td>
        {FORMAT_NAME[contest.format]}, {plural(teams.length, 'team')}
        {teams.length > 1 && !broken && `, ${many} on ${rings}`}
      </td>
      <td className={fits ? '' : 'text-brick'}>
        {broken ? (
          <span className="text-brick">can’t be played as it stands</span>
        ) : teams.length < 2 ? (
          <span className="faint">needs two teams</span>
        ) : over ? (
          'done'
        ) : (
          <>
            {at(finish)}
            {latest > finish + 0.01 && ` or ${at(latest)}`}
            {fits
              ? `, ${number(contest.minutes - latest, 0)} min to spare`
              : `: does not fit, ${number(latest - contest.minutes, 0)} min too long`}
          </>
        )}
      </td>
      <td>{teams.length > 1 && !over && !broken && `ends ${at(delayed())}`}</td>
      <td>{over ? 'over' : contest.openedAt ? <b className="text-iron">open</b> : 'planned'}</td>
    </tr>
  );
}

/** Where the chosen team is needed next. */
function Own({ of, team, clock, nameOf }: { of: DayContest; team: string } & Pick<Props, 'clock' | 'nameOf'>) {
  const next = nextOf(of, team);
  if (!next) return <p className="my-1">{nameOf(team)} has no match left here.</p>;
  return (
    <p className="text-lg my-1">
      {nameOf(team)}: {nextWords(next, of, clock, nameOf)}
    </p>
  );
}

/** "called to ring 1 now, against Flint", "about 10:24, ring 2, against Flint". */
export function nextWords(
  next: NonNullable<ReturnType<typeof nextOf>>,
  { contest }: Pick<DayContest, 'contest'>,
  clock: Props['clock'],
  nameOf: Props['nameOf'],
): string {
  const place = contest.format === 'lanes' ? `lane ${next.ring}` : `ring ${next.ring}`;
  const when = {
    on: `on ${place} now`,
    called: `called to ${place}: go there now`,
    waits: `about ${clock(next.at)}, ${place}`,
  };
  return `${when[next.state]}${next.against ? `, against ${nameOf(next.against)}` : `, ${next.match}`}`;
}

function Slots({ of, clock, nameOf }: { of: DayContest } & Pick<Props, 'clock' | 'nameOf'>) {
  const { heats, times, beginsAt, contest } = of;
  const at = (minutes: number) => clock(beginsAt + minutes * 60_000);
  if (heats)
    return (
      <table className="max-w-3xl">
        <thead>
          <tr>
            <th>About</th>
            <th>Heat</th>
            {Array.from({ length: contest.rings }, (_, i) => (
              <th key={i}>Lane {i + 1}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {heats.heats.map(({ round, heat, lanes, done, start }) => (
            <tr key={`${round} ${heat}`} className={done ? 'faint' : ''}>
              <td className="num">{start === null ? 'done' : at(start)}</td>
              <td className="whitespace-nowrap">
                round {round}, heat {heat}
              </td>
              {lanes.map((team, i) => (
                <td key={i}>{team ? nameOf(team) : '–'}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    );
  return (
    <table className="max-w-2xl">
      <thead>
        <tr>
          <th>About</th>
          {contest.rings > 1 && <th>Ring</th>}
          <th>Match</th>
          <th>Who</th>
        </tr>
      </thead>
      <tbody>
        {(times?.matches ?? []).map(({ match, ring, start, a, b }) => (
          <tr key={match}>
            <td className="num">{at(start)}</td>
            {contest.rings > 1 && <td className="num">{ring}</td>}
            <td>{match}</td>
            <td>
              {a || b ? (
                `${a ? nameOf(a) : 'to be seen'} – ${b ? nameOf(b) : 'to be seen'}`
              ) : (
                <span className="faint">to be seen</span>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
