'use server';

import type { InferType } from 'yup';
import { checkLevels, panel, USUAL_RUBRICS } from '@/core/rubric';
import { json } from '@/db/connection';
import { listTeams } from '@/areas/course';
import { MEASURES, type Criterion, type Measure } from '@/areas/grades/read/rubrics';
import { FieldError } from '@/server/outcome';
import { action, type Work } from '@/server/perform';
import { removeRow, saveRow } from '@/server/saveRow';
import { read, readOptional } from '@/ui/forms/schema';
import {
  anchorIdSchema,
  anchorSchema,
  panelSchema,
  rubricIdSchema,
  rubricSchema,
  usualRubricSchema,
} from '@/areas/grades/records/grades';
import { rubricOf } from './rubricOf';
import { rubricForm } from '@/areas/grades/read/toForm';

type Written = Omit<Criterion, 'id' | 'rubricId' | 'edition'>;

/** A rubric with its criteria. What was scored under an edition stays with it: changed criteria are a new edition. */
export const saveRubric = action('saveRubric', rubricSchema, async (work, { id, version, criteria, ...input }) => {
  const { tx, projectId } = work;
  const wanted = await Promise.all(criteria.map((one, i) => readCriterion(work, one, i)));
  const twice = wanted.find((one, i) => wanted.findIndex(({ name }) => name === one.name) < i);
  if (twice) throw new FieldError('criteria', `Two criteria are called “${twice.name}”.`);
  if (wanted.every((one) => one.weight === 0))
    throw new FieldError('criteria', 'At least one criterion needs a weight above 0.');
  const values = { ...input, position: read(input.position) };
  const rubricId = await saveRow(work, 'rubric', { id, version }, values, async () =>
    rubricForm(await rubricOf(work, id!)),
  );
  const edition = await editionFor(work, rubricId, wanted);
  await writeCriteria(work, rubricId, edition, wanted);
  if (id)
    await tx`update rubric set edition = ${edition} where id = ${rubricId} and project_id = ${projectId} and edition <> ${edition}`;
  if (edition > 1 && id) work.notes.push(`What was scored before stays with its edition; this is edition ${edition}`);
  return { id: rubricId };
});

/** The present edition, or the next one where somebody has scored it and its criteria change. */
async function editionFor(work: Work, rubricId: string, wanted: readonly Written[]): Promise<number> {
  const rubric = await rubricOf(work, rubricId);
  // Key by key: the database keeps the keys of JSON in an order of its own.
  const plain = ({ name, anchors, max, weight, scorer, levels, evidence, measure }: Written) =>
    JSON.stringify([
      ...[name, anchors, max, weight, scorer, evidence, measure?.of, measure?.eventId, measure?.parameterId],
      levels.map((one) => [one.name, one.points, one.text, one.atLeast]),
    ]);
  const same =
    rubric.criteria.length === wanted.length && rubric.criteria.every((one, i) => plain(one) === plain(wanted[i]!));
  if (same) return rubric.edition;
  const scored = await work.tx`
    select 1 from score s join criterion c on c.id = s.criterion_id
    where c.rubric_id = ${rubricId} and c.edition = ${rubric.edition} limit 1`;
  return scored.length ? rubric.edition + 1 : rubric.edition;
}

async function writeCriteria({ tx, projectId }: Work, rubricId: string, edition: number, wanted: readonly Written[]) {
  const names = wanted.map((one) => one.name);
  await tx`delete from criterion where rubric_id = ${rubricId} and edition = ${edition} and not (name = any(${names}))`;
  const rows = wanted.map((one, position) => ({
    projectId,
    rubricId,
    edition,
    position,
    ...one,
    weight: one.weight === one.max ? null : one.weight,
    levels: json(tx, one.levels),
    measure: one.measure && json(tx, one.measure),
  }));
  await tx`
    insert into criterion ${tx(rows)} on conflict (rubric_id, edition, name) do update set anchors = excluded.anchors, max = excluded.max,
      position = excluded.position, weight = excluded.weight, scorer = excluded.scorer, levels = excluded.levels,
      evidence = excluded.evidence, measure = excluded.measure`;
}

type Typed = InferType<typeof rubricSchema>['criteria'][number];

/** A criterion as typed. @throws FieldError at the place of what is wrong */
async function readCriterion({ tx, projectId, notes }: Work, one: Typed, i: number): Promise<Written> {
  const at = (field: string) => `criteria.${i}.${field}`;
  const counted = one.scorer === 'program';
  const levels = one.levels.map((level) => ({
    name: level.name,
    points: read(level.points, notes),
    text: level.text,
    ...(counted && level.atLeast ? { atLeast: read(level.atLeast, notes) } : {}),
  }));
  if (levels.length === 0 && !one.max)
    throw new FieldError(at('max'), `Give ${one.name} levels, or the most points of a plain scale.`);
  if (levels.length || counted) {
    try {
      checkLevels(levels, one.name, counted);
    } catch (error) {
      throw new FieldError(at('name'), (error as Error).message);
    }
  }
  const max = levels.length ? levels.at(-1)!.points : read(one.max!, notes);
  const measure = counted ? await readMeasure({ tx, projectId }, one.measure, at('measure')) : null;
  const weight = readOptional(one.weight, notes) ?? max;
  const { name, scorer, evidence, anchors } = one;
  return { name, scorer, evidence, anchors, levels, max, weight, measure };
}

