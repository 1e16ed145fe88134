import { GET } from '@/app/api/v1/live/route';
import { queriesSent, pool } from '@/db/connection';
import { revokeLink } from '@/areas/course/write/links/actions';
import { endSessions } from '@/areas/course/write/teams';
import { viewerCount } from '@/server/live';
import {
  asLink,
  asPerson,
  asVisitor,
  bySystem,
  demoProject,
  done,
  makeAccount,
  ownDatabase,
  type DemoProject,
} from './database';

ownDatabase();
jest.setTimeout(30_000);
let p: DemoProject;
beforeAll(async () => {
  p = await demoProject('teacher');
});

interface Stream {
  status: number;
  messages: { kind: string; data?: unknown }[];
  ended: boolean;
  leave: () => void;
}

async function watch(query = ''): Promise<Stream> {
  const leaving = new AbortController();
  const answer = await GET(new Request(`http://localhost/api/v1/live?${query}`, { signal: leaving.signal }));
  const stream: Stream = { status: answer.status, messages: [], ended: false, leave: () => leaving.abort() };
  if (answer.status !== 200 || !answer.body) return stream;
  void (async () => {
    const text = new TextDecoder();
    for await (const chunk of answer.body as unknown as AsyncIterable<Uint8Array>)
      for (const [, data] of text.decode(chunk).matchAll(/^data: (.*)$/gm))
        stream.messages.push(JSON.parse(data!) as never);
    stream.ended = true;
  })();
  return stream;
}
const until = async (fits: () => boolean) => {
  for (let i = 0; i < 100 && !fits(); i++) await new Promise((resolve) => setTimeout(resolve, 50));
  expect(fits()).toBe(true);
};
const publish = (team: string) =>
  bySystem(
    (tx) => tx`
      insert into publication (project_id, rows, inputs, published_by)
      values (${p.id}, ${tx.json([{ place: 1, team, colour: 1 }])}, '{}', 'Test')`,
  );

test('200 viewers of one board cost the database one query a change', async () => {
  const streams: Stream[] = [];
  // One link each four of them: a hallway screen is opened in many places.
  for (let i = 0; i < 50; i++) {
    await asLink(p.id, { purpose: 'board', label: `Screen ${i}` });
    for (let j = 0; j < 4; j++) streams.push(await watch());
  }
  expect(streams.every((one) => one.status === 200)).toBe(true);
  await until(() => viewerCount() === 200);
  await new Promise((resolve) => setTimeout(resolve, 400)); // what making the links has caused
  const heard = streams.map((one) => one.messages.length);
  const cost = async (team: string) => {
    const sent = streams.map((one) => one.messages.length);
    const before = queriesSent();
    await publish(team);
    const own = queriesSent() - before; // what the write itself sends
    await until(() => streams.every((one, i) => one.messages.length > sent[i]!));
    return queriesSent() - before - own;
  };
  expect(await cost('Flint')).toBe(1);
  expect(await cost('Marl')).toBe(1);
  expect(streams.map((one, i) => one.messages.length - heard[i]!)).toEqual(streams.map(() => 2));
  expect(streams[199]!.messages.at(-1)).toMatchObject({
    kind: 'view',
    data: { places: [{ place: 1, team: 'Marl', colour: 1 }], contests: [{ name: 'Twin-line duel' }] },
  });
  for (const one of streams) one.leave();
  await until(() => viewerCount() === 0);
});

test('one account has twenty streams at most, and leaves room for others', async () => {
  await asPerson(p.instructorId);
  const own: Stream[] = [];
  for (let i = 0; i < 21; i++) own.push(await watch(`project=${p.id}`));
  await until(() => own[20]!.ended);
  expect(own.filter((one) => one.ended)).toHaveLength(1);
  await asPerson(p.studentOf('Flint'));
  const other = await watch(`project=${p.id}`);
  await until(() => viewerCount() === 21);
  for (const one of [...own, other]) one.leave();
  await until(() => viewerCount() === 0);
});

