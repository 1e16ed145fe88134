import { randomUUID } from 'node:crypto';
import { pool } from '@/db/connection';
import {
  arrangeQuestion,
  mergeQuestions,
  saveAnswer,
  saveStatement,
  saveVisit,
  splitQuestion,
} from '@/areas/brief/write/interview/actions';
import { recordClientAnswer, recordNote, recordQuestion } from '@/areas/brief/write/interview/commands';
import { search } from '@/shell/find/search';
import { listNotes, listQuestions, listVisits } from '@/areas/brief/read/interview';
import { findSeat, type Seat } from '@/server/access';
import type { Actor } from '@/server/actor';
import type { Outcome } from '@/server/outcome';
import { perform } from '@/server/perform';
import {
  asLink,
  asPerson,
  asVisitor,
  bySystem,
  demoProject,
  done,
  ownDatabase,
  refused,
  rowCounts,
  type DemoProject,
} from './database';

ownDatabase();
let p: DemoProject;
let other: DemoProject;
let visitId: string;
beforeAll(async () => {
  p = await demoProject('asks');
  other = await demoProject('elsewhere');
  await asPerson(p.instructorId);
  const visit = {
    title: 'third visit',
    saidBy: 'client, third visit',
    heldOn: '2026-10-27',
    minutes: '20',
    state: 'planned',
  };
  visitId = done(await saveVisit({ projectId: p.id, id: null, version: null, ...visit })).id;
});

const seatOf = async (id: string, kind: 'instructor' | 'student'): Promise<Seat> =>
  (await findSeat(pool(), { kind, id, name: '', login: '', sessionId: '', groupId: null } satisfies Actor, p.id))!;
const ask = (text: string, more: object = {}) =>
  perform(recordQuestion, { projectId: p.id, id: randomUUID(), visitId, text, version: null, ...more });
const note = (questionId: string, text: string, more: object = {}) =>
  perform(recordNote, { projectId: p.id, id: randomUUID(), questionId, text, version: null, ...more });
const student = (team: string) => asPerson(p.studentOf(team));
const questions = async () => listQuestions(pool(), await seatOf(p.instructorId, 'instructor'), visitId);
const byText = async (text: string) => (await questions()).find((one) => one.text === text)!;

test('students put questions, each under own name and team; a repeat is harmless', async () => {
  await student('Flint');
  const id = randomUUID();
  done(await ask('How wide is the landing?', { id }));
  done(await ask('How wide is the landing?', { id }));
  await student('Marl');
  done(await ask('What is the width of the landing?'));
  done(await ask('Is there light in the evening?'));
  const all = await questions();
  expect(all.map((one) => one.text)).toEqual([
    'How wide is the landing?',
    'What is the width of the landing?',
    'Is there light in the evening?',
  ]);
  expect(all[0]).toMatchObject({ teamId: p.teams.Flint, askedBy: p.studentOf('Flint') });
});

test('who put a question can change it, another team can’t; two who change it at once both see both', async () => {
  await student('Marl');
  const q = await byText('Is there light in the evening?');
  const changed = (text: string) => ask(text, { id: q.id, version: q.version });
  expect(await changed('Is there a lamp at the landing?')).toMatchObject({ ok: true });
  expect(await changed('Is it dark?')).toMatchObject({
    conflict: { theirs: { text: 'Is there a lamp at the landing?' } },
  });
  await student('Flint');
  expect(refused(await ask('Mine now', { id: q.id, version: q.version + 1 }))['']).toMatch(/Only the team that put/);
  expect((await byText('Is there a lamp at the landing?')).id).toBe(q.id);
});

