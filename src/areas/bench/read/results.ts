import {
  adjust,
  compare,
  conclude,
  drift,
  driftText,
  outlierText,
  pairAt,
  proportion,
  summarise,
  type Better,
  type Summary,
} from '@/core/bench';
import { groupBy } from '@/core/shared/groupBy';
import { memoize } from '@/core/shared/memoize';
import { convert } from '@/core/units';
import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import type { Status } from '@/core/scoring';
import { madeAt, settingsText } from './atSettings';
import { alikeKey, withDerived } from './derive';
import { listProtocols, type Protocol } from './protocols';
import { readingsOf } from './runs';
import type { Run, Settings } from '@/areas/bench/read/run';

/** A run under one protocol, as far as its results are looked at. */
export interface ResultRun {
  id: string;
  teamId: string;
  iterationId: string;
  iterationNumber: number;
  released: boolean;
  status: Status;
  value: number | null;
  unit: string | null;
  settings: Settings;
  protocolVersion: number;
  /** Why it is left out of what is worked out; empty where it counts. */
  leftOut: string;
  /** With what a derived value was read. */
  instruments?: string[];
  runAt: Date;
}

/** Which quantity of which protocol is looked at. */
type Of = Pick<Protocol, 'id' | 'quantityId' | 'formula'>;

/** The runs under a protocol, oldest first: all of one team, or of every team those of its newest iteration that has any. */
export const listResultRuns = remembered(
  async (
    sql: Sql,
    projectId: string,
    { id: protocolId, quantityId, formula }: Of,
    teamId: string | null,
  ): Promise<ResultRun[]> => {
    const rows = await sql<(ResultRun & Pick<Run, 'protocolId' | 'quantityId' | 'conditions' | 'readings'>)[]>`
      select r.id, r.team_id, r.iteration_id, i.number as iteration_number, i.released_at is not null as released, r.status,
        v.value, v.unit, r.settings, r.protocol_version, r.left_out, r.run_at
        ${
          formula === null
            ? sql``
            : sql`, r.protocol_id, ${quantityId} as quantity_id, r.conditions, ${readingsOf(sql)} as readings,
          (select coalesce(array_agg(distinct n.name), '{}') from reading w join instrument n on n.id = w.instrument_id
            where w.run_id = r.id) as instruments`
        }
      from run r join iteration i on i.id = r.iteration_id
      left join reading v on v.run_id = r.id and v.quantity_id = ${quantityId} and v.observer = 1
      where r.project_id = ${projectId} and r.protocol_id = ${protocolId} and r.stands
        and ${teamId ? sql`r.team_id = ${teamId}` : newestUnder(sql, projectId, protocolId)}
      order by r.run_at, r.created_at, r.id`;
    return formula === null ? rows : withDerived(rows, () => listProtocols(sql, projectId));
  },
);

/** The runs under a protocol of one iteration, at the same settings and in one unit. */
export interface ResultGroup {
  teamId: string;
  iterationId: string;
  iterationNumber: number;
  released: boolean;
  settings: Settings;
  protocolVersion: number;
  unit: string | null;
  /** Of those that count, oldest first. */
  values: number[];
  /** All of them but those left out, fouls and the like too. */
  made: number;
  /** Those that were left out, with the reasons. */
  leftOut: string[];
  instruments: string[];
  /** On which days they were made, in the project's time. */
  days: string[];
}

