import type { InferType } from 'yup';
import { claim } from '@/core/builds';
import { isOfFeature, type ChangeKind } from '@/core/changes';
import { CoreError, DIMENSIONS, convertInterval, type Dimension } from '@/core/units';
import { allowed } from '@/server/access';
import { FieldError } from '@/server/outcome';
import type { Work } from '@/server/perform';
import { read, readOptional } from '@/ui/forms/schema';
import type { changeSchema } from '@/areas/builds/records/builds';

type Entered = InferType<typeof changeSchema>;
interface Owner {
  id: string;
  teamId: string;
}

/**
 * Writes what was changed in an iteration, in its order. A feature that the project does not know yet is made.
 * @throws FieldError at the change that names nothing, turns a length into a mass, or claims what its figure can't show.
 */
export async function setChanges(work: Work, owner: Owner, changes: readonly Entered[]): Promise<void> {
  const { tx, projectId } = work;
  const iterationId = owner.id;
  await mustKeepDimension(work, owner, changes);
  await mustBeClaimable(work, changes);
  const sources = await sourcesOf(work, owner, changes);
  const features = await namedFeatures(work, changes);
  const rows = changes.map((one, i) => {
    const path = `changes.${i}`;
    const { makerId } = one;
    const shared = { projectId, iterationId, position: i + 1, kind: one.kind, makerId, ...claimOf(one, path) };
    if (isOfFeature(one.kind)) {
      const source = one.kind === 'taken over' ? sources.get(one.sourceId!) : {};
      return { ...EMPTY, ...shared, featureId: features.get(keyOf(one.what))!, ...source };
    }
    const figures = one.kind === 'parameter' && one.unit !== '';
    if (!figures) return { ...EMPTY, ...shared, what: one.what, before: one.before, after: one.after };
    const [beforeValue, afterValue] = readFigures(work, one, path);
    return { ...EMPTY, ...shared, what: one.what, beforeValue, afterValue, unit: one.unit };
  });
  if (await areStored(work, iterationId, rows)) return;
  await tx`delete from iteration_change where iteration_id = ${iterationId} and project_id = ${projectId}`;
  if (rows.length > 0) await tx`insert into iteration_change ${tx(rows as never)}`;
}

/** Saved again as they are, they leave no trace in the history. */
async function areStored({ tx, projectId }: Work, iterationId: string, rows: readonly object[]): Promise<boolean> {
  const stored = await tx<Record<string, unknown>[]>`
    select * from iteration_change where iteration_id = ${iterationId} and project_id = ${projectId} order by position`;
  const same = (row: object, i: number) =>
    Object.entries(row).every(([column, value]) => stored[i]?.[column] === value);
  return stored.length === rows.length && rows.every(same);
}

const EMPTY = {
  what: '',
  featureId: null,
  sourceId: null,
  benchmarkId: null,
  before: '',
  after: '',
  beforeValue: null,
  afterValue: null,
  unit: null,
  claim: null,
  claimParameterId: null,
};
const keyOf = (name: string) => name.trim().toLowerCase();

function claimOf(one: Entered, path: string) {
  if (!one.claim) return {};
  if (!one.claimParameterId) throw new FieldError(`${path}.claimParameterId`, 'Choose the figure that shows it.');
  return { claim: one.claim, claimParameterId: one.claimParameterId };
}

function readFigures({ notes }: Work, one: Entered, path: string): [number | null, number] {
  const at = (field: 'before' | 'after', text: string) => {
    try {
      return field === 'before' ? readOptional(text, notes) : read(text, notes);
    } catch (error) {
      if (error instanceof CoreError) throw new FieldError(`${path}.${field}`, error.message);
      throw error;
    }
  };
  return [at('before', one.before), at('after', one.after)!];
}

