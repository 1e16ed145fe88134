import { Pick } from '@/ui/sheet/Pick';
import { measureName, type Reached } from '@/areas/bench';
import { withQuery, unitName, quantity, plural, within } from '@/core/format';
import { hrefIn } from '@/areas/course';
import { Nothing, TeamTag } from '@/ui/sheet/Sheet';
import { SavedFigure } from '@/ui/SavedFigure';
import { Strip } from '@/areas/bench/ui/Strip';
import { tagColour } from '@/ui/colours';
import { allowed } from '@/server/access';
import { Link } from '@/ui/Link';
import { ProgressChart } from '@/areas/bench/ui/ProgressChart';
import { momentHere } from '@/server/clock';
import { ActButton } from '@/ui/forms/ActButton';
import { releaseBoard } from '@/areas/bench/write/actions';
import type { Frame } from '@/shell/frame';
import type { readBoardPage } from '@/app/projects/[project]/bench/board/read';

type Props = Awaited<ReturnType<typeof readBoardPage>> & { frame: Frame };

/** The content of the page “Board”. */
export function BoardView({
  iterations,
  all,
  open,
  protocol,
  here,
  better,
  lack,
  ranked,
  nameOf,
  stored,
  benchmark,
  standsOf,
  says,
  limits,
  frame,
}: Props) {
  const { seat } = frame;
  const dayOf = (at: Date) => momentHere(seat.project, at).slice(0, 10);
  const to = (value: number, { interval }: Reached) => within(value, protocol!.unit, interval);
  const written = (of: Reached) =>
    of.interval ? `${to(of.mean, of)}, give or take ${to((of.interval[1] - of.interval[0]) / 2, of)}` : to(of.mean, of);
  const bestRun = ({ values }: Reached) => (better === 'lower' ? Math.min(...values) : Math.max(...values));
  return (
    <>
      <Pick
        label="Test"
        of={open.map((one) => ({
          key: one.quantityId,
          name: measureName(one),
          href: withQuery(hrefIn(frame, 'bench/board'), { quantity: one.quantityId }),
          shown: one === protocol,
        }))}
      />
      {!protocol ? (
        <Nothing>
          {all
            ? 'The board shows how the whole class stands by a test. Add a protocol first.'
            : 'Your instructor has not released a board yet. It shows how the whole class stands by a test.'}
        </Nothing>
      ) : (
        <>
          {says.length > 0 && (
            <ul className="callout mb-3 max-w-4xl">
              {says.map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
          )}
          {ranked.length === 0 ? (
            <Nothing>No team has a valid run under this protocol yet.</Nothing>
          ) : (
            <>
              <SavedFigure
                name={`class board ${measureName(protocol)}`}
                rows={[
                  ['iteration', `${protocol.parameterName}, ${unitName(protocol.unit)}`],
                  ...ranked.flatMap(({ teamId, best }) =>
                    best.values.map((value) => [`${nameOf(teamId)} ${best.number}`, String(value)]),
                  ),
                ]}
              >
                <Strip
                  title={`${protocol.parameterName} of the class, ${protocol.name}`}
                  unit={protocol.unit}
                  limits={limits}
                  rows={ranked.map(({ teamId, best }) => ({
                    key: teamId,
                    name: `${nameOf(teamId)} ${best.number}`,
                    values: best.values,
                    mean: best.mean,
                    interval: best.interval,
                    outlier: best.outlier,
                  }))}
                />
              </SavedFigure>
              <table className="stacked max-w-4xl mt-2">
                <thead>
                  <tr>
                    <th>Team</th>
                    <th className="right">Iteration</th>
                    <th className="right">Runs</th>
                    <th>Mean</th>
                    {better && <th className="right">Best run</th>}
                    {benchmark && better && <th>{stored!.season}</th>}
                  </tr>
                </thead>
                <tbody>
                  {ranked.map(({ teamId, best }) => {
                    const stands = standsOf(best);
                    const iteration = iterations.find(({ id }) => id === best.iterationId)!;
                    return (
                      <tr key={teamId}>
                        <td>
                          <TeamTag
                            name={nameOf(teamId)}
                            colour={tagColour(here.find(({ id }) => id === teamId)!.colour)}
                          />
                        </td>
                        <td data-label="iteration" className="beside num right">
                          {allowed(seat, 'iteration.read', iteration) ? (
                            <Link href={hrefIn(frame, `builds/${best.iterationId}`)}>{best.number}</Link>
                          ) : (
                            best.number
                          )}
                        </td>
                        <td data-label="runs" className="beside num right">
                          {best.values.length}
                        </td>
                        <td data-label="mean" className="beside">
                          {written(best)}
                        </td>
                        {better && (
                          <td data-label="best run" className="beside num right">
                            {protocol.formula === null
                              ? quantity(bestRun(best), protocol.unit)
                              : to(bestRun(best), best)}
                          </td>
                        )}
                        {stands && (
                          <td data-label={stored!.season} className={stands === 'beats' ? 'text-moss' : 'faint'}>
                            {STANDS[stands]}
                          </td>
                        )}
                      </tr>
                    );
                  })}
                </tbody>
              </table>
              <p className="text-sm faint mt-1 mb-4">
                {better
                  ? 'Of each team the iteration with the best mean; the best single run is luck as much as the design.'
                  : lack
                    ? 'Of each team the iteration whose mean lies closest to what is asked.'
                    : 'Of each team the newest iteration: no event or requirement says what is good.'}
              </p>
              {lack && (
                <section>
                  <h2 className="mb-1">Progress: the best mean so far</h2>
                  <ProgressChart
                    title={`Progress, ${protocol.parameterName}, ${protocol.name}`}
                    yLabel={`${protocol.parameterName}, ${unitName(protocol.unit)}`}
                    limits={limits}
                    until={frame.today}
                    teams={ranked.slice(0, MOST_LINES).map(({ teamId, steps }) => ({
                      name: nameOf(teamId),
                      colour: tagColour(here.find(({ id }) => id === teamId)!.colour),
                      steps: steps.map(({ at, mean }) => ({ on: dayOf(at), value: mean })),
                    }))}
                  />
                  {ranked.length > MOST_LINES && (
                    <p className="text-sm faint">
                      The first {plural(MOST_LINES, 'team')} are drawn; choose a section or a team.
                    </p>
                  )}
                </section>
              )}
            </>
          )}
        </>
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function BoardActions({ protocol, released, frame }: Props) {
  if (!protocol) return null;
  const { seat } = frame;
  const project = seat.project.id;

  return (
    <ActButton
      act={releaseBoard}
      input={{ projectId: project, id: protocol.id, version: null, released: !released }}
      done={released ? 'Hidden from students again.' : 'Released: students see this board now.'}
    >
      {released ? 'Hide from students' : 'Release to students'}
    </ActButton>
  );
}

const STANDS = {
  beats: 'beats it',
  behind: 'behind',
  level: 'can’t be told apart',
  'one run': 'one run only',
} as const;

/** So many lines can be told apart. */
const MOST_LINES = 12;
