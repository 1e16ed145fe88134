import { Link } from '@/ui/Link';
import { withQuery, shortName, plural, day, unitName, number, fixed } from '@/core/format';
import { hrefIn, type Team } from '@/areas/course';
import { Nothing, TeamTag } from '@/ui/sheet/Sheet';
import { figuresOf, verdictsFor } from '@/areas/compliance';
import { tagColour } from '@/ui/colours';
import { TraverseFigure } from '@/areas/compliance/ui/designs/TraverseFigure';
import { VerdictTable } from '@/areas/compliance/ui/designs/VerdictTable';
import { seesAll } from '@/server/access';
import type { Frame } from '@/shell/frame';
import type { readTeamSheetPage } from '@/app/projects/[project]/builds/sheet/read';

type Props = Awaited<ReturnType<typeof readTeamSheetPage>> & { frame: Frame; here: Team[]; many: boolean };

/** The content of the page “TeamSheet”. */
export function TeamSheetView({ designs, students, results, shown, frame, here, many }: Props) {
  const { seat } = frame;

  return (
    <>
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
    </>
  );
}
