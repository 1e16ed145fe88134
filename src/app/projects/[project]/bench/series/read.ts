import { listQuantities, listEvents, seriesSettings, listResultRuns, seriesOf, fitSeries } from '@/areas/bench';
import { listRequirements, askedOf } from '@/areas/brief';
import { allowed } from '@/server/access';
import { momentHere } from '@/server/clock';
import { betterOf, limitsAt } from '@/areas/compliance';
import { endOf } from '@/core/calendar';
import { fitText, paceOf, holdsText } from '@/core/bench';
import { convert } from '@/core/units';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';
import type { Search } from '@/areas/course';

/** What the page “Series” shows. */
export async function readSeriesPage(sql: Sql, frame: Frame, { asked }: { asked: Search }) {
  const { seat, teams, team, section } = frame;
  const project = seat.project.id;
  const [protocols, events, requirements] = await Promise.all([
    listQuantities(sql, project),
    listEvents(sql, project),
    listRequirements(sql, project),
  ]);
  // What can be varied: each setting of each protocol that is a figure.
  const choices = protocols.flatMap((protocol) => seriesSettings(protocol).map((setting) => ({ protocol, setting })));
  const chosen =
    choices.find(({ protocol, setting }) => protocol.quantityId === asked.quantity && setting.name === asked.setting) ??
    choices.find(({ protocol, setting }) => protocol.id === asked.protocol && setting.name === asked.setting) ??
    choices[0];
  const here = teams.filter((one) => (!team || one.id === team.id) && (!section || one.sectionId === section.id));
  const runs = chosen
    ? await listResultRuns(sql, project, chosen.protocol, here.length === 1 ? here[0]!.id : null)
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
  return { choices, chosen, all, shown, fitted, limits, fits, most, holds };
}
