import { summarise } from '@/core/bench';
import { plural, withQuery } from '@/core/format';
import { offProtocol } from './offProtocol';
import type { Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
import { listRecentRuns, readSources, testOf, type RecentRun } from './runs';
import { conditionsOf } from './protocols';

/** What these lines are made from. */
async function load(sql: Sql, { projectId, since }: Asked) {
  const [recent, sources] = await Promise.all([listRecentRuns(sql, projectId, since), readSources(sql, projectId)]);
  return { recent, sources };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** Runs since the last meeting that did not keep their protocol, or lie far from the others of their iteration. */
export const benchItems = (given: Given): TodayItem[] => {
  const { teams, recent, href } = given;
  const far = farOff(given);
  const shown = new Set(teams.map((team) => team.id));
  const flagged = recent
    .filter((run) => shown.has(run.teamId))
    .flatMap((run) => {
      const why = [...conditionsOff(run, given), ...(far.has(run.id) ? ['far from the other runs'] : [])];
      return why.length > 0 ? [{ run, why }] : [];
    });
  return teams.flatMap((team) => {
    const own = flagged.filter(({ run }) => run.teamId === team.id);
    const [first] = own;
    if (!first) return [];
    return [
      {
        teamId: team.id,
        urgency: 46,
        tone: 'ochre' as const,
        headline: `${plural(own.length, 'run')} flagged since the last meeting`,
        detail: own.map(({ run, why }) => `${nameOf(run, given)}: ${why.join(', ')}`).join('; '),
        href: own.length === 1 ? href(`bench/runs/${first.run.id}`) : withQuery(href('bench'), { team: team.id }),
        label: 'Bench',
      },
    ];
  });
};

function conditionsOff(run: RecentRun, { sources }: Given): string[] {
  const protocol = sources.protocols.find((one) => one.id === run.protocolId);
  return protocol ? offProtocol(conditionsOf(protocol, run), run.conditions) : [];
}

/** Outliers by Grubbs' test among the runs of each team's newest iteration. */
function farOff({ sources, recent }: Given): Set<string> {
  const looked = new Set(recent.map((run) => run.id));
  return new Set(
    sources.runs
      .filter((group) => group.ids.some((id) => looked.has(id)))
      .flatMap((group) => summarise({ values: group.values }).outliers.map(({ index }) => group.ids[index]!)),
  );
}

function nameOf(run: RecentRun, { sources }: Given): string {
  return `${testOf(run, sources)}${run.attempt === null ? ', practice' : `, attempt ${run.attempt}`}`;
}

export const benchToday = todayPart('bench', load, benchItems);