test('a change between the making of a page and its listening is told at once', async () => {
  await asPerson(p.instructorId);
  const [row] = await pool()<
    [{ last: number }]
  >`select number as last from project_revision where project_id = ${p.id}`;
  const [late, fresh] = [
    await watch(`project=${p.id}&since=${row.last - 1}`),
    await watch(`project=${p.id}&since=${row.last}`),
  ];
  await until(() => late.messages.length === 1);
  expect(late.messages).toEqual([{ kind: 'changed', topics: null, revision: row.last }]);
  expect(fresh.messages).toEqual([]);
  late.leave();
  fresh.leave();
  await until(() => viewerCount() === 0);
});

test('changes that come together are told once, and only to those who look at the project', async () => {
  const other = await demoProject('elsewhere');
  await asPerson(p.instructorId);
  const mine = await watch(`project=${p.id}`);
  await asPerson(other.instructorId);
  const theirs = await watch(`project=${other.id}`);
  await new Promise((resolve) => setTimeout(resolve, 400)); // what making the project has caused
  const before = [mine.messages.length, theirs.messages.length];
  await bySystem(async (tx) => {
    for (const name of ['A', 'B', 'Flint']) await tx`update team set name = ${name} where id = ${p.teams.Flint!}`;
  });
  await until(() => mine.messages.length > before[0]!);
  await new Promise((resolve) => setTimeout(resolve, 300));
  expect([mine.messages.length, theirs.messages.length]).toEqual([before[0]! + 1, before[1]]);
  for (const one of [mine, theirs]) one.leave();
});

test('who may not look gets no stream; whose link or session ends, loses it', async () => {
  asVisitor();
  expect((await watch(`project=${p.id}`)).status).toBe(403);
  expect((await watch()).status).toBe(403);
  await asLink(p.id, { purpose: 'client', label: 'Client' });
  expect((await watch()).status).toBe(403);
  await asLink(p.id, { purpose: 'board', label: 'To be ended' });
  const board = await watch();
  await asPerson(p.studentOf('Flint'));
  const student = await watch(`project=${p.id}`);
  await asPerson(p.instructorId);
  const [link] = await pool()<[{ id: string }]>`select id from access_link where label = 'To be ended'`;
  done(await revokeLink({ projectId: p.id, id: link.id }));
  done(await endSessions({ projectId: p.id, accountId: p.studentOf('Flint') }));
  await until(() => board.ended && student.ended);
});

test('without a stream the revision is asked for', async () => {
  await asPerson(p.instructorId);
  const last = async () => {
    const answer = await GET(new Request(`http://localhost/api/v1/live?project=${p.id}&once`));
    return ((await answer.json()) as { result: { revision: number } }).result.revision;
  };
  const before = await last();
  expect(await last()).toBe(before);
  await bySystem((tx) => tx`update team set name = 'Flint 2' where id = ${p.teams.Flint!}`);
  expect(await last()).toBeGreaterThan(before);
});

test('who leaves the class hears nothing more, and who is taken out of those who lead it', async () => {
  const student = p.studentOf('Marl');
  const helper = await makeAccount('instructor', 'helper');
  const staff = { projectId: p.id, accountId: helper, role: 'assistant' };
  await bySystem((tx) => tx`insert into project_instructor ${tx(staff)}`);
  await asPerson(student);
  const left = await watch(`project=${p.id}`);
  await asPerson(helper);
  const out = await watch(`project=${p.id}`);
  await bySystem((tx) => tx`update enrolment set left_on = '2026-10-26' where account_id = ${student}`);
  await until(() => left.ended && out.ended); // both come again, and one of them is let in
  const again = await watch(`project=${p.id}`);
  await bySystem((tx) => tx`delete from project_instructor where account_id = ${helper}`);
  await until(() => again.ended);
  expect((await GET(new Request(`http://localhost/api/v1/live?project=${p.id}`))).status).toBe(403);
});
