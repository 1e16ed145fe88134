import { spreadSources, type SpreadSources, readingUncertainty } from '@/core/bench';
import { convert } from '@/core/units';
import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import { counting } from './runs';
import type { Build } from './results';
import type { Protocol } from './protocols';

/** With what a quantity was read in valid runs, and what each observer read where there were several. */
interface ReadWith {
  name: string;
  instrumentUnit: string;
  resolution: number;
  accuracy: number;
  unit: string;
  observed: number[][];
}

/** Of a protocol's quantity that is read: of one team, or of all. */
export const listReadWith = remembered(
  async (sql: Sql, projectId: string, quantityId: string, teamId: string | null): Promise<ReadWith[]> => {
    return sql<ReadWith[]>`
      select n.name, n.unit as instrument_unit, n.resolution, n.accuracy, v.unit,
        coalesce(jsonb_agg(v.observed) filter (where v.observed is not null), '[]') as observed
      from reading v join run r on r.id = v.run_id join instrument n on n.id = v.instrument_id
      where r.project_id = ${projectId} and v.project_id = ${projectId} and v.quantity_id = ${quantityId} and v.observer = 1
        and ${counting(sql)} ${teamId ? sql`and r.team_id = ${teamId}` : sql``}
      group by n.id, v.unit order by n.name`;
  },
);

/** Where the spread of some builds comes from: the device, who reads it, with what. In the protocol's unit. */
export function spreadOf(
  builds: readonly Build[],
  readWith: readonly ReadWith[],
  { unit }: Pick<Protocol, 'unit'>,
): SpreadSources {
  return spreadSources({
    builds: builds.map(({ values, instruments }) => ({ values, instrument: [...instruments].sort().join(' and ') })),
    observed: readWith.flatMap(({ observed, unit: from }) =>
      observed.map((values) => values.map((value) => convert({ value, from, to: unit }).value)),
    ),
    instruments: Object.fromEntries(readWith.map((one) => [one.name, readingUncertainty(one, unit) / 2])),
  });
}
