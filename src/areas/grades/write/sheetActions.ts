'use server';

import Papa from 'papaparse';
import { readNumber } from '@/core/numbers';
import { json } from '@/db/connection';
import { listStudents, listTeams } from '@/areas/course';
import { loadRubricResults } from '@/areas/grades/read/rubricResults';
import { listJudgements, listScores } from '@/areas/grades/read/rubrics';
import { COLUMNS, type SchoolColumn } from '@/areas/grades/read/scheme';
import { loadGradeSheet } from '@/areas/grades/read/sheet';
import { differsFrom, gradePage } from '@/areas/grades/read/words';
import { FieldError } from '@/server/outcome';
import type { GradeRule } from '@/core/rubric';
import { action, momentOf, type Work } from '@/server/perform';
import { removeRow, saveRow } from '@/server/saveRow';
import { read, readOptional } from '@/ui/forms/schema';
import { readBands, readResults, readRule } from '@/areas/grades/read/readRule';
import {
  componentIdSchema,
  componentSchema,
  countedTeamSchema,
  formerSchema,
  markSchema,
  marksSchema,
  peerRoundSchema,
  releaseSchema,
  schemeSchema,
  systemIdSchema,
  systemSchema,
} from '@/areas/grades/records/grades';
import { componentForm, roundForm, schemeForm, systemForm } from '@/areas/grades/read/toForm';

/** How grades are worked out in this project. */
export const saveScheme = action('saveScheme', schemeSchema, async (work, { id, version, bands, ...input }) => {
  const values = {
    share: input.share,
    peerRoundId: input.share === 'peers' ? input.peerRoundId : null,
    missing: input.missing,
    perDay: read(input.perDay),
    graceDays: read(input.graceDays),
    mostLate: readOptional(input.mostLate),
    step: read(input.step),
    rounding: input.rounding,
    bands: json(work.tx, readBands(bands)),
    cap: readOptional(input.cap),
    floor: readOptional(input.floor),
    pass: read(input.pass),
  };
  return { id: await saveRow(work, 'grade_scheme', { id, version }, values, (row) => schemeForm(row as never)) };
});

/** What a grade is made of: a rubric, an event under a rule, or marks. */
export const saveGradeComponent = action(
  'saveGradeComponent',
  componentSchema,
  async (work, { id, version, ...input }) => {
    const { tx, projectId } = work;
    const [source, about = ''] = input.from.split(':');
    const rubricId = source === 'rubric' ? about : null;
    const eventId = source === 'event' ? about : null;
    if (source !== 'marks' && !rubricId && !eventId) throw new FieldError('from', 'Choose where it comes from.');
    const [known] = await tx<[{ rubric: boolean; event: boolean }]>`
    select exists (select from rubric where id::text = ${rubricId ?? ''} and project_id = ${projectId}) as rubric,
      exists (select from event where id::text = ${eventId ?? ''} and project_id = ${projectId}) as event`;
    if ((rubricId && !known.rubric) || (eventId && !known.event))
      throw new FieldError('from', 'This is not part of the project any more.');
    const rule = eventId ? await ruleOf(work, id, input) : null;
    const values = {
      name: input.name,
      position: read(input.position),
      weight: read(input.weight),
      source,
      rubricId,
      eventId,
      rule: rule && json(tx, rule),
      usesFactor: input.usesFactor,
      dropLowest: read(input.dropLowest),
      cap: readOptional(input.cap),
      floor: readOptional(input.floor),
    };
    return {
      id: await saveRow(work, 'grade_component', { id, version }, values, (row) => componentForm(row as never)),
    };
  },
);
/** The rule that the fields describe; where no field can show the one there is, that one. */
async function ruleOf(
  { tx, projectId }: Work,
  id: string | null | undefined,
  input: { kind: string },
): Promise<GradeRule | null> {
  if (input.kind !== 'kept') return readRule(input as never);
  const [row] = await tx<{ rule: GradeRule | null }[]>`
    select rule from grade_component where id = ${id ?? null} and project_id = ${projectId}`;
  return row?.rule ?? null;
}
export const removeGradeComponent = action('removeGradeComponent', componentIdSchema, (work, { id }) =>
  removeRow(work, 'grade_component', id!, 'This component'),
);

/** One mark of one student. */
export const saveMark = action('saveMark', markSchema, async (work, { id, version, ...input }) => {
  await mustTakeMarks(work, input.componentId!);
  await mustBeEnrolled(work, input.accountId!);
  const { componentId, accountId, task, excused, note } = input;
  const values = {
    componentId,
    accountId,
    task,
    excused,
    note,
    score: readOptional(input.score),
    max: read(input.max),
    daysLate: read(input.daysLate),
  };
  return {
    id: await saveRow(work, 'mark', { id, version }, values, (row) => ({
      task: row.task,
      score: row.score === null ? '' : String(row.score),
      max: String(row.max),
      daysLate: String(row.daysLate),
      excused: row.excused,
      note: row.note,
    })),
  };
});