/** The runs under a protocol, taken together: of one team, or of every team those of its newest iteration that has any. */
export const listResultGroups = remembered(
  async (sql: Sql, projectId: string, of: Of, teamId: string | null, timeZone: string): Promise<ResultGroup[]> => {
    const { id: protocolId, quantityId, formula } = of;
    if (formula !== null) return groupsOf(await listResultRuns(sql, projectId, of, teamId), timeZone);
    return sql<ResultGroup[]>`
      select r.team_id, r.iteration_id, i.number as iteration_number, i.released_at is not null as released, r.settings,
        r.protocol_version, v.unit,
        coalesce(array_agg(v.value::float8 order by r.run_at, r.created_at, r.id)
          filter (where r.status = 'ok' and r.left_out = '' and v.value is not null), '{}') as values,
        (count(*) filter (where r.left_out = ''))::int as made,
        coalesce(array_agg(r.left_out order by r.run_at) filter (where r.left_out <> ''), '{}') as left_out,
        coalesce(array_agg(distinct n.name) filter (where r.status = 'ok' and r.left_out = '' and n.name is not null), '{}') as instruments,
        coalesce(array_agg(distinct (r.run_at at time zone ${timeZone})::date::text) filter (where r.status = 'ok' and r.left_out = ''), '{}') as days
      from run r join iteration i on i.id = r.iteration_id
      left join reading v on v.run_id = r.id and v.quantity_id = ${quantityId} and v.observer = 1
      left join instrument n on n.id = v.instrument_id
      where r.project_id = ${projectId} and r.protocol_id = ${protocolId} and r.stands
        and ${teamId ? sql`r.team_id = ${teamId}` : newestUnder(sql, projectId, protocolId)}
      group by r.team_id, r.iteration_id, i.number, i.released_at, r.settings, r.protocol_version, v.unit
      order by r.team_id, i.number, min(r.run_at)`;
  },
);

/** Runs of a derived quantity, taken together. */
function groupsOf(runs: readonly ResultRun[], timeZone: string): ResultGroup[] {
  const day = new Intl.DateTimeFormat('en-CA', { timeZone });
  const key = (run: ResultRun) => `${alikeKey(run)} ${run.unit}`;
  return [...groupBy(runs, key).values()].map((own): ResultGroup => {
    const { teamId, iterationId, iterationNumber, released, settings, protocolVersion, unit } = own[0]!;
    const valid = own.filter(({ status, value, leftOut }) => status === 'ok' && value !== null && leftOut === '');
    return {
      teamId,
      iterationId,
      iterationNumber,
      released,
      settings,
      protocolVersion,
      unit,
      values: valid.map(({ value }) => value!),
      made: own.filter(({ leftOut }) => leftOut === '').length,
      leftOut: own.flatMap(({ leftOut }) => leftOut || []),
      instruments: [...new Set(valid.flatMap((run) => run.instruments ?? []))],
      days: [...new Set(valid.map(({ runAt }) => day.format(runAt)))],
    };
  });
}

/** Of each team the newest iteration that has runs under a protocol. */
const newestUnder = (sql: Sql, projectId: string, protocolId: string) => sql`r.iteration_id in (
  select distinct on (i.team_id) i.id from iteration i
  where i.project_id = ${projectId} and exists (select from run n
    where n.project_id = ${projectId} and n.iteration_id = i.id and n.protocol_id = ${protocolId} and n.stands)
  order by i.team_id, i.number desc)`;

/** Runs that may be taken together: of one iteration, at the same settings. */
export interface Build {
  key: string;
  /** "Flint 3", with the settings where they differ among its runs. */
  name: string;
  teamId: string;
  iterationId: string;
  released: boolean;
  number: number;
  /** What was set, in words, and under which version of the protocol where that is an earlier one. */
  at: string;
  protocolVersion: number;
  settings: Settings;
  /** Why runs were left out, one text for each. */
  leftOut: string[];
  /** Of the valid runs, oldest first, in the protocol's unit. */
  values: number[];
  /** null without a valid run. */
  summary: Summary | null;
  /** Of all its runs: how many were valid, with Wilson's interval as shares. */
  completed: { passes: number; n: number; interval: [number, number] };
  days: ReadonlySet<string>;
  instruments: ReadonlySet<string>;
}

/** The runs of a protocol build by build, in the order of the groups, each with its name. */
export function buildsOf(
  groups: readonly ResultGroup[],
  protocol: Pick<Protocol, 'unit' | 'currentVersion'>,
  teamName: (id: string) => string,
): Build[] {
  return namelessBuilds(groups, protocol).map((one) => ({ ...one, name: `${teamName(one.teamId)} ${one.name}` }));
}