async function readMeasure(
  { tx, projectId }: Pick<Work, 'tx' | 'projectId'>,
  text: string,
  field: string,
): Promise<Measure> {
  const [of, about] = text.split(':') as [Measure['of'], string?];
  if (!MEASURES.includes(of)) throw new FieldError(field, 'Choose what the program counts.');
  if (of === 'event') {
    const [event] = await tx`select 1 from event where id::text = ${about ?? ''} and project_id = ${projectId}`;
    if (!event) throw new FieldError(field, 'This event is not part of the project.');
    return { of, eventId: about! };
  }
  if (of === 'measured') {
    const [known] = await tx`select 1 from parameter where id::text = ${about ?? ''} and project_id = ${projectId}`;
    if (!known) throw new FieldError(field, 'This property is not part of the project.');
    return { of, parameterId: about! };
  }
  return { of };
}

/** Adds one of the usual rubrics, to be changed afterwards. */
export const addUsualRubric = action('addUsualRubric', usualRubricSchema, async (work, { name }) => {
  const { tx, projectId } = work;
  const usual = USUAL_RUBRICS.find((one) => one.name === name);
  if (!usual) throw new FieldError('name', 'Choose one of the list.');
  const [{ position }] = await tx<[{ position: number }]>`
    select coalesce(max(position), 0) + 1 as position from rubric where project_id = ${projectId}`;
  const { about, halfLevels } = usual;
  const id = await saveRow(
    work,
    'rubric',
    { id: null, version: null },
    { name, about, halfLevels, position },
    () => ({}),
  );
  const wanted = usual.criteria.map((one): Written => {
    const { name, max, levels, evidence = '', scorer = 'judges', measure = null } = one;
    return { name, max, weight: max, levels: [...levels], evidence, scorer, measure, anchors: '' };
  });
  await writeCriteria(work, id, 1, wanted);
  return { id };
});

/** Makes the weights of the present edition add up to 100; shares, and so all results, stay as they are. */
export const normaliseWeights = action('normaliseWeights', rubricIdSchema, async (work, { id }) => {
  const { edition, criteria } = await rubricOf(work, id!);
  const total = criteria.reduce((sum, one) => sum + one.weight, 0);
  if (total === 0) throw new FieldError('', 'At least one criterion needs a weight above 0.');
  await work.tx`
    update criterion set weight = round((coalesce(weight, max) * 100 / ${total})::numeric, 10) where rubric_id = ${id} and edition = ${edition}`;
  return {};
});

export const removeRubric = action('removeRubric', rubricIdSchema, async (work, { id }) => {
  const { tx, projectId } = work;
  const scored = await tx`select 1 from score where rubric_id = ${id} and project_id = ${projectId} limit 1`;
  if (scored.length) throw new FieldError('', 'Teams have been scored with this rubric, so it stays.');
  await tx`delete from access_link where rubric_id = ${id} and project_id = ${projectId}`;
  await tx`delete from judging where rubric_id = ${id} and project_id = ${projectId}`;
  await tx`delete from judgement where rubric_id = ${id} and project_id = ${projectId}`;
  await tx`delete from judge where rubric_id = ${id} and project_id = ${projectId}`;
  await removeRow(work, 'rubric', id!, 'This rubric');
});

/** A worked example with the points that were agreed on for it. */
export const saveAnchor = action(
  'saveAnchor',
  anchorSchema,
  async (work, { id, version, rubricId, agreed, ...input }) => {
    const rubric = await rubricOf(work, rubricId);
    const lines = agreed.map((one, i) => {
      const criterion = rubric.criteria.find(({ name }) => name === one.criterion);
      if (!criterion) throw new FieldError(`agreed.${i}.criterion`, 'This criterion is not part of the rubric.');
      const points = read(one.points, work.notes);
      if (points > criterion.max)
        throw new FieldError(`agreed.${i}.points`, `${criterion.name} has at most ${criterion.max} points.`);
      return { criterion: one.criterion, points, why: one.why };
    });
    const values = { rubricId, ...input, agreed: json(work.tx, lines) };
    return {
      id: await saveRow(work, 'anchor', { id, version }, values, (row) => ({
        title: row.title,
        shows: row.shows,
        agreed: (row.agreed as typeof lines).map((one) => ({ ...one, points: String(one.points) })),
      })),
    };
  },
);
export const removeAnchor = action('removeAnchor', anchorIdSchema, (work, { id }) =>
  removeRow(work, 'anchor', id!, 'This worked example'),
);

/** Plans which judge sees which team; as many as there are judges: everybody sees everybody. */
export const planPanel = action('planPanel', panelSchema, async (work, { rubricId, seed, ...input }) => {
  const { tx, projectId } = work;
  const rubric = await rubricOf(work, rubricId);
  const perTeam = read(input.perTeam);
  await tx`select 1 from rubric where id = ${rubricId} for no key update`;
  const judges = rubric.judges.filter((one) => one.kind === 'judges');
  const teams = await listTeams(tx, projectId);
  if (judges.length < 2) throw new FieldError('', 'There are no two judges yet. Create their links first.');
  if (teams.length === 0) throw new FieldError('', 'There is no team to judge yet.');
  if (perTeam > judges.length)
    throw new FieldError('perTeam', `There are ${judges.length} judges, so each team can have that many at most.`);
  await tx`delete from judging where rubric_id = ${rubricId} and project_id = ${projectId}`;
  if (perTeam === judges.length) return { connected: true };
  const planned = panel({ teams: teams.map(({ id }) => id), judges: judges.map(({ id }) => id), perTeam, seed });
  const rows = planned.teams.flatMap(({ team, judges: own }) =>
    own.map((judgeId) => ({ projectId, rubricId, judgeId, teamId: team, seed })),
  );
  await tx`insert into judging ${tx(rows)}`;
  if (!planned.connected)
    work.notes.push('With this many, no team joins all judges, so strict and mild ones can’t be told apart');
  return { connected: planned.connected };
});
