import { listBriefVersions, readBrief, toBriefParts } from '@/domain/brief/read';
import { listBudgets, listChanges, listRequirements, type Judged } from '@/domain/requirements/read';
import type { Bundle } from './format';
import { type Sql } from '@/db/connection';

type Named = (id: string | null) => string | null;
interface Names {
  team: Named;
  /** The place of a person among the bundle's people; null for those it does not hold. */
  person: (id: string | null) => number | null;
}

/** The brief as it is being written, and what was published of it, oldest first. */
export async function writeBrief(sql: Sql, projectId: string): Promise<Bundle['brief']> {
  const [brief, versions] = [await readBrief(sql, projectId), await listBriefVersions(sql, projectId)];
  return { ...toBriefParts({ ...brief }), versions: versions.map(({ id: _, ...version }) => version).reverse() };
}

/** Visits, sentences, research, and requirements with all that hangs on them, in an order that does not depend on ids. */
export async function writePlan(
  sql: Sql,
  projectId: string,
  { team, person }: Names,
): Promise<Pick<Bundle, 'visits' | 'statements' | 'research' | 'requirements' | 'weighing'>> {
  const visits = await sql<(Omit<Bundle['visits'][number], 'questions'> & { id: string })[]>`
    select id, title, said_by, held_on, minutes, state from visit where project_id = ${projectId} order by held_on, created_at`;
  const questions = await sql<
    (Omit<Question, 'key' | 'team' | 'by' | 'notes' | 'mergedInto'> &
      Record<'id' | 'visitId', string> &
      Ids & { answerId: string | null; mergedInto: string | null })[]
  >`
    select q.id, q.visit_id, q.text, q.team_id, q.asked_by as author_id, q.position, q.must, q.hidden, q.minutes, q.merged_into, a.id as answer_id, a.text as answer
    from question q join visit v on v.id = q.visit_id left join answer a on a.question_id = q.id
    where q.project_id = ${projectId} order by v.held_on, v.created_at, q.position, q.text, q.created_at`;
  const notes = await sql<
    { questionId: string; text: string; authorId: string | null; byLink: string; madeAt: Date }[]
  >`
    select question_id, text, author_id, by_link, made_at from note where project_id = ${projectId} and taken_back_at is null order by made_at, created_at, text`;
  const said = await sql<{ id: string; sentence: string; saidBy: string; saidOn: string; answerId: string | null }[]>`
    select id, sentence, said_by, said_on, answer_id from statement where project_id = ${projectId} order by said_on, created_at, sentence`;
  const research = await sql<(Omit<Bundle['research'][number], 'team'> & { teamId: string | null })[]>`
    select r.title, r.kind, r.about, r.found_in, r.is_winner, r.team_id,
      coalesce((select jsonb_agg(jsonb_build_object('requirement', q.code, 'text', f.text, 'value', f.value, 'unit', f.unit,
        'uncertainty', f.uncertainty, 'answer', f.answer) order by q.code) from finding f join requirement q on q.id = f.requirement_id
        where f.research_id = r.id), '[]') as findings
    from research r where r.project_id = ${projectId} order by r.title`;
  const [weighing] = await sql<
    { judgements: Judged[] }[]
  >`select judgements from weighing where project_id = ${projectId}`;

  const keyOf = new Map(questions.map((q, i) => [q.id, `Q${i + 1}`]));
  const answered = new Map(questions.map((q) => [q.answerId, keyOf.get(q.id)!]));
  const sentence = new Map(said.map((one, i) => [one.id, `S${i + 1}`]));
  return {
    visits: visits.map(({ id, ...visit }) => ({
      ...visit,
      questions: questions
        .filter((q) => q.visitId === id)
        .map(({ id: own, text, position, must, hidden, minutes, answer, ...q }) => ({
          key: keyOf.get(own)!,
          text,
          team: team(q.teamId),
          by: person(q.authorId),
          position,
          must,
          hidden,
          minutes,
          mergedInto: q.mergedInto && keyOf.get(q.mergedInto)!,
          notes: notes.filter((n) => n.questionId === own).map((n) => noteOf(n, person)),
          answer,
        })),
    })),
    statements: said.map(({ id, answerId, ...s }) => ({
      key: sentence.get(id)!,
      ...s,
      question: answerId && answered.get(answerId)!,
    })),
    research: research.map(({ teamId, ...r }) => ({ ...r, team: team(teamId) })),
    requirements: await writeRequirements(sql, projectId, { team, person }, sentence),
    weighing: weighing?.judgements ?? [],
  };
}

type Question = Bundle['visits'][number]['questions'][number];
interface Ids {
  teamId: string | null;
  authorId: string | null;
}

/** A note of somebody the bundle does not hold (an instructor) says so, as a note needs an author. */
function noteOf(
  { text, authorId, byLink, madeAt }: { text: string; authorId: string | null; byLink: string; madeAt: Date },
  person: Names['person'],
) {
  const by = person(authorId);
  return { text, by, byLink: by === null && !byLink ? 'instructor' : byLink, madeAt: madeAt.toISOString() };
}

async function writeRequirements(
  sql: Sql,
  projectId: string,
  { team, person }: Names,
  sentence: Map<string, string>,
): Promise<Bundle['requirements']> {
  const [requirements, changes, budgets] = [
    await listRequirements(sql, projectId),
    await listChanges(sql, projectId),
    await listBudgets(sql, projectId),
  ];
  const sorted = (names: (string | null)[]) => names.filter((name) => name !== null).sort();
  return requirements.map((r) => ({
    code: r.code,
    statement: r.statement,
    kind: r.kind,
    parameter: r.parameterName,
    value: r.value,
    low: r.low,
    high: r.high,
    tolerance: r.tolerance,
    unit: r.unit,
    weight: r.weight,
    priority: r.priority,
    decision: r.decision,
    state: r.state,
    counts: r.counts,
    method: r.method,
    protocol: r.protocolName,
    verifiedBy: r.verifiedBy,
    owner: person(r.ownerId),
    team: team(r.teamId),
    reason: r.reason,
    stateOn: r.stateOn,
    sources: r.sources.map((s) => ({
      kind: s.kind,
      said: s.statementId && sentence.get(s.statementId)!,
      research: s.researchTitle,
      note: s.note,
    })),
    changes: changes
      .filter((c) => c.requirementId === r.id)
      .sort((a, b) => a.number - b.number)
      .map(({ before, after, reason, changedOn, seenBy }) => ({
        before,
        after,
        reason,
        changedOn,
        dealtWith: sorted(seenBy.map(team)),
      })),
    budgets: budgets
      .filter((b) => b.requirementId === r.id)
      .map((b) => ({ team: team(b.teamId), parts: b.parts }))
      .sort((a, b) => ((a.team ?? '') < (b.team ?? '') ? -1 : 1)),
  }));
}