async function mustTakeMarks({ tx, projectId }: Work, componentId: string) {
  const [row] = await tx`
    select 1 from grade_component where id = ${componentId} and project_id = ${projectId} and source = 'marks'`;
  if (!row) throw new FieldError('', 'This component takes no marks.');
}

async function mustBeEnrolled({ tx, projectId }: Work, accountId: string) {
  const [row] = await tx`select 1 from enrolment where account_id = ${accountId} and project_id = ${projectId}`;
  if (!row) throw new FieldError('', 'This student is not part of the project.');
}

/** Marks given elsewhere, from a CSV file with a head: one line a student, found by the school's student number. */
export const importMarks = action('importMarks', marksSchema, async (work, { componentId, task, ...input }) => {
  const { tx, projectId } = work;
  await mustTakeMarks(work, componentId!);
  const max = read(input.max);
  const { data, meta } = Papa.parse<Record<string, string>>(input.text.replace(/^\uFEFF/, '').trim(), {
    header: true,
    skipEmptyLines: true,
  });
  const heads = meta.fields ?? [];
  const column = (field: 'numberColumn' | 'scoreColumn', usual: RegExp) => {
    const head = input[field] || heads.find((one) => usual.test(one));
    if (!head || !heads.includes(head))
      throw new FieldError(field, `Choose one of the columns: ${heads.slice(0, 20).join(', ') || 'there is none'}.`);
    return head;
  };
  const [number, score] = [column('numberColumn', /number|id/i), column('scoreColumn', /mark|score|points|grade/i)];
  const students = new Map((await listStudents(tx, projectId)).map((one) => [one.studentNumber, one.accountId]));
  const unknown: string[] = [];
  const seen = new Set<string>();
  const rows = data.flatMap((line, i) => {
    const at = `line ${i + 2}`;
    // Our own files defuse what a spreadsheet would take for a formula with a leading apostrophe.
    const key = (line[number] ?? '').trim().replace(/^'/, '');
    const accountId = students.get(key);
    if (!accountId) {
      unknown.push(`${at} (${key.slice(0, 40) || 'empty'})`);
      return [];
    }
    if (seen.has(accountId)) throw new FieldError('text', `Student number ${key} stands in ${at} for the second time.`);
    seen.add(accountId);
    return [{ projectId, componentId: componentId!, accountId, task, score: scoreIn(line[score] ?? '', at), max }];
  });
  if (rows.length === 0) throw new FieldError('text', 'No line has the student number of somebody in this project.');
  await tx`
    insert into mark ${tx(rows)} on conflict (component_id, account_id, task) do update set score = excluded.score, max = excluded.max
    where mark.score is distinct from excluded.score or mark.max <> excluded.max`;
  if (unknown.length) work.notes.push(`Nobody here has the student number in ${unknown.slice(0, 5).join(', ')}`);
  return { taken: rows.length, left: unknown.length };
});

function scoreIn(text: string, at: string): number | null {
  if (!text.trim()) return null;
  try {
    const { value } = readNumber(text.trim().replace(/^'/, ''));
    if (value < 0) throw new FieldError('text', `The mark in ${at} is negative: ${value}.`);
    return value;
  } catch (error) {
    if (error instanceof FieldError) throw error;
    throw new FieldError('text', `The mark in ${at} is no number: “${text.slice(0, 40)}”.`);
  }
}

/** With which team a student counts in a component, after a change of teams; without a team: with the present one. */
export const saveCountedTeam = action(
  'saveCountedTeam',
  countedTeamSchema,
  async (work, { componentId, accountId, teamId, reason }) => {
    const { tx, projectId } = work;
    await mustBeEnrolled(work, accountId!);
    const [component] = await tx`
    select 1 from grade_component where id = ${componentId} and project_id = ${projectId} and source <> 'marks'`;
    if (!component) throw new FieldError('componentId', 'This component does not come from a team.');
    await tx`delete from counted_team where component_id = ${componentId} and account_id = ${accountId}`;
    if (!teamId) return {};
    if (!reason) throw new FieldError('reason', 'Say why, the student reads it.');
    if (!(await listTeams(tx, projectId)).some((one) => one.id === teamId))
      throw new FieldError('teamId', 'This team is not part of the project.');
    await tx`insert into counted_team ${tx({ projectId, componentId: componentId!, accountId: accountId!, teamId, reason })}`;
    return {};
  },
);

/** Shows students their grade as it stands; one that was shown before needs a reason, and the former one stays. */
export const releaseGrades = action('releaseGrades', releaseSchema, async (work, { accountIds, reason }) => {
  const { tx, projectId, seat } = work;
  const wanted = new Set(accountIds);
  // Two who release at once: the second sees what the first has shown.
  await tx`select 1 from project where id = ${projectId} for no key update`;
  const [sheet, grades, scores, judgements] = await Promise.all([
    loadGradeSheet(tx, projectId),
    loadRubricResults(tx, projectId),
    listScores(tx, projectId),
    listJudgements(tx, projectId),
  ]);
  if (sheet.problem) throw new FieldError('', sheet.problem);
  const last = await tx<{ accountId: string; number: number; content: never }[]>`
    select distinct on (account_id) account_id, number, content from released_grade
    where project_id = ${projectId} order by account_id, number desc`;
  const rows = sheet.students.flatMap((student) => {
    const { accountId } = student.member;
    if (!wanted.has(accountId)) return [];
    const page = gradePage(student, { grades, scores, judgements });
    if (!page) return [];
    const before = last.find((one) => one.accountId === accountId);
    if (before && !differsFrom(before.content, page)) return [];
    if (before && !reason)
      throw new FieldError(
        'reason',
        `${student.member.name} has seen a grade already. Say why it changes; the student reads it.`,
      );
    const content = json(tx, page);
    const number = (before?.number ?? 0) + 1;
    return [
      {
        projectId,
        accountId,
        number,
        content,
        reason: before ? reason : '',
        releasedAt: momentOf(work),
        releasedBy: seat.actor.name,
      },
    ];
  });
  if (rows.length === 0)
    throw new FieldError(
      '',
      'Nothing is new: either there is no total yet, or the students have seen this grade already.',
    );
  await tx`insert into released_grade ${tx(rows)}`;
  return { released: rows.length };
});

/** What an earlier class reached in an event, to try a rule on. */
export const saveFormerResults = action(
  'saveFormerResults',
  formerSchema,
  async (work, { id, version, eventId, season, results: text }) => {
    const { tx, projectId } = work;
    const [event] = await tx<{ unit: string }[]>`
    select q.unit from event e join quantity q on q.id = e.quantity_id where e.id = ${eventId} and e.project_id = ${projectId}`;
    if (!event) throw new FieldError('eventId', 'This event is not part of the project.');
    const { results, unit } = readResults(text);
    if (unit && unit !== event.unit)
      throw new FieldError('results', `This event is measured in ${event.unit}; the values here are in ${unit}.`);
    const values = { eventId, season, unit: event.unit, results: json(tx, results) };
    return {
      id: await saveRow(work, 'former_results', { id, version }, values, (row) => ({
        season: row.season,
        results: (row.results as number[]).join('\n'),
      })),
    };
  },
);

/** The columns that a school's own system wants. */
export const saveSchoolSystem = action(
  'saveSchoolSystem',
  systemSchema,
  async (work, { id, version, columns, ...input }) => {
    const { tx, projectId } = work;
    const components = await tx<{ id: string }[]>`select id from grade_component where project_id = ${projectId}`;
    const lines = columns.map(({ head, what }, i): SchoolColumn => {
      const [kind, componentId] = what.split(':') as [SchoolColumn['what'], string?];
      const known = componentId === undefined || components.some((one) => one.id === componentId);
      if (!COLUMNS.includes(kind) || !known || (kind === 'component') !== (componentId !== undefined))
        throw new FieldError(`columns.${i}.what`, 'Choose what it holds.');
      return { head, what: kind, ...(componentId ? { componentId } : {}) };
    });
    const values = { ...input, columns: json(tx, lines) };
    return { id: await saveRow(work, 'school_system', { id, version }, values, (row) => systemForm(row as never)) };
  },
);
export const removeSchoolSystem = action('removeSchoolSystem', systemIdSchema, (work, { id }) =>
  removeRow(work, 'school_system', id!, 'These columns'),
);

/** A round in which members rate each other. */
export const savePeerRound = action(
  'savePeerRound',
  peerRoundSchema,
  async (work, { id, version, questions, ...input }) => {
    const { tx, projectId } = work;
    const asked = questions.map((one, i) => {
      const anchors = one.anchors
        .split('\n')
        .map((line) => line.trim())
        .filter(Boolean);
      if (anchors.length !== 5 && anchors.length !== 0)
        throw new FieldError(
          `questions.${i}.anchors`,
          `Five lines, what 1 to 5 look like; here are ${anchors.length}.`,
        );
      return { text: one.text, anchors };
    });
    if (id) {
      const [answered] = await tx<{ questions: unknown[] }[]>`
      select r.questions from peer_round r where r.id = ${id} and r.project_id = ${projectId}
        and exists (select from peer_rating p where p.round_id = r.id)`;
      if (answered && answered.questions.length !== asked.length)
        throw new FieldError('questions', 'Members have answered already, so the number of questions stays.');
    }
    const values = {
      name: input.name,
      questions: json(tx, asked),
      low: read(input.low),
      high: read(input.high),
      minimumRaters: read(input.minimumRaters),
      isOpen: input.isOpen,
    };
    return { id: await saveRow(work, 'peer_round', { id, version }, values, (row) => roundForm(row as never)) };
  },
);
