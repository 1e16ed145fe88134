import { Nothing } from '@/ui/sheet/Sheet';
import { Pick } from '@/ui/sheet/Pick';
import { measureName } from '@/areas/bench';
import { withQuery, unitName, plural } from '@/core/format';
import { hrefIn, type Search } from '@/areas/course';
import { SeriesChart } from '@/areas/bench/ui/SeriesChart';
import { Link } from '@/ui/Link';
import type { Frame } from '@/shell/frame';
import type { readSeriesPage } from '@/app/projects/[project]/bench/series/read';

type Props = Awaited<ReturnType<typeof readSeriesPage>> & { frame: Frame; asked: Search };

/** The content of the page “Series”. */
export function SeriesView({ choices, chosen, all, shown, fitted, limits, fits, most, holds, frame, asked }: Props) {
  const href = (more: Record<string, string>) =>
    withQuery(hrefIn(frame, 'bench/series'), {
      ...(chosen
        ? { protocol: chosen.protocol.id, quantity: chosen.protocol.quantityId, setting: chosen.setting.name }
        : {}),
      ...(shown ? { iteration: shown.series.iterationId } : {}),
      ...(asked.curve === 'line' ? { curve: 'line' } : {}),
      ...more,
    });
  return (
    <>
      {!chosen ? (
        <Nothing>
          A series varies one setting and keeps all else: an angle, a load, a crank speed. Name the setting with its
          unit in a protocol; runs then say what was set, and the best point shows here.
        </Nothing>
      ) : (
        <>
          <Pick
            label="Setting"
            of={choices.map(({ protocol, setting }) => ({
              key: `${protocol.quantityId} ${setting.name}`,
              name: `${setting.name}, ${measureName(protocol)}`,
              href: withQuery(hrefIn(frame, 'bench/series'), {
                protocol: protocol.id,
                quantity: protocol.quantityId,
                setting: setting.name,
              }),
              shown: protocol === chosen.protocol && setting === chosen.setting,
            }))}
          />
          <Pick
            label="Iteration"
            of={all.map(({ name, series }) => ({
              key: series.iterationId,
              name,
              href: href({ iteration: series.iterationId }),
              shown: series === shown?.series,
            }))}
          />
          {!shown || !fitted ? (
            <Nothing>
              No series over {chosen.setting.name} yet: make runs of one iteration at two or more values of it, and
              enter what was set with each run.
            </Nothing>
          ) : (
            <>
              <ul className="callout mb-3 max-w-4xl">
                {[...fitted.says, ...(holds ? [`By ${most!.code}: ${holds}`] : []), ...(fits ? [fits] : [])].map(
                  (text) => (
                    <li key={text}>{text}</li>
                  ),
                )}
              </ul>
              <SeriesChart
                title={`${chosen.protocol.parameterName} of ${shown.name} over ${chosen.setting.name}`}
                xLabel={`${chosen.setting.name}, ${unitName(chosen.setting.unit)}`}
                yLabel={`${chosen.protocol.parameterName}, ${unitName(chosen.protocol.unit)}`}
                points={shown.series.x.map((x, i) => ({ x, y: shown.series.y[i]! }))}
                curve={fitted.curve}
                limits={limits}
                best={fitted.found.optimum?.insideTestedRange ? fitted.found.optimum.x : null}
              />
              <p className="mt-2">
                {plural(shown.series.x.length, 'run')}, {fitted.degree === 1 ? 'a straight line' : 'a parabola'} by
                least squares; the band is where the curve lies with 95 %.{' '}
                <Link
                  href={href({ curve: fitted.degree === 1 ? 'parabola' : 'line' })}
                  className="underline no-print"
                  scroll={false}
                >
                  {fitted.degree === 1 ? 'Try a parabola' : 'Try a straight line'}
                </Link>
              </p>
            </>
          )}
        </>
      )}
    </>
  );
}