/** A design parameter measures the same thing in every iteration of a team. */
async function mustKeepDimension({ tx }: Work, { id, teamId }: Owner, changes: readonly Entered[]): Promise<void> {
  const known = await tx<{ what: string; unit: string; number: number }[]>`
    select distinct on (lower(c.what)) c.what, c.unit, i.number from iteration_change c join iteration i on i.id = c.iteration_id
    where i.team_id = ${teamId} and i.id <> ${id} and c.unit is not null order by lower(c.what), i.number desc`;
  changes.forEach((one, i) => {
    if (one.kind !== 'parameter' || one.unit === '') return;
    const before = known.find((row) => keyOf(row.what) === keyOf(one.what));
    try {
      convertInterval({ value: 1, from: before?.unit ?? one.unit, to: one.unit });
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      const was =
        before && before.unit !== one.unit ? ` “${one.what}” was in ${before.unit} in iteration ${before.number}.` : '';
      throw new FieldError(`changes.${i}.unit`, `${error.message}${was}`);
    }
  });
}

/** "Faster" is shown by a time or a speed, and nothing by a yes or no. */
async function mustBeClaimable({ tx, projectId }: Work, changes: readonly Entered[]): Promise<void> {
  const ids = changes.flatMap(({ claimParameterId }) => claimParameterId ?? []);
  if (ids.length === 0) return;
  const parameters = await tx<{ id: string; name: string; dimension: Dimension }[]>`
    select id, name, dimension from parameter where id = any(${ids}) and project_id = ${projectId}`;
  changes.forEach((one, i) => {
    if (!one.claim || !one.claimParameterId) return;
    const parameter = parameters.find(({ id }) => id === one.claimParameterId);
    const at = `changes.${i}.claimParameterId`;
    if (!parameter) throw new FieldError(at, 'This parameter is not part of the project.');
    const { base } = DIMENSIONS[parameter.dimension];
    if (base === null) throw new FieldError(at, `${parameter.name} is answered by yes or no, so it can’t show this.`);
    try {
      claim({ claim: one.claim, parent: { value: 1, unit: base }, child: { value: 1, unit: base } });
    } catch (error) {
      if (error instanceof CoreError) throw new FieldError(at, `${parameter.name}: ${error.message}`);
      throw error;
    }
  });
}

type Source = { sourceId: string } | { benchmarkId: string };

/**
 * Where features are taken over from, by the ids that changes name: an iteration of another team that the team may see or has
 * named already, or the design of an earlier season.
 */
async function sourcesOf(work: Work, { id, teamId }: Owner, changes: readonly Entered[]): Promise<Map<string, Source>> {
  const { tx, projectId, seat } = work;
  const ids = changes.flatMap((one) => (one.kind === 'taken over' && one.sourceId ? [one.sourceId] : []));
  const open = allowed(seat, 'iteration.release');
  const seen = await tx<{ id: string; past: boolean }[]>`
    select id, false as past from iteration where id = any(${ids}) and project_id = ${projectId} and team_id <> ${teamId}
      and (${open} or released_at is not null or id in (select source_id from iteration_change where iteration_id = ${id}))
    union all select id, true from benchmark where id = any(${ids}) and project_id = ${projectId}`;
  changes.forEach((one, i) => {
    if (one.kind === 'taken over' && !seen.some((source) => source.id === one.sourceId))
      throw new FieldError(
        `changes.${i}.sourceId`,
        'Choose the released iteration of another team, or the earlier season, that had it.',
      );
  });
  return new Map(seen.map((one) => [one.id, one.past ? { benchmarkId: one.id } : { sourceId: one.id }]));
}

/** The ids of the features that changes name, by their names in small letters; new ones are made. */
async function namedFeatures({ tx, projectId }: Work, changes: readonly Entered[]): Promise<Map<string, string>> {
  const names = new Map(
    changes.filter(({ kind }) => isOfFeature(kind as ChangeKind)).map(({ what }) => [keyOf(what), what]),
  );
  if (names.size === 0) return new Map();
  const rows = [...names.values()].map((name) => ({ projectId, name }));
  await tx`insert into feature ${tx(rows)} on conflict (project_id, lower(name)) do nothing`;
  const known = await tx<{ id: string; name: string }[]>`
    select id, name from feature where project_id = ${projectId} and lower(name) = any(${[...names.keys()]})`;
  return new Map(known.map(({ id, name }) => [keyOf(name), id]));
}
