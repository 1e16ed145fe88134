import { fitText, holdsText, paceOf } from '@/core/bench';
import { endOf } from '@/core/calendar';
import { convert } from '@/core/units';
import { plural, unitName, withQuery } from '@/core/format';
import {
  listQuantities,
  measureName,
  listEvents,
  listResultRuns,
  fitSeries,
  seriesOf,
  seriesSettings,
} from '@/areas/bench';
import { betterOf, limitsAt } from '@/areas/compliance';
import { askedOf, listRequirements } from '@/areas/brief';
import { SeriesChart } from '@/areas/bench/ui/SeriesChart';
import { BENCH_VIEWS, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { allowed } from '@/server/access';
import { momentHere } from '@/server/clock';
import { Link } from '@/ui/Link';
import { Pick } from '@/ui/sheet/Pick';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function SeriesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/bench/series', props);
  const { seat, teams, team, section } = frame;
  const project = seat.project.id;
  const asked = await props.searchParams;
  const [protocols, events, requirements] = await Promise.all([
    listQuantities(pool(), project),
    listEvents(pool(), project),
    listRequirements(pool(), project),
  ]);
  // What can be varied: each setting of each protocol that is a figure.
  const choices = protocols.flatMap((protocol) => seriesSettings(protocol).map((setting) => ({ protocol, setting })));
  const chosen =
    choices.find(({ protocol, setting }) => protocol.quantityId === asked.quantity && setting.name === asked.setting) ??
    choices.find(({ protocol, setting }) => protocol.id === asked.protocol && setting.name === asked.setting) ??
    choices[0];
  const here = teams.filter((one) => (!team || one.id === team.id) && (!section || one.sectionId === section.id));
  const runs = chosen
    ? await listResultRuns(pool(), project, chosen.protocol, here.length === 1 ? here[0]!.id : null)
    : [];
  const seen = runs.filter((run) => allowed(seat, 'run.read', run) && here.some(({ id }) => id === run.teamId));
  const day = (at: Date) => momentHere(seat.project, at).slice(0, 10);
  const all = chosen
    ? here.flatMap((one) =>
        seriesOf(
          seen.filter(({ teamId }) => teamId === one.id),
          chosen.protocol,
          chosen.setting,
          day,
        ).map((series) => ({
          team: one,
          series,
          name: `${one.name} ${series.number}`,
        })),
      )
    : [];
  const shown = all.find(({ series }) => series.iterationId === asked.iteration) ?? all.at(-1);
  const degree = asked.curve === 'line' ? 1 : 2;
  const better = chosen ? betterOf(chosen.protocol, requirements, events) : null;
  const fitted =
    chosen && shown
      ? (fitSeries(shown.series, degree, chosen.protocol, chosen.setting, better) ??
        fitSeries(shown.series, 1, chosen.protocol, chosen.setting, better))
      : null;
  const href = (more: Record<string, string>) =>
    withQuery(hrefIn(frame, 'bench/series'), {
      ...(chosen
        ? { protocol: chosen.protocol.id, quantity: chosen.protocol.quantityId, setting: chosen.setting.name }
        : {}),
      ...(shown ? { iteration: shown.series.iterationId } : {}),
      ...(asked.curve === 'line' ? { curve: 'line' } : {}),
      ...more,
    });
  const limits = chosen ? limitsAt(requirements, chosen.protocol) : [];
  const own = shown ? seen.filter(({ teamId }) => teamId === shown.team.id) : [];
  const left = frame.meetings.filter(
    (one) => endOf(one) > frame.now && (!seat.project.eventDate || one.date <= seat.project.eventDate),
  );
  const fits = fitText(paceOf(own.map(({ runAt }) => runAt.getTime())), left);
  const most = chosen && askedOf(requirements, chosen.protocol.parameterId).find(({ kind }) => kind === 'max');
  const bound = most && convert({ value: most.value!, from: most.unit!, to: chosen.protocol.unit }).value;
  const holds =
    shown && chosen && bound !== undefined
      ? holdsText(
          shown.name,
          chosen.setting.name,
          chosen.setting.unit,
          shown.series.x.map((at, i) => ({
            at,
            good: shown.series.y[i]! <= bound,
          })),
        )
      : null;
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'event', 'requirements']}
      frame={frame}
      sheet="bench"
      name="Bench"
      view="bench/series"
      views={BENCH_VIEWS}
      keeps={chosen && { quantity: chosen.protocol.quantityId, setting: chosen.setting.name }}
      title={shown && chosen ? `${shown.name} over ${chosen.setting.name}` : 'Series'}
      about={chosen && `${chosen.protocol.parameterName} in ${chosen.protocol.unit}, ${chosen.protocol.name}`}
    >
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
    </ProjectFrame>
  );
}
