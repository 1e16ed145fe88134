import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import { instrument } from '@/core/bench/instrument';
import { standing, type DeviceStanding, type Kind } from '@/core/inspection';
import type { Limit } from '@/core/requirements';
import { CoreError, convertInterval } from '@/core/units';
import type { Picture } from '@/areas/course';
import { limitOf, type LimitParts } from '@/areas/brief';

/** A point that devices are inspected for. */
export interface Check {
  id: string;
  position: number;
  name: string;
  kind: Kind;
  requirementId: string | null;
  /** The requirement whose limit it is. */
  code: string | null;
  /** null where the requirement has none any more. */
  limit: Limit | null;
  instrumentId: string | null;
  instrumentName: string | null;
  /** The instrument's expanded uncertainty (k = 2) in the limit's unit, in which it is read; 0 where nobody named an instrument. */
  expandedUncertainty: number;
  about: string;
  version: number;
}
export interface Inspection {
  id: string;
  checkId: string;
  teamId: string;
  value: number | null;
  unit: string | null;
  expandedUncertainty: number;
  answer: boolean | null;
  decision: 'passes' | 'fails' | 'waived';
  reason: string;
  byName: string;
  madeAt: Date;
}
export interface Seal {
  id: string;
  teamId: string;
  mark: string;
  signedBy: string;
  byName: string;
  madeAt: Date;
}
export interface Repair {
  id: string;
  teamId: string;
  what: string;
  touched: Kind[];
  byName: string;
  madeAt: Date;
}

type CheckRow = Omit<Check, 'limit' | 'expandedUncertainty'> &
  Omit<LimitParts, 'kind'> & {
    ownLimit: Limit | null;
    limitKind: LimitParts['kind'] | null;
    instrumentUnit: string | null;
    resolution: number | null;
    accuracy: number | null;
  };

export const listChecks = remembered(async (sql: Sql, projectId: string): Promise<Check[]> => {
  const rows = await sql<CheckRow[]>`
    select c.id, c.position, c.name, c.kind, c.requirement_id, c.own_limit, c.instrument_id, c.about, c.version, r.code, r.kind as limit_kind,
      r.value, r.low, r.high, r.tolerance, r.unit,
      i.name as instrument_name, i.unit as instrument_unit, i.resolution, i.accuracy
    from inspection_check c left join requirement r on r.id = c.requirement_id left join instrument i on i.id = c.instrument_id
    where c.project_id = ${projectId} order by c.position, c.name`;
  return rows.map(
    ({ ownLimit, limitKind, value, low, high, tolerance, unit, instrumentUnit, resolution, accuracy, ...check }) => {
      const limit = ownLimit ?? (limitKind && limitOf({ kind: limitKind, value, low, high, tolerance, unit }));
      return {
        ...check,
        limit,
        expandedUncertainty:
          limit && 'unit' in limit ? readingOf({ instrumentUnit, resolution, accuracy }, limit.unit) : 0,
      };
    },
  );
});

/** How well an instrument reads in a unit; 0 where there is none, or it measures something else. */
function readingOf(
  { instrumentUnit, resolution, accuracy }: Pick<CheckRow, 'instrumentUnit' | 'resolution' | 'accuracy'>,
  unit: string,
): number {
  if (instrumentUnit === null) return 0;
  const { expandedUncertainty: value } = instrument({ resolution: resolution!, accuracy: accuracy! });
  try {
    return convertInterval({ value, from: instrumentUnit, to: unit }).value;
  } catch (error) {
    if (error instanceof CoreError) return 0;
    throw error;
  }
}

export const listInspections = remembered(async (sql: Sql, projectId: string): Promise<Inspection[]> => {
  return sql<Inspection[]>`
    select id, check_id, team_id, value, unit, expanded_uncertainty, answer, decision, reason, by_name, made_at
    from inspection where project_id = ${projectId} order by made_at, created_at, id`;
});

export const listSeals = remembered(async (sql: Sql, projectId: string): Promise<Seal[]> => {
  return sql<Seal[]>`
    select id, team_id, mark, signed_by, by_name, made_at from seal where project_id = ${projectId} order by made_at, id`;
});

export const listRepairs = remembered(async (sql: Sql, projectId: string): Promise<Repair[]> => {
  return sql<Repair[]>`
    select id, team_id, what, touched, by_name, made_at from repair where project_id = ${projectId} order by made_at, id`;
});

/** Everything that the inspection of a project is judged from. */
export async function readInspections(sql: Sql, projectId: string) {
  const [checks, inspections, seals, repairs] = await Promise.all([
    listChecks(sql, projectId),
    listInspections(sql, projectId),
    listSeals(sql, projectId),
    listRepairs(sql, projectId),
  ]);
  return { checks, inspections, seals, repairs };
}
export type Inspected = Awaited<ReturnType<typeof readInspections>>;

/** How a team's device stands. */
export function deviceOf({ checks, inspections, seals, repairs }: Inspected, teamId: string): DeviceStanding {
  const own = <T extends { teamId: string }>(rows: readonly T[]) => rows.filter((one) => one.teamId === teamId);
  return standing({
    checks,
    looked: own(inspections).map(({ checkId, decision, madeAt }) => ({
      check: checkId,
      decision,
      at: madeAt.getTime(),
    })),
    repairs: own(repairs).map(({ touched, madeAt }) => ({ touched, at: madeAt.getTime() })),
    sealedAt: own(seals).at(-1)?.madeAt.getTime() ?? null,
  });
}

/** Why a team may not start yet, in words; null when it may. */
export function notCleared(inspected: Inspected, teamId: string): string | null {
  const { mayStart, state } = deviceOf(inspected, teamId);
  if (mayStart) return null;
  return {
    'not-begun': 'it has not been inspected',
    'under-way': 'its inspection is not finished',
    fails: 'it failed the inspection',
    passed: 'it passed the inspection and is not sealed yet',
    sealed: '',
  }[state];
}

/** The pictures that were taken of a team's device at the inspection, oldest first. */
export const listInspectionPictures = remembered(
  async (sql: Sql, projectId: string, teamId: string): Promise<Picture[]> => {
    return sql<Picture[]>`
      select id, width, height, version from attachment
      where project_id = ${projectId} and object_kind = 'inspection' and team_id = ${teamId} and removed_at is null order by created_at, id`;
  },
);
