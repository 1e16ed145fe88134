import { plural, withQuery } from '@/core/format';
import type { Sql } from '@/db/connection';
import { listQuantities } from '@/areas/bench/read/protocols';
import { listRunGroupsOf } from '@/areas/bench/read/runs';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
import { listConclusions, saidNow, standingOf } from '@/areas/bench/read/conclusions';

async function load(sql: Sql, { projectId }: Asked) {
  const conclusions = await listConclusions(sql, projectId);
  const ids = [...new Set(conclusions.flatMap(({ beforeId, afterId }) => [beforeId, afterId]))].sort();
  const [protocols, runs] = await Promise.all([
    listQuantities(sql, projectId),
    ids.length > 0 ? listRunGroupsOf(sql, projectId, ids) : [],
  ]);
  return { conclusions, protocols, runs };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** Teams whose conclusions newer runs contradict, or leave in doubt. */
export const conclusionItems = ({ teams, conclusions, protocols, runs, href }: Given): TodayItem[] =>
  teams.flatMap((team) => {
    const shaken = conclusions.filter((one) => {
      const protocol = protocols.find(({ quantityId }) => quantityId === one.quantityId);
      if (one.teamId !== team.id || !protocol || !one.open) return false;
      return ['contradicted', 'in doubt'].includes(
        standingOf(
          one,
          saidNow(one, protocol, runs, null, () => ''),
        ),
      );
    });
    if (shaken.length === 0) return [];
    return [
      {
        teamId: team.id,
        urgency: 44,
        tone: 'ochre' as const,
        headline: `Newer runs speak against ${plural(shaken.length, 'conclusion')}`,
        detail: shaken.map(({ text }) => `“${text}”`).join('; '),
        href: withQuery(href('bench/results'), { team: team.id, protocol: shaken[0]!.protocolId }),
        label: 'Results',
      },
    ];
  });

export const conclusionsToday = todayPart('bench', load, conclusionItems);