test.each<[string, () => Promise<Outcome<unknown>>, RegExp]>([
  ['no question', () => ask('   '), /Write the question down/],
  ['one of 401 characters', () => ask('x'.repeat(401)), /at most 400 characters; this has 401/],
  [
    'a visit of another project',
    async () => ask('Yes?', { visitId: (await listVisits(pool(), other.id))[0]!.id }),
    /not part of the project/,
  ],
  ['a note without words', async () => note((await questions())[0]!.id, ''), /Write down what was said/],
  ['a note on a question of another project', () => note(randomUUID(), 'Yes.'), /not part of the project/],
])('%s is refused, and nothing is written', async (_name, run, message) => {
  await student('Flint');
  const before = await rowCounts();
  expect(Object.values(refused(await run())).join()).toMatch(message);
  expect(await rowCounts()).toEqual(before);
});

test('the order, the musts and the times are the instructor’s; a hidden question is seen by its team alone', async () => {
  const order = async () => (await questions()).filter((one) => !one.mergedInto).map((one) => one.text[0]);
  await asPerson(p.instructorId);
  const q = await byText('Is there a lamp at the landing?');
  const act = (more: object, version = q.version) => arrangeQuestion({ projectId: p.id, id: q.id, version, ...more });
  done(await act({ move: 'up' }));
  expect(await order()).toEqual(['H', 'I', 'W']);
  done(await act({ move: 'up' }));
  done(await act({ move: 'up' })); // it is first already
  expect(await order()).toEqual(['I', 'H', 'W']);
  const now = await byText(q.text);
  done(await act({ hidden: true }, now.version));
  done(await act({ minutes: '4,5' }, now.version + 1));
  expect(refused(await act({ minutes: '-1' }, now.version + 2)).minutes).toMatch(/more than 0/);
  expect(await byText(q.text)).toMatchObject({ hidden: true, minutes: 4.5 });
  const seen = async (team: string) => listQuestions(pool(), await seatOf(p.studentOf(team), 'student'), visitId);
  expect((await seen('Marl')).some((one) => one.id === q.id)).toBe(true);
  expect((await seen('Flint')).some((one) => one.id === q.id)).toBe(false);
  await student('Marl');
  expect(await act({ hidden: false }, now.version + 2)).toMatchObject({ denied: true });
});

test('two people merge the same pair at once, each their own way: one is done, the other is told', async () => {
  await asPerson(p.instructorId);
  const [a, b] = [await byText('How wide is the landing?'), await byText('What is the width of the landing?')];
  const outcomes = await Promise.all([
    mergeQuestions({ projectId: p.id, keep: a.id, drop: b.id }),
    mergeQuestions({ projectId: p.id, keep: b.id, drop: a.id }),
  ]);
  expect(outcomes.filter((one) => one.ok)).toHaveLength(1);
  expect(Object.values(refused(outcomes.find((one) => !one.ok)!)).join()).toMatch(/Somebody else has merged/);
  const merged = (await questions()).filter((one) => one.mergedInto);
  expect(merged).toHaveLength(1);
  done(await splitQuestion({ projectId: p.id, id: merged[0]!.id }));
  expect(refused(await splitQuestion({ projectId: p.id, id: merged[0]!.id }))['']).toMatch(/by itself already/);
  done(await mergeQuestions({ projectId: p.id, keep: a.id, drop: b.id }));
  expect(refused(await mergeQuestions({ projectId: p.id, keep: a.id, drop: a.id }))['']).toMatch(/can’t be merged/);
});

test('several note the same answer at once and none is lost; a note is its author’s alone', async () => {
  const q = await byText('How wide is the landing?');
  await student('Flint');
  const mine = Array.from({ length: 5 }, (_, i) => note(q.id, `Flint heard ${i}`));
  await Promise.all(mine);
  await student('Marl');
  done(await note(q.id, 'About 1.2 m'));
  const heard = await listNotes(pool(), p.id, visitId);
  expect(heard.map((one) => one.text).sort()).toEqual(
    [...[0, 1, 2, 3, 4].map((i) => `Flint heard ${i}`), 'About 1.2 m'].sort(),
  );
  const foreign = heard.find((one) => one.text === 'Flint heard 0')!;
  const change = { id: foreign.id, version: foreign.version };
  expect(refused(await note(q.id, 'Never said', change))['']).toMatch(/only by whoever wrote it/);
  await student('Flint');
  done(await note(q.id, foreign.text, { ...change, withdraw: true }));
  expect((await listNotes(pool(), p.id, visitId)).some((one) => one.id === foreign.id)).toBe(false);
});