/** The same without their teams' names: worked out once for the same rows, as many ask for them. */
const namelessBuilds = memoize(
  (groups: readonly ResultGroup[], protocol: Pick<Protocol, 'unit' | 'currentVersion'>): Build[] => {
    const { unit } = protocol;
    const keyed = groups.map((group) => ({ group, at: madeAt(group, protocol) }));
    const byIteration = groupBy(keyed, ({ group }) => group.iterationId);
    return [...groupBy(keyed, ({ group, at }) => `${group.iterationId} ${at}`)].map(([key, own]): Build => {
      const [{ group: first, at }] = own as [(typeof own)[number]];
      const several = new Set(byIteration.get(first.iterationId)!.map((one) => one.at)).size > 1;
      const values = own.flatMap(({ group: { values: read, unit: from } }) =>
        from === null || from === unit ? read : read.map((value) => convert({ value, from, to: unit }).value),
      );
      const n = own.reduce((sum, { group }) => sum + group.made, 0);
      return {
        key,
        name: `${first.iterationNumber}${several ? said(at) : ''}`,
        teamId: first.teamId,
        iterationId: first.iterationId,
        released: first.released,
        number: first.iterationNumber,
        at,
        protocolVersion: first.protocolVersion,
        settings: first.settings,
        leftOut: own.flatMap(({ group }) => group.leftOut),
        values,
        summary: values.length > 0 ? summarise({ values }) : null,
        completed: { passes: values.length, n, interval: proportion({ passes: values.length, n }).interval },
        days: new Set(own.flatMap(({ group }) => group.days)),
        instruments: new Set(own.flatMap(({ group }) => group.instruments)),
      };
    });
  },
);

const said = (at: string) => (at.startsWith('under') ? ` ${at}` : at ? ` at ${at}` : ' at no setting');

/** A run of a build that stands far from the others; nothing where there is none. */
export function outliersOf({ name, values, summary }: Build, unit: string): string[] {
  const text = summary && outlierText(name, values, summary, unit);
  return text ? [text] : [];
}

/** Runs of a build that creep one way; nothing where they do not. */
export function driftsOf({ name, values }: Build, unit: string): string[] {
  const text = values.length > 0 ? driftText(name, drift({ values }), unit) : null;
  return text ? [text] : [];
}

/** Two builds, and what their runs say of each other. */
export interface BuildPair {
  a: Build;
  b: Build;
  says: string[];
}

/**
 * Each iteration of a team, oldest first, against the one before it, at settings that both were run at where there are any; what was
 * run once is left out. p values are adjusted for the number of these comparisons. What differs in their design is asked of whoever
 * knows it.
 */
export function inTurn(
  builds: readonly Build[],
  of: Pick<Protocol, 'parameterName' | 'unit'>,
  better: Better | null,
  designChanges: (a: Build, b: Build) => string[],
): BuildPair[] {
  const known = builds
    .filter(({ values }) => values.length > 1)
    .map((build) => ({ ...build, n: build.values.length, set: settingsText(build.settings) }));
  const iterations = [...groupBy(known, ({ iterationId }) => iterationId).values()];
  const pairs = iterations.slice(1).map((later, i) => pairAt(iterations[i]!, later)!);
  const comparisons = pairs.map(([a, b]) =>
    compare({ a: a.values, b: b.values, better: better ?? 'higher', permutations: false }),
  );
  return adjust(comparisons, better ?? 'higher').map((comparison, i): BuildPair => {
    const [a, b] = pairs[i]!;
    const says = conclude({
      a: a.name,
      b: b.name,
      parameter: of.parameterName,
      unit: of.unit,
      better,
      n: [a.n, b.n],
      comparison,
      changed: [...designChanges(a, b), ...otherChanges(a, b)],
      held: a.set !== '' && a.set === b.set ? [a.set] : [],
    });
    return { a, b, says };
  });
}

/** What else differs between the runs of two builds: settings, instrument, day. */
function otherChanges(a: Build, b: Build): string[] {
  const apart = (x: ReadonlySet<string>, y: ReadonlySet<string>) => ![...x].some((one) => y.has(one));
  return [
    ...(settingsText(a.settings) === settingsText(b.settings) ? [] : ['the settings']),
    ...(a.protocolVersion === b.protocolVersion ? [] : ['the version of the protocol']),
    ...(apart(a.instruments, b.instruments) ? ['the instrument'] : []),
    ...(apart(a.days, b.days) ? ['the day'] : []),
  ];
}
