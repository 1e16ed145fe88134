import { randomUUID } from 'node:crypto';
import { json, type Tx } from '@/db/connection';
import { FieldError } from '@/server/outcome';
import { cleanRichText } from '@/server/richText';
import type { BriefParts } from '@/domain/brief/read';
import type { Bundle } from './format';
import { keyed, type Add, type Find } from './keyed';

const TEXTS = ['challenge', 'setting', 'thing', 'account', 'rules', 'hazards', 'warmUp'] as const;

/** The brief as it is being written, and what was published of it. */
export async function addBrief(
  tx: Tx,
  add: Add,
  projectId: string,
  { versions, ...parts }: Bundle['brief'],
): Promise<void> {
  const { kit, banned, checklist, fixedDates, ...row } = cleanParts(parts);
  const lists = {
    kit: json(tx, kit),
    banned: json(tx, banned),
    checklist: json(tx, checklist),
    fixedDates: json(tx, fixedDates),
  };
  await tx`insert into brief ${tx({ projectId, ...row, ...lists } as never)}`;
  await add(
    'brief_version',
    versions.map(({ content, ...version }) => ({ ...version, content: json(tx, cleanParts(content)) })),
  );
}

function cleanParts<T extends BriefParts>(parts: T): T {
  return { ...parts, ...Object.fromEntries(TEXTS.map((key) => [key, cleanRichText(parts[key])])) };
}

interface Known {
  parameter: Find;
  protocol: Find;
  team: Find;
  /** Ids of the bundle's people in their order. */
  people: string[];
}

/** Visits, sentences, research, and requirements with all that hangs on them. Returns how a requirement is found by its code. */
export async function addPlan(
  tx: Tx,
  add: Add,
  bundle: Bundle,
  { parameter, protocol, team, people }: Known,
): Promise<Find> {
  const person = (at: number | null) => {
    if (at === null) return null;
    const id = people[at];
    if (!id) throw new FieldError('file', `The bundle refers to person ${at}, whom it does not hold.`);
    return id;
  };
  const answerOf = await addVisits(add, bundle, team, person);
  const said = keyed(bundle.statements, (s) => s.key, 'sentence');
  await add(
    'statement',
    bundle.statements.map(({ key, question, ...s }) => ({
      id: said(key),
      ...s,
      answerId: question && answerOf(question),
    })),
  );
  const research = keyed(bundle.research, (r) => r.title, 'research note');
  await add(
    'research',
    bundle.research.map(({ findings: _, team: name, ...r }) => ({
      id: research(r.title),
      ...r,
      teamId: name && team(name),
    })),
  );
  const requirement = keyed(bundle.requirements, (r) => r.code, 'requirement');
  await add(
    'requirement',
    bundle.requirements.map(
      ({ parameter: name, protocol: way, owner, team: by, sources: _s, changes: _c, budgets: _b, ...r }) => ({
        id: requirement(r.code),
        ...r,
        parameterId: name && parameter(name),
        protocolId: way && protocol(way),
        ownerId: person(owner),
        teamId: by && team(by),
      }),
    ),
  );
  await add(
    'finding',
    bundle.research.flatMap((r) =>
      r.findings.map(({ requirement: code, ...f }) => ({
        researchId: research(r.title),
        requirementId: requirement(code),
        ...f,
      })),
    ),
  );
  const each = <T>(of: (r: Bundle['requirements'][number], requirementId: string) => T[]) =>
    bundle.requirements.flatMap((r) => of(r, requirement(r.code)));
  await add(
    'requirement_source',
    each((r, requirementId) =>
      r.sources.map(({ said: key, research: title, ...s }, position) => ({
        requirementId,
        ...s,
        statementId: key && said(key),
        researchId: title && research(title),
        position,
      })),
    ),
  );
  const changes = each((r, requirementId) =>
    r.changes.map((c, i) => ({ id: randomUUID(), requirementId, number: i + 1, ...c })),
  );
  await add(
    'requirement_change',
    changes.map(({ dealtWith: _, before, after, ...c }) => ({
      ...c,
      before: json(tx, before),
      after: json(tx, after),
    })),
  );
  await add(
    'change_seen',
    changes.flatMap((c) => c.dealtWith.map((name) => ({ changeId: c.id, teamId: team(name) }))),
  );
  await add(
    'budget',
    each((r, requirementId) =>
      r.budgets.map((b) => ({ requirementId, teamId: b.team && team(b.team), parts: json(tx, b.parts) })),
    ),
  );
  await add('weighing', bundle.weighing.length ? [{ judgements: json(tx, bundle.weighing) }] : []);
  return requirement;
}

async function addVisits(
  add: Add,
  { visits }: Bundle,
  team: Find,
  person: (at: number | null) => string | null,
): Promise<Find> {
  const all = visits.flatMap((visit) => visit.questions);
  const question = keyed(all, (q) => q.key, 'question');
  const answer = keyed(
    all.filter((q) => q.answer !== null),
    (q) => q.key,
    'answer',
  );
  for (const { questions, ...visit } of visits) {
    const id = randomUUID();
    await add('visit', [{ id, ...visit }]);
    await add(
      'question',
      questions.map(({ key, team: name, by, notes: _n, answer: _a, mergedInto, ...q }) => ({
        id: question(key),
        visitId: id,
        ...q,
        teamId: name && team(name),
        askedBy: person(by),
        mergedInto: mergedInto && question(mergedInto),
      })),
    );
  }
  await add(
    'note',
    all.flatMap((q) =>
      q.notes.map(({ by, ...n }) => ({ id: randomUUID(), questionId: question(q.key), ...n, authorId: person(by) })),
    ),
  );
  await add(
    'answer',
    all.flatMap((q) => (q.answer === null ? [] : [{ id: answer(q.key), questionId: question(q.key), text: q.answer }])),
  );
  return answer;
}
