import type { Stand } from '@/core/desk/stand';
import { number } from '@/core/format';
import type { Row } from '@/core/tournament/table';
import type { Contest } from '@/areas/event/read/contests';
import { tagColour } from '@/ui/colours';
import { TeamTag } from '@/ui/sheet/Sheet';
import type { DeskTeam } from '@/areas/event/shared/contests/atDesk';
import { TIE_NAME } from './words';

interface Props {
  contest: Contest;
  stand: Stand;
  table: readonly Row[];
  nameOf: (id: string | null) => string;
  teams: readonly DeskTeam[];
}

/** Everyone against everyone, and Swiss rounds: the table, and the rounds with what came of them. */
export function ContestTable({ contest, stand, table, nameOf, teams }: Props) {
  const { matches, byes, ended } = stand.played;
  const rounds = [...new Set(matches.map(({ round }) => round))];
  const swiss = contest.format === 'swiss';
  const scored = table.some(({ gameDifference }) => gameDifference !== 0);
  return (
    <div className="flex flex-wrap gap-x-10 gap-y-4 mb-3">
      <section>
        <h2 className="mb-1">Table</h2>
        <table>
          <thead>
            <tr>
              <th className="right">Place</th>
              <th>Team</th>
              <th className="right">Points</th>
              <th className="right">Played</th>
              <th className="right">Won</th>
              {contest.draws && <th className="right">Drawn</th>}
              <th className="right">Lost</th>
              {swiss && (
                <th className="right" title="The points of those they met">
                  Opponents
                </th>
              )}
              {scored && <th className="right">Scores</th>}
            </tr>
          </thead>
          <tbody>
            {table.map((row) => (
              <tr key={row.team}>
                <td className="num right font-semibold">{row.place}</td>
                <td>
                  <TeamTag
                    name={nameOf(row.team)}
                    colour={tagColour(teams.find(({ id }) => id === row.team)?.colour ?? 0)}
                  />
                </td>
                <td className="num right font-semibold">{number(row.points)}</td>
                <td className="num right">{row.played}</td>
                <td className="num right">{row.won}</td>
                {contest.draws && <td className="num right">{row.drawn}</td>}
                <td className="num right">{row.lost}</td>
                {swiss && <td className="num right">{number(row.buchholz)}</td>}
                {scored && (
                  <td className="num right">
                    {row.gameDifference > 0 ? '+' : ''}
                    {number(row.gameDifference)}
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
        <p className="text-sm faint mt-1">
          A win is 1 point{contest.draws ? ', a draw half a point' : ''}.{' '}
          {contest.ties.length > 0
            ? `Equal points are decided by ${contest.ties.map((rule) => TIE_NAME[rule]).join(', then ')}.`
            : 'Equal points share a place.'}
        </p>
      </section>
      <section className="grow basis-72">
        <h2 className="mb-1">Rounds</h2>
        {ended && <p className="callout mb-1">No further round: {ended.because}</p>}
        <div className="columns-1 sm:columns-2 gap-8">
          {rounds.map((round) => {
            const bye = byes.filter((one) => one.round === round).map(({ team }) => nameOf(team));
            return (
              <div key={round} className="break-inside-avoid mb-2">
                <h3 className="font-semibold">Round {round}</h3>
                <ul>
                  {matches
                    .filter((match) => match.round === round)
                    .map((match) => (
                      <li key={match.id} className={match.state === 'waiting' ? 'faint' : ''}>
                        {match.a && match.b ? (
                          <>
                            <Side won={match.winner === match.a}>{nameOf(match.a)}</Side> –{' '}
                            <Side won={match.winner === match.b}>{nameOf(match.b)}</Side>
                            <span className="faint">
                              {match.scores
                                ? ` ${match.scores[0]} : ${match.scores[1]}`
                                : match.drawn
                                  ? ' draw'
                                  : match.walkover
                                    ? ' no match'
                                    : match.state === 'ready'
                                      ? stand.called.some((one) => one.match === match.id)
                                        ? ' on now'
                                        : ''
                                      : ''}
                            </span>
                          </>
                        ) : (
                          `${match.id}: paired after round ${round - 1}`
                        )}
                      </li>
                    ))}
                  {bye.length > 0 && <li className="faint">No match: {bye.join(', ')}</li>}
                </ul>
              </div>
            );
          })}
        </div>
      </section>
    </div>
  );
}

const Side = ({ won, children }: { won: boolean; children: string }) =>
  won ? <b className="font-semibold">{children}</b> : <>{children}</>;