test('the answer to a hidden question is found by its team and the instructor alone', async () => {
  const q = await byText('Is there a lamp at the landing?');
  expect(q.hidden).toBe(true);
  const hidden = { projectId: p.id, questionId: q.id, text: 'Only a gimlet lantern.' };
  const [row] = await bySystem((tx) => tx<[{ id: string }]>`insert into answer ${tx(hidden)} returning id`);
  const found = async (id: string, kind: 'instructor' | 'student') =>
    (await search(pool(), await seatOf(id, kind), 'gimlet')).length;
  expect(await found(p.instructorId, 'instructor')).toBe(1);
  const own = Object.entries(p.teams).find(([, id]) => id === q.teamId)![0];
  const others = Object.keys(p.teams).find((name) => name !== own)!;
  expect(await found(p.studentOf(own), 'student')).toBe(1);
  expect(await found(p.studentOf(others), 'student')).toBe(0);
  await bySystem((tx) => tx`delete from answer where id = ${row.id}`);
});

test('the client answers by link what is asked, not what is hidden, and changes no question', async () => {
  const [q, hidden] = [await byText('How wide is the landing?'), await byText('Is there a lamp at the landing?')];
  await asLink(p.id, { purpose: 'client', label: 'Fernhollow' });
  const write = (questionId: string) =>
    perform(recordClientAnswer, {
      projectId: p.id,
      id: randomUUID(),
      questionId,
      text: '1.1 m, measured',
      version: null,
    });
  done(await write(q.id));
  expect(refused(await write(hidden.id)).questionId).toMatch(/no longer asked/);
  expect(await ask('Who are you?')).toMatchObject({ denied: true });
  expect(await note(q.id, 'Hello')).toMatchObject({ denied: true });
  expect((await listNotes(pool(), p.id, visitId)).find((one) => one.byClient)).toMatchObject({
    author: 'Fernhollow',
    text: '1.1 m, measured',
  });
  await asPerson(p.instructorId);
  expect(await write(q.id)).toMatchObject({ denied: true }); // only by the link
  asVisitor();
  expect(await write(q.id)).toMatchObject({ denied: true });
});

test('one answer for each question; a sentence of it is kept as it was said, once, and must be a part of it', async () => {
  await asPerson(p.instructorId);
  const q = await byText('How wide is the landing?');
  const answer = {
    projectId: p.id,
    id: null,
    version: null,
    questionId: q.id,
    text: 'The landing is 1.1 m wide.\nWe measured it.',
  };
  const { id } = done(await saveAnswer(answer));
  expect(refused(await saveAnswer(answer)).text).toMatch(/meanwhile/);
  const keep = (sentence: string, more: object = {}) =>
    saveStatement({ projectId: p.id, answerId: id, sentence, ...more });
  await student('Flint');
  const first = done(await keep('1.1 m wide.\n\n We measured'));
  expect(done(await keep('1.1 m wide. We measured')).id).toBe(first.id);
  const [kept] = await pool()`select sentence, said_by, said_on from statement where id = ${first.id}`;
  expect(kept).toEqual({ sentence: '1.1 m wide. We measured', saidBy: 'client, third visit', saidOn: '2026-10-27' });
  expect(refused(await keep('measured it. Another answer')).sentence).toMatch(/within one answer/);
  expect(refused(await saveStatement({ projectId: p.id, answerId: null, sentence: 'Made up' }))['']).toMatch(
    /Select a sentence/,
  );
  const [foreign] = await pool()<[{ id: string }]>`select id from answer where project_id = ${other.id} limit 1`;
  expect(refused(await keep('hand', { answerId: foreign.id })).sentence).toMatch(/within one answer/);
});
