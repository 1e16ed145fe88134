import { Pick } from '@/ui/sheet/Pick';
import { measureName, saidNow, type Build } from '@/areas/bench';
import { withQuery, unitName, plural, within, quantity, number, twoFigures, fixed } from '@/core/format';
import { hrefIn } from '@/areas/course';
import { Nothing } from '@/ui/sheet/Sheet';
import { SavedFigure } from '@/ui/SavedFigure';
import { Strip } from '@/areas/bench/ui/Strip';
import { Link } from '@/ui/Link';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ConclusionForm } from '@/areas/bench/ui/conclusions/ConclusionForm';
import { ConclusionList } from '@/areas/bench/ui/conclusions/ConclusionList';
import { SaveTable } from '@/ui/SaveTable';
import { Fold } from '@/ui/sheet/Fold';
import type { Frame } from '@/shell/frame';
import type { readResultsPage } from '@/app/projects/[project]/bench/results/read';

type Props = Awaited<ReturnType<typeof readResultsPage>> & { frame: Frame };

/** The content of the page “Results”. */
export function ResultsView({
  protocols,
  iterations,
  protocol,
  nameOf,
  builds,
  better,
  pairs,
  concluded,
  evidence,
  writes,
  sees,
  limits,
  known,
  warnings,
  spread,
  spreadSays,
  rows,
  frame,
}: Props) {
  const { seat, team } = frame;
  const project = seat.project.id;
  const iterationName = (id: string) => {
    const one = iterations.find((each) => each.id === id);
    return one ? `${nameOf(one.teamId)} ${one.number}` : '';
  };
  const alone = (of: Parameters<typeof saidNow>[0]) => saidNow(of, protocol!, evidence, better, iterationName);
  const bestOf = ({ summary }: Build) => (better === 'lower' ? summary!.min : summary!.max);
  return (
    <>
      <Pick
        label="Protocol"
        of={protocols.map((one) => ({
          key: one.quantityId,
          name: measureName(one),
          href: withQuery(hrefIn(frame, 'bench/results'), { protocol: one.id, quantity: one.quantityId }),
          shown: one === protocol,
        }))}
      />
      {!protocol || known.length === 0 ? (
        <Nothing>
          {protocol
            ? 'No valid run under this protocol yet. Once there are some, every run stands here as a dot, and iterations are compared.'
            : 'A protocol says how a test is made; its results stand here.'}
        </Nothing>
      ) : (
        <>
          <SavedFigure
            name={`results ${measureName(protocol)}`}
            rows={[
              ['iteration', `${protocol.parameterName}, ${unitName(protocol.unit)}`],
              ...known.flatMap(({ name, values }) => values.map((value) => [name, String(value)])),
            ]}
          >
            <Strip
              title={`${protocol.parameterName}, ${protocol.name}`}
              unit={protocol.unit}
              limits={limits}
              rows={known.map(({ key, name, values, summary }) => ({
                key,
                name,
                values,
                mean: summary!.mean,
                interval: summary!.confidenceInterval,
                outlier: summary!.outliers[0]?.index ?? null,
              }))}
            />
          </SavedFigure>
          <p className="text-sm faint mb-3">
            A dot is a run, the upright stroke the mean, the band the 95 % interval of the mean; a ring stands far from
            the others.
          </p>
          {pairs.length > 0 && (
            <section className="mb-4">
              <h2 className="mb-1">Each iteration against the one before</h2>
              <ul className="max-w-4xl">
                {pairs.map(({ a, b, says }) => (
                  <li key={b.key} className="border-b border-hair py-1.5">
                    {says[0]} <span className="faint">{says.slice(1).join(' ')}</span>{' '}
                    <Link
                      href={withQuery(hrefIn(frame, 'builds/compare'), { a: a.iterationId, b: b.iterationId })}
                      className="underline"
                    >
                      Compare
                    </Link>{' '}
                    {writes && (
                      <SidePanel
                        id={`conclude-${b.iterationId.slice(0, 8)}`}
                        label="Conclude"
                        of={`from ${a.name} and ${b.name}`}
                        title={`${a.name} and ${b.name}`}
                        className="btn-text no-print"
                      >
                        <ConclusionForm
                          key={concluded.length}
                          projectId={project}
                          id={null}
                          version={null}
                          teamId={team!.id}
                          protocolId={protocol.id}
                          quantityId={protocol.quantityId}
                          beforeId={a.iterationId}
                          afterId={b.iterationId}
                          text=""
                          says={alone({ beforeId: a.iterationId, afterId: b.iterationId, open: true })?.sentence ?? ''}
                        />
                      </SidePanel>
                    )}
                  </li>
                ))}
              </ul>
              {known.some(({ values }) => values.length === 1) && (
                <p className="text-sm faint mt-1">
                  What was run once is left out: one run says nothing of how far runs of the same iteration lie apart.
                </p>
              )}
              {pairs.length > 1 && (
                <p className="text-sm faint mt-1">
                  With {plural(pairs.length + 1, 'iteration')} there are many pairs, and one of them differs by chance
                  sooner or later; the bar is raised for that.
                </p>
              )}
            </section>
          )}
          {sees && (
            <ConclusionList
              projectId={project}
              conclusions={concluded}
              nowOf={alone}
              nameOf={iterationName}
              writes={writes}
            />
          )}
          {builds.some(({ leftOut }) => leftOut.length > 0) && (
            <section className="mb-4">
              <h2 className="mb-1">Left out</h2>
              <ul className="max-w-4xl">
                {builds
                  .filter(({ leftOut }) => leftOut.length > 0)
                  .map(({ key, name, leftOut }) => (
                    <li key={key} className="border-b border-hair py-1.5 text-ochre">
                      {plural(leftOut.length, 'run')} of {name}: {[...new Set(leftOut)].join('; ')}
                    </li>
                  ))}
              </ul>
            </section>
          )}
          {warnings.length > 0 && (
            <section className="mb-4">
              <h2 className="mb-1">To look at</h2>
              <ul className="max-w-4xl">
                {warnings.map((text) => (
                  <li key={text} className="border-b border-hair py-1.5 text-ochre">
                    {text}
                  </li>
                ))}
              </ul>
            </section>
          )}
          <table className="stacked">
            <thead>
              <tr>
                <th>Iteration</th>
                <th className="right">Runs</th>
                <th className="right">Mean</th>
                <th className="right">Spread</th>
                <th className="right">95 % interval of the mean</th>
                <th className="right">{better ? 'Best' : 'Least to most'}</th>
                <th>Completed</th>
              </tr>
            </thead>
            <tbody>
              {builds.map((one) => {
                const { summary, completed } = one;
                const interval = summary?.confidenceInterval;
                const to = (value: number) => within(value, protocol.unit, interval);
                return (
                  <tr key={one.key}>
                    <td>
                      <Link href={hrefIn(frame, `builds/${one.iterationId}`)} className="font-medium">
                        {one.name}
                      </Link>
                    </td>
                    <td data-label="runs" className="beside num right">
                      {summary?.n ?? 0}
                      {protocol.runsWanted !== null && (summary?.n ?? 0) < protocol.runsWanted && (
                        <span className="text-ochre"> of {protocol.runsWanted}</span>
                      )}
                    </td>
                    <td data-label="mean" className="beside num right whitespace-nowrap">
                      {summary ? to(summary.mean) : '–'}
                    </td>
                    <td data-label="spread" className="beside num right whitespace-nowrap">
                      {summary?.standardDeviation == null ? '–' : quantity(summary.standardDeviation, protocol.unit)}
                    </td>
                    <td data-label="95 % interval" className="beside num right whitespace-nowrap">
                      {interval ? `${to(interval[0])} to ${to(interval[1])}` : '–'}
                    </td>
                    <td data-label={better ? 'best' : 'least to most'} className="beside num right whitespace-nowrap">
                      {!summary
                        ? '–'
                        : better
                          ? protocol.formula === null
                            ? quantity(bestOf(one), protocol.unit)
                            : to(bestOf(one))
                          : `${number(summary.min)} to ${quantity(summary.max, protocol.unit)}`}
                    </td>
                    <td data-label="completed" className="text-sm faint">
                      {completed.passes === completed.n
                        ? `all ${completed.n}`
                        : `${completed.passes} of ${completed.n}; in the long run ${percent(completed.interval[0])} to ${percent(completed.interval[1])}`}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <p className="mt-1">
            <SaveTable
              name={`results ${protocol.name}`}
              rows={[
                ['iteration', 'settings', 'runs', 'mean', 'standard deviation', 'interval from', 'interval to'],
                ...rows,
              ]}
            />
          </p>
          {spreadSays.length > 0 && (
            <Fold minor label="Who measures how" className="mt-2">
              <ul className="max-w-4xl">
                {spreadSays.map((text) => (
                  <li key={text}>{text}</li>
                ))}
                {spread!.instruments.map(({ name, n, deviation }) => (
                  <li key={name} className="faint">
                    {name}: {plural(n, 'run')}, one reading is off by {twoFigures(deviation, protocol.unit)}, typically,
                    by what is said of it.
                  </li>
                ))}
              </ul>
            </Fold>
          )}
          {!team && (
            <p className="faint mt-3">
              Every team’s newest iteration with runs. Choose a team to see all of its iterations and compare them.
            </p>
          )}
        </>
      )}
    </>
  );
}

const percent = (share: number) => `${fixed(100 * share, 0)} %`;
