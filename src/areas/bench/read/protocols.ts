import { factName } from '@/core/shared/factName';
import { groupBy } from '@/core/shared/groupBy';
import { memoize } from '@/core/shared/memoize';
import type { Dimension } from '@/core/units';
import type { Sql } from '@/db/connection';
import { remembered } from '@/db/remember';

export interface Condition {
  name: string;
  value: number;
  tolerance: number;
  unit: string;
}
/** What is chosen at a run and may differ from one to the next; without a unit it is a word, as a gear is. */
export interface Setting {
  name: string;
  unit: string;
}
/** What is measured under a protocol: read with an instrument, or derived from the others by a formula. */
export interface Quantity {
  quantityId: string;
  parameterId: string;
  parameterName: string;
  dimension: Dimension;
  unit: string;
  /** What formulas call it. */
  symbol: string;
  /** null where it is read. */
  formula: string | null;
  /** null where it is derived; then it has no resolution or accuracy of its own. */
  instrumentId: string | null;
  instrumentName: string | null;
  instrumentUnit: string;
  resolution: number;
  accuracy: number;
  /** So many read it at once; the value is their mean. */
  observers: number;
}

/** How a test is made, and what is measured in it. As a quantity it is one of its own: the first, where nothing else is said. */
export interface Protocol extends Quantity {
  id: string;
  name: string;
  procedure: string;
  cautions: string;
  /** Who does what, a line each. */
  roles: string;
  runsWanted: number | null;
  /** Students see how the whole class stands by it. */
  boardReleased: boolean;
  conditions: Condition[];
  settings: Setting[];
  /** Those that are read come first. */
  quantities: readonly Quantity[];
  /** Which version of the protocol runs are made under now, and what earlier ones asked for. */
  currentVersion: number;
  versions: readonly { number: number; conditions: Condition[] }[];
  /** Of its row. */
  version: number;
}
export const listProtocols = remembered(async (sql: Sql, projectId: string): Promise<Protocol[]> => {
  const [protocols, quantities] = await Promise.all([
    sql<Omit<Protocol, keyof Quantity | 'quantities'>[]>`
      select p.id, p.name, p.procedure, p.cautions, p.roles, p.runs_wanted, p.board_released_at is not null as board_released, p.conditions, p.settings, p.current_version, p.version,
        (select coalesce(jsonb_agg(jsonb_build_object('number', v.number, 'conditions', v.conditions) order by v.number), '[]')
          from protocol_version v where v.protocol_id = p.id) as versions
      from protocol p where p.project_id = ${projectId} order by p.name`,
    sql<(Quantity & { protocolId: string })[]>`
      select q.protocol_id, q.id as quantity_id, q.parameter_id, m.name as parameter_name, q.dimension, q.unit, q.symbol, q.formula,
        q.instrument_id, n.name as instrument_name, coalesce(n.unit, q.unit) as instrument_unit, coalesce(n.resolution, 0) as resolution,
        coalesce(n.accuracy, 0) as accuracy, q.observers
      from quantity q join parameter m on m.id = q.parameter_id left join instrument n on n.id = q.instrument_id
      where q.project_id = ${projectId} order by q.formula is not null, q.position`,
  ]);
  const byProtocol = groupBy(quantities, ({ protocolId }) => protocolId);
  return protocols.map((protocol) => {
    const own = byProtocol
      .get(protocol.id)!
      .map(({ protocolId: _, ...one }, i) => ({ ...one, symbol: one.symbol || symbolOf(one.parameterName, i) }));
    return { ...protocol, ...own[0]!, quantities: own };
  });
});

/** What formulas call a quantity that was given no symbol. */
export function symbolOf(name: string, position: number): string {
  const symbol = factName(name);
  return /^[a-z]/.test(symbol) ? symbol : `q${position + 1}`;
}

/** Every quantity of some protocols, each with all that is known of its protocol. */
export const eachQuantity = memoize((protocols: readonly Protocol[]): Protocol[] =>
  protocols.flatMap((protocol) => protocol.quantities.map((one) => ({ ...protocol, ...one }))),
);

/** Every quantity of a project's protocols. */
export const listQuantities = async (sql: Sql, projectId: string): Promise<Protocol[]> =>
  eachQuantity(await listProtocols(sql, projectId));

/** What is shown of a quantity where several protocols stand beside each other. */
export const measureName = ({ name, parameterName, quantities }: Protocol): string =>
  quantities.length > 1 ? `${name}: ${parameterName}` : name;

/** What the version of a protocol that a run was made under asks for. */
export function conditionsOf(
  { currentVersion, versions, conditions }: Protocol,
  { protocolVersion }: { protocolVersion: number },
): Condition[] {
  if (protocolVersion === currentVersion) return conditions;
  return versions.find(({ number }) => number === protocolVersion)?.conditions ?? conditions;
}

/** How many runs stand under a version of a protocol, and when the first and the last of them were made. */
export interface VersionRuns {
  protocolId: string;
  version: number;
  runs: number;
  first: Date;
  last: Date;
}

export const countRunsByVersion = remembered(async (sql: Sql, projectId: string): Promise<VersionRuns[]> => {
  return sql<VersionRuns[]>`
    select protocol_id, protocol_version as version, count(*)::int as runs, min(run_at) as first, max(run_at) as last
    from run where project_id = ${projectId} and stands group by protocol_id, protocol_version`;
});
