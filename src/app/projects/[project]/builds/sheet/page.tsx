import { day, fixed, number, plural, shortName, unitName, withQuery } from '@/core/format';
import { figuresOf, readDesigns, verdictsFor, surveyed } from '@/areas/compliance';
import { listStudents, teamIdsIn, hrefIn } from '@/areas/course';
import { loadEventResults } from '@/areas/event';
import { TraverseFigure } from '@/areas/compliance/ui/designs/TraverseFigure';
import { VerdictTable } from '@/areas/compliance/ui/designs/VerdictTable';
import { BUILD_VIEWS, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { allowed, seesAll } from '@/server/access';
import { tagColour } from '@/ui/colours';
import { Link } from '@/ui/Link';
import { PrintButton } from '@/ui/PrintButton';
import { Nothing, TeamTag } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

const MOST_AT_ONCE = 12;

/** Each team's design on one printed page: lineage, figures, requirements, results with their arithmetic. */
export default async function TeamSheetPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/builds/sheet', props);
  const { seat, teams, section, team } = frame;
  const { id } = seat.project;
  const [designs, students, results] = await Promise.all([
    readDesigns(pool(), id),
    listStudents(pool(), id),
    loadEventResults(pool(), id),
  ]);
  const ids = teamIdsIn(teams, section?.id ?? null, team?.id ?? null);
  const here = teams.filter((one) => ids.includes(one.id) && allowed(seat, 'run.read', { teamId: one.id }));
  // Of many teams one is chosen first: all their pages are a print run of their own.
  const many = here.length > MOST_AT_ONCE && !team && (await props.searchParams).all === undefined;
  const shown = (many ? [] : here).flatMap((one) => {
    const own = designs.iterations.filter(({ teamId }) => teamId === one.id);
    return own.length > 0 ? [{ team: one, own, of: surveyed(frame, designs.iterations, own) }] : [];
  });
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'event', 'requirements']}
      frame={frame}
      sheet="builds"
      name="Builds"
      view="builds/sheet"
      views={BUILD_VIEWS}
      title="Team pages"
      about="one printed page for each team"
      actions={shown.length > 0 && <PrintButton>Print {plural(shown.length, 'page')}</PrintButton>}
    >
      {many && (
        <>
          <p className="mb-2">
            Choose a team, or{' '}
            <Link href={withQuery(hrefIn(frame, 'builds/sheet'), { all: '1' })}>show all {here.length} pages</Link>.
          </p>
          <ul className="flex flex-wrap gap-x-5 gap-y-1">
            {here.map((one) => (
              <li key={one.id}>
                <Link href={hrefIn(frame, 'builds/sheet', { team: one.id })}>{one.name}</Link>
              </li>
            ))}
          </ul>
        </>
      )}
      {shown.length === 0 && !many && (
        <Nothing>Once a team has recorded an iteration, its page can be printed here.</Nothing>
      )}
      {shown.map(({ team: one, own, of }) => {
        const figures = figuresOf(own, designs);
        const newest = own.at(-1)!;
        const members = students.filter(({ teamId }) => teamId === one.id).map(({ name }) => shortName(name));
        return (
          <section key={one.id} className="sheet-of-team print-dense mb-8" aria-label={one.name}>
            <div className="flex flex-wrap items-baseline gap-x-4 mb-2">
              <h2 className="h3">
                <TeamTag name={one.name} colour={tagColour(one.colour)} />
              </h2>
              <p>{members.join(', ')}</p>
              <p className="faint">
                {plural(own.length, 'iteration')}, the newest of {day(newest.builtOn)}
              </p>
            </div>
            {figures[0] && (
              <TraverseFigure
                of={of}
                figure={figures[0]}
                title={one.name}
                href={(iteration) => hrefIn(frame, `builds/${iteration}`)}
              />
            )}
            <div className="overflow-x-auto mb-3">
              <table>
                <thead>
                  <tr>
                    <th>No.</th>
                    <th className="min-w-40">Main change</th>
                    <th>State</th>
                    {figures.map(({ id: figure, name, unit }) => (
                      <th key={figure} className="right">
                        {name}, {unitName(unit)}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {own.map((iteration) => (
                    <tr key={iteration.id}>
                      <td className="num">
                        <Link href={hrefIn(frame, `builds/${iteration.id}`)}>{iteration.number}</Link>
                      </td>
                      <td>{iteration.change}</td>
                      <td>{iteration.state}</td>
                      {figures.map(({ id: figure, of: known }) => (
                        <td key={figure} className="num right">
                          {number(known.get(iteration.id)?.value, 2)}
                        </td>
                      ))}
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
            <h3 className="mb-1">Iteration {newest.number} against the requirements</h3>
            <VerdictTable
              verdicts={verdictsFor(designs.requirements, newest, designs.sources)}
              requirementHref={(code) => `${hrefIn(frame, 'requirements')}#${code}`}
              plain
            />
            <h3 className="mt-3 mb-1">Results</h3>
            <ul>
              {results
                .filter(({ event }) => !event.hidden || seesAll(seat))
                .map(({ event, results: scored, problems }) => {
                  const own = scored.find(({ teamId }) => teamId === one.id);
                  const problem = problems.find(({ teamId }) => teamId === one.id);
                  return (
                    <li key={event.id} className="border-b border-hair py-0.5">
                      <b>{event.name}</b>
                      {own && (
                        <>
                          : <span className="num">{fixed(own.points, 1)}</span> points.{' '}
                          <span className="faint text-sm">{problem ? problem.message : own.because.join(' ')}</span>
                        </>
                      )}
                    </li>
                  );
                })}
            </ul>
          </section>
        );
      })}
    </ProjectFrame>
  );
}
