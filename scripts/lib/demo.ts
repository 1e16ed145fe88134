import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import type postgres from 'postgres';
import { json } from '@/db/connection';
import { ofProject, readShape } from '@/db/shape';
import { projectOf } from '@/shell/bundle/format';
import { importBundle } from '@/shell/bundle/importBundle';
import { parseBundle } from '@/shell/bundle/pack';
import { endOfLink } from '@/areas/course/read/links/endOfLink';
import { makeLink, type LinkWanted } from '@/areas/course/write/links/commands';
import { hashPassword, newPassword } from '@/server/secrets';
import type { DemoAccess } from '../prepare';

function asSystem<R>(sql: postgres.Sql, act: string, work: (tx: postgres.TransactionSql) => Promise<R>) {
  return sql.begin(async (tx) => {
    await tx`select set_config('ironstone.actor', ${JSON.stringify({ kind: 'system', id: null, name: 'Demo', act })}, true)`;
    return work(tx);
  });
}

const demoFile = (name: string) => parseBundle(readFileSync(path.join(process.cwd(), `demo/${name}.json`), 'utf8'));

/** Loads the demo projects and makes their accounts and links; gives how to get into them. */
export async function loadDemo(sql: postgres.Sql): Promise<DemoAccess> {
  const bundle = demoFile('gully-courier');
  const [instructor, assistant, student, college] = [newPassword(), newPassword(), newPassword(), newPassword()];
  return asSystem(sql, 'loadDemo', async (tx) => {
    const leader = await makeInstructor(tx, 'okonjo', 'Maren Okonjo', instructor);
    const project = await importBundle(tx, bundle, { instructorId: leader, isDemo: true });
    const helper = await makeInstructor(tx, 'tarn', 'Ines Tarn', assistant);
    await tx`insert into project_instructor ${tx({ projectId: project.id, accountId: helper, role: 'assistant' })}`;
    await loadWishes(tx, project.id);
    // A second class, that none of these people see.
    const other = await makeInstructor(tx, 'lindal', 'Piet Lindal', college);
    await importBundle(tx, demoFile('nursery-doser'), { instructorId: other, isDemo: true });
    const [one] = await tx<[{ id: string; login: string }]>`
      select a.id, a.login from team_member m join team t on t.id = m.team_id join account a on a.id = m.account_id
      where m.project_id = ${project.id} and t.name = 'Flint' order by a.login limit 1`;
    await tx`update account set password_hash = ${await hashPassword(student)} where id = ${one.id}`;
    const [judge] = await tx<[{ name: string; rubricId: string }]>`
      select name, rubric_id from judge where project_id = ${project.id} order by name limit 1`;
    const [review] = await tx<[{ id: string }]>`
      select id from review where project_id = ${project.id} and name = 'Mid-project review'`;
    const endsOn = endOfLink(String(projectOf(bundle).event_date));
    const link = (wanted: Omit<LinkWanted, 'endsOn'>) => makeLink(tx, project.id, { ...wanted, endsOn });
    return {
      instructor: { login: 'okonjo', password: instructor },
      college: { login: 'lindal', password: college },
      assistant: { login: 'tarn', password: assistant },
      student: { login: one.login, password: student },
      client: await link({ purpose: 'client', label: 'Fernhollow Allotment Society' }),
      judge: await link({ purpose: 'judge', label: judge.name, rubricId: judge.rubricId }),
      board: await link({ purpose: 'board', label: 'Hallway screen' }),
      substitute: await link({ purpose: 'substitute', label: 'Substitute' }),
      official: await link({ purpose: 'official', label: 'Helper at the rig' }),
      panel: await link({ purpose: 'panel', label: 'Visiting engineer', reviewId: review.id }),
      audience: await link({ purpose: 'audience', label: 'Everybody who watches' }),
    } satisfies DemoAccess;
  });
}

async function makeInstructor(
  tx: postgres.TransactionSql,
  login: string,
  name: string,
  password: string,
): Promise<string> {
  const [row] = await tx<[{ id: string }]>`
    insert into account (kind, login, name, password_hash) values ('instructor', ${login}, ${name}, ${await hashPassword(password)})
    on conflict (lower(login)) do update set password_hash = excluded.password_hash returning id`;
  return row.id;
}

/** What the demo's students wish for, a pair to keep apart, and what members say of each other: no bundle carries these. */
async function loadWishes(tx: postgres.TransactionSql, projectId: string) {
  const { preferences, apart, peers } = JSON.parse(
    readFileSync(path.join(process.cwd(), 'demo/gully-courier-wishes.json'), 'utf8'),
  ) as {
    preferences: { who: string; concept: string | null; wants: string[]; roles: string[] }[];
    apart: [string, string][];
    peers: { who: string; about: string; answers: number[]; remark: string }[];
  };
  const people = await tx<{ id: string; name: string; teamId: string }[]>`
    select a.id, a.name, m.team_id from team_member m join account a on a.id = m.account_id where m.project_id = ${projectId}`;
  const concepts = await tx<
    { id: string; title: string }[]
  >`select id, title from concept where project_id = ${projectId}`;
  const person = (name: string) => people.find((one) => one.name === name)!.id;
  const rows = preferences.map(({ who, concept, wants, roles }) => ({
    projectId,
    accountId: person(who),
    wants: wants.map(person),
    roles,
    conceptId: concepts.find(({ title }) => title === concept)?.id ?? null,
  }));
  await tx`insert into preference ${tx(rows as never)}`;
  await tx`insert into keep_pair ${tx(apart.map(([one, other]) => ({ projectId, kind: 'apart', oneId: person(one), otherId: person(other) })))}`;
  const [round] = await tx<[{ id: string }]>`select id from peer_round where project_id = ${projectId}`;
  const rated = peers.map(({ who, about, answers, remark }) => ({
    id: randomUUID(),
    projectId,
    roundId: round.id,
    teamId: people.find(({ name }) => name === who)!.teamId,
    fromId: person(who),
    toId: person(about),
    answers: json(tx, answers),
    remark,
  }));
  await tx`insert into peer_rating ${tx(rated as never)}`;
}

/** Takes the demo projects out, with the people who are in no other. */
export async function removeDemo(sql: postgres.Sql) {
  await asSystem(sql, 'removeDemo', async (tx) => {
    const projects = await tx<{ id: string }[]>`select id from project where is_demo`;
    const ids = projects.map((project) => project.id);
    const people = await tx<
      { id: string }[]
    >`select distinct account_id as id from enrolment where project_id = any(${ids})`;
    for (const table of [...(await readShape(tx)).values()].reverse().filter(ofProject)) {
      await tx`delete from ${tx(table.name)} where project_id = any(${ids})`;
    }
    await tx`delete from project where id = any(${ids})`;
    await tx`delete from account a where a.id = any(${people.map((person) => person.id)}) and a.kind = 'student'
      and not exists (select from enrolment e where e.account_id = a.id) and not exists (select from action x where x.owner_id = a.id)`;
    await tx`delete from audit where project_id = any(${ids})`;
  });
}
