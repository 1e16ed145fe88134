import {
  compareAll,
  conclude,
  drift,
  driftText,
  outlierText,
  proportion,
  summarise,
  type Better,
  type Pair,
  type Summary,
} from '@/core/bench';
import { groupBy } from '@/core/shared/groupBy';
import { convert } from '@/core/units';
import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import type { Status } from '@/core/scoring';
import { settingsText } from '@/domain/builds/figure';
import type { Protocol, Settings } from './read';

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
  copyNumber: number | null;
  instrument: string | null;
  runAt: Date;
}

/** The runs under a protocol, oldest first: all of one team, or of every team those of its newest iteration that has any. */
export const listResultRuns = remembered(
  async (
    sql: Sql,
    projectId: string,
    protocol: { id: string; quantityId: string },
    teamId: string | null,
  ): Promise<ResultRun[]> => {
    const which = teamId
      ? sql`r.team_id = ${teamId}`
      : sql`r.iteration_id in (
          select distinct on (i.team_id) i.id from iteration i
          where i.project_id = ${projectId} and exists (
            select from run n where n.project_id = ${projectId} and n.iteration_id = i.id and n.protocol_id = ${protocol.id} and n.stands)
          order by i.team_id, i.number desc)`;
    return sql<ResultRun[]>`
      select r.id, r.team_id, r.iteration_id, i.number as iteration_number, i.released_at is not null as released, r.status,
        v.value, v.unit, r.settings, s.number as copy_number, n.name as instrument, r.run_at
      from run r join iteration i on i.id = r.iteration_id left join specimen s on s.id = r.specimen_id
      left join reading v on v.run_id = r.id and v.quantity_id = ${protocol.quantityId} and v.observer = 1
      left join instrument n on n.id = v.instrument_id
      where r.project_id = ${projectId} and r.protocol_id = ${protocol.id} and r.stands and ${which}
      order by r.run_at, r.created_at, r.id`;
  },
);

/** Runs that may be taken together: of one iteration, at the same settings. */
export interface Build {
  key: string;
  /** "Flint 3", with the settings where they differ among the team's runs. */
  name: string;
  teamId: string;
  iterationId: string;
  /** What was set, in words. */
  at: string;
  /** The runs that have a value and are valid, oldest first, and their values in the protocol's unit. */
  runs: ResultRun[];
  values: number[];
  /** null without a valid run. */
  summary: Summary | null;
  /** Of all its runs: how many were valid, with Wilson's interval as shares. */
  completed: { passes: number; n: number; interval: [number, number] };
  days: Set<string>;
  instruments: Set<string>;
}

/** The runs of a protocol build by build, by team, iteration and settings. */
export function buildsOf(
  runs: readonly ResultRun[],
  protocol: Pick<Protocol, 'unit'>,
  teamName: (id: string) => string,
  dayOf: (at: Date) => string,
): Build[] {
  const keyOf = (run: ResultRun) => `${run.iterationId} ${settingsText(run.settings)}`;
  const settings = groupBy(runs, ({ iterationId }) => iterationId);
  return [...groupBy(runs, keyOf)].map(([key, own]): Build => {
    const first = own[0]!;
    const at = settingsText(first.settings);
    const several = new Set(settings.get(first.iterationId)!.map((run) => settingsText(run.settings))).size > 1;
    const valid = own.filter(({ status, value }) => status === 'ok' && value !== null);
    const values = valid.map(({ value, unit }) => convert({ value: value!, from: unit!, to: protocol.unit }).value);
    return {
      key,
      name: `${teamName(first.teamId)} ${first.iterationNumber}${several ? ` at ${at || 'no setting'}` : ''}`,
      teamId: first.teamId,
      iterationId: first.iterationId,
      at,
      runs: valid,
      values,
      summary: values.length > 0 ? summarise({ values }) : null,
      completed: {
        passes: valid.length,
        n: own.length,
        interval: proportion({ passes: valid.length, n: own.length }).interval,
      },
      days: new Set(valid.map(({ runAt }) => dayOf(runAt))),
      instruments: new Set(valid.flatMap(({ instrument }) => instrument ?? [])),
    };
  });
}

/** What is to be looked at in one build: a run far from the others, runs that creep one way. */
export function warningsOf({ name, values, summary }: Build, unit: string): string[] {
  if (!summary) return [];
  return [outlierText(name, values, summary, unit), driftText(name, drift({ values }), unit)].filter(
    (text) => text !== null,
  );
}

/** Two builds, and what their runs say of each other. */
export interface BuildPair {
  a: Build;
  b: Build;
  pair: Pair;
  says: string[];
}

/**
 * Each build of a list that was run at least twice against the one before it, with p values adjusted for all pairs of these. What
 * differs in their design is asked of whoever knows it.
 */
export function inTurn(
  builds: readonly Build[],
  of: Pick<Protocol, 'parameterName' | 'unit'>,
  better: Better | null,
  designChanges: (a: Build, b: Build) => string[],
): BuildPair[] {
  const known = builds.filter(({ values }) => values.length > 1);
  if (known.length < 2) return [];
  const { pairs } = compareAll({
    groups: known.map(({ key, values }) => ({ id: key, values })),
    better: better ?? 'higher',
  });
  return known.slice(1).map((b, i): BuildPair => {
    const a = known[i]!;
    const pair = pairs.find((one) => one.a === a.key && one.b === b.key)!;
    const changed = [...(a.iterationId === b.iterationId ? [] : designChanges(a, b)), ...otherChanges(a, b)];
    const held = a.at !== '' && a.at === b.at ? [a.at] : [];
    const says = conclude({
      a: a.name,
      b: b.name,
      parameter: of.parameterName,
      unit: of.unit,
      better,
      n: [a.values.length, b.values.length],
      comparison: pair,
      changed,
      held,
    });
    return { a, b, pair, says };
  });
}

/** What else differs between the runs of two builds: settings, instrument, day. */
function otherChanges(a: Build, b: Build): string[] {
  const apart = (x: ReadonlySet<string>, y: ReadonlySet<string>) => ![...x].some((one) => y.has(one));
  return [
    ...(a.at === b.at ? [] : ['the settings']),
    ...(apart(a.instruments, b.instruments) ? ['the instrument'] : []),
    ...(apart(a.days, b.days) ? ['the day'] : []),
  ];
}
