/**
 * npm run attack: replays a tester's list against an instance of its own on loopback, and stops by itself. Everybody tries
 * every page, action and entry of the build, on their own work, another team's and a project that is somebody else's, with
 * addresses and fields that no form sends. Prints how much was tried and what got through; ends with 1 when anything did.
 */
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import postgres from 'postgres';
import { ACTIONS, ROUTES, type Door, type Role } from '@/server/policy';
import { build } from './lib/build.mjs';
import { startCluster } from './lib/cluster.mjs';
import { serve } from './lib/serve.mjs';
import type { Targets, Things } from '../tests/doors';

type Which = keyof Targets;
interface Caller {
  name: string;
  role: Role;
  cookie: string;
  /** Which of the things are of the caller's own project, and which of the own team; none for a visitor. */
  project: readonly Which[];
  own: readonly Which[];
  owner?: boolean;
}
interface Answer {
  status: number;
  text: string;
}

const tried = new Map<string, number>();
const through: string[] = [];
const count = (kind: string) => void tried.set(kind, (tried.get(kind) ?? 0) + 1);
const gotThrough = (kind: string, what: string) => void through.push(`${kind}: ${what.slice(0, 300)}`);

/** What no address and no field holds, each in its own way. */
const ODD_PARTS = [
  '%00',
  '..%2f..%2fetc%2fpasswd',
  `'%20or%201=1--`,
  '9'.repeat(400),
  '%ff%fe',
  'constructor',
  '%3Cscript%3E',
];
const ODD_VALUES: unknown[] = [
  null,
  [],
  ['x'],
  { constructor: 1 },
  'a\u0000b',
  '9'.repeat(40_000),
  1e308,
  -1,
  true,
  "' or 1=1 --",
  '\ud800',
  { __proto__: { admin: true } },
];
/** Fields that decide something, and that nobody who fills in a form sends. */
const FORGED = {
  role: 'instructor',
  kind: 'instructor',
  owner: true,
  isDemo: true,
  accountId: null as string | null,
  authorId: null as string | null,
  releasedAt: '2000-01-01',
  project_id: null as string | null,
  version: 2 ** 40,
};
const FIELDS = ['id', 'projectId', 'teamId', 'sectionId', 'version', 'name', 'title', 'text', 'value', 'accountId'];

async function main() {
  await build();
  const doors = await import('../tests/doors');
  const cluster = await startCluster('test', { fast: true });
  const served = await serve(cluster, 'attack', ['--demo'], { IRONSTONE_BEHIND_PROXY: '1' });
  const sql = postgres(served.url, { max: 2, onnotice: () => {}, transform: postgres.camel });
  try {
    const world = await prepare(sql, served.access!, doors);
    const attack = new Attack(served.origin, sql, world, doors);
    const before = await attack.sumOfForeign();
    const [only] = process.argv.slice(2);
    for (const caller of world.callers.filter(({ name }) => !only || name === only)) {
      await attack.everyDoor(caller);
      console.log(
        `${caller.name}: ${[...tried.values()].reduce((sum, n) => sum + n, 0)} tried so far, ${through.length} got through`,
      );
    }
    await attack.protocol();
    if ((await attack.sumOfForeign()) !== before) gotThrough('rows', 'the project of somebody else was changed');
    count('rows');
    report();
  } finally {
    await sql.end();
    await served.stop();
    cluster.stop();
  }
}

type Doors = typeof import('../tests/doors');
type Access = NonNullable<Awaited<ReturnType<typeof serve>>['access']>;
interface World {
  things: Targets;
  callers: Caller[];
  /** What stands in other people's work, and must show nowhere else. */
  secrets: Record<'otherTeam' | 'foreign', string>;
}

async function prepare(sql: postgres.Sql, access: Access, doors: Doors): Promise<World> {
  const { importBundle } = await import('@/shell/bundle/importBundle');
  const { parseBundle } = await import('@/shell/bundle/pack');
  const { readFileSync } = await import('node:fs');
  const asSystem = <R>(run: (tx: postgres.TransactionSql) => Promise<R>) =>
    sql.begin(async (tx) => {
      await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Attack", "act": "test"}', true)`;
      return run(tx);
    });
  const make = (kind: string, login: string) =>
    asSystem(async (tx) => {
      const [row] = await tx<[{ id: string }]>`
        insert into account (kind, login, name) values (${kind}, ${login}, ${`Attack ${login}`}) returning id`;
      return row.id;
    });
  const [own] = await sql<[{ id: string }]>`select id from project where is_demo and title = 'Gully Courier'`;
  const [stranger, co] = [await make('instructor', 'stranger'), await make('instructor', 'co')];
  const bundle = parseBundle(readFileSync('demo/gully-courier.json', 'utf8'));
  const foreign = await asSystem((tx) => importBundle(tx as never, bundle, { instructorId: stranger }));
  await asSystem(
    (tx) => tx`insert into project_instructor ${tx({ projectId: own.id, accountId: co, role: 'co-instructor' })}`,
  );
  const things: Targets = {
    own: await doors.thingsOf(sql, own.id, 'Flint'),
    otherTeam: await doors.thingsOf(sql, own.id, 'Marl'),
    foreign: await doors.thingsOf(sql, foreign.id, 'Flint'),
  };
  await doors.plantThings(sql, things, access.student.login);
  const secrets = { otherTeam: `secret ${randomUUID()}`, foreign: `secret ${randomUUID()}` };
  await asSystem(async (tx) => {
    await tx`update iteration set change = ${secrets.otherTeam}, released_at = null where id = ${things.otherTeam.iteration}`;
    await tx`update project set title = ${secrets.foreign} where id = ${foreign.id}`;
    await tx`update iteration set change = ${secrets.foreign} where project_id = ${foreign.id}`;
  });
  const idOf = async (login: string) =>
    (await sql<[{ id: string }]>`select id from account where login = ${login}`)[0].id;
  const memberOf = async (team: string) =>
    (await sql<[{ id: string }]>`select account_id as id from team_member where team_id = ${team} limit 1`)[0].id;
  const left = await memberOf(things.otherTeam.team);
  const cookie = async (account: string, more = sql`now() + interval '1 day', null::timestamptz`) => {
    const token = randomBytes(32).toString('base64url');
    const hash = createHash('sha256').update(token).digest();
    await sql`insert into session (token_hash, account_id, expires_at, revoked_at) select ${hash}, ${account}, ${more}`;
    return `ironstone_session=${token}`;
  };
  const link = (path: string) => `ironstone_link=${path.replace('/l/', '')}`;
  const [instructor, student] = [await idOf(access.instructor.login), await idOf(access.student.login)];
  const mate = await sql<[{ id: string }]>`
    select account_id as id from team_member where team_id = ${things.otherTeam.team} and account_id <> ${left} limit 1`;
  // Those who may most come last: what they are allowed to release would then rightly be seen.
  const callers: Caller[] = [
    { name: 'owner', role: 'instructor', owner: true, cookie: await cookie(instructor), project: MINE, own: ['own'] },
    { name: 'co-instructor', role: 'instructor', cookie: await cookie(co), project: MINE, own: ['own'] },
    { name: 'assistant', role: 'assistant', cookie: await cookie(await idOf('tarn')), project: MINE, own: ['own'] },
    { name: 'student', role: 'student', cookie: await cookie(student), project: MINE, own: ['own'] },
    {
      name: 'student of another team',
      role: 'student',
      cookie: await cookie(mate[0].id),
      project: MINE,
      own: ['otherTeam'],
    },
    { name: 'client', role: 'client', cookie: link(access.client), project: MINE, own: [] },
    { name: 'judge', role: 'judge', cookie: link(access.judge), project: MINE, own: [] },
    { name: 'board', role: 'board', cookie: link(access.board), project: MINE, own: [] },
    { name: 'substitute', role: 'substitute', cookie: link(access.substitute), project: MINE, own: [] },
    { name: 'panel', role: 'panel', cookie: link(access.panel), project: MINE, own: [] },
    { name: 'audience', role: 'audience', cookie: link(access.audience), project: MINE, own: [] },
    { name: 'official', role: 'official', cookie: link(access.official), project: MINE, own: [] },
    { name: 'who has left', role: 'visitor', cookie: await cookie(left), project: [], own: [] },
    {
      name: 'ended session',
      role: 'visitor',
      cookie: await cookie(instructor, sql`now() + interval '1 day', now()`),
      project: [],
      own: [],
    },
    {
      name: 'expired session',
      role: 'visitor',
      cookie: await cookie(instructor, sql`now() - interval '1 second', null`),
      project: [],
      own: [],
    },
    {
      name: 'made-up cookie',
      role: 'visitor',
      cookie: `ironstone_session=${'x'.repeat(43)}; ironstone_link=${student}`,
      project: [],
      own: [],
    },
    { name: 'visitor', role: 'visitor', cookie: '', project: [], own: [] },
  ];
  await asSystem(async (tx) => {
    await tx`delete from team_member where account_id = ${left}`;
    await tx`update enrolment set left_on = '2026-10-01' where account_id = ${left}`;
  });
  return { things, callers: callers.reverse(), secrets };
}
const MINE = ['own', 'otherTeam'] as const;
/** Doors for anybody signed in stand open to whoever has left, too: their account is their own. */
const LEFT = 'who has left';

class Attack {
  constructor(
    private readonly origin: string,
    private readonly sql: postgres.Sql,
    private readonly world: World,
    private readonly doors: Doors,
  ) {}

  private async ask(path: string, caller: Pick<Caller, 'cookie' | 'name'>, init: RequestInit = {}): Promise<Answer> {
    // As a proxy would say it: each caller comes from a network of their own, so that limits are those of one.
    const from = `10.0.${this.world.callers.findIndex(({ name }) => name === caller.name) + 1}.${1 + Math.floor(Math.random() * 250)}`;
    const headers = { cookie: caller.cookie, 'x-forwarded-for': from, ...(init.headers as Record<string, string>) };
    const once = async () => {
      const signal = AbortSignal.timeout(60_000);
      const answer = await fetch(this.origin + path, { redirect: 'manual', signal, ...init, headers });
      return { status: answer.status, text: await answer.text() };
    };
    // A connection whose body was cut off as too large is closed; the next request takes another one.
    return once()
      .catch(once)
      .catch((error: unknown) => ({ status: 599, text: String(error) }));
  }

  /** Notes what is wrong with an answer: a fault of the program, or somebody else's work in it. */
  private look(kind: string, what: string, { status, text }: Answer, caller: Caller, sent = ''): void {
    count(kind);
    if (status >= 500 || /fault in the program|must be a `|yup|PostgresError/i.test(text))
      gotThrough(kind, `${caller.name} ${what}: ${status} ${text.slice(0, 120)}`);
    if (what.startsWith('/draw/')) return; // a draw is public, with the name of its project
    const { otherTeam, foreign } = this.world.secrets;
    if (text.includes(foreign) && !sent.includes(foreign))
      gotThrough(kind, `${caller.name} ${what}: shows the foreign project`);
    const mayRead = caller.role === 'instructor' || caller.role === 'assistant' || caller.own.includes('otherTeam');
    if (text.includes(otherTeam) && !mayRead) gotThrough(kind, `${caller.name} ${what}: shows another team’s draft`);
  }

  private opens(door: Door, caller: Caller, which: Which, own: boolean, released = false): boolean {
    if (door === 'signed-in' || door === 'instructor') {
      if (caller.name === LEFT) return door === 'signed-in';
    }
    const where = caller.project.includes(which) ? 'own' : 'foreign';
    const asOwner = this.doors.opens(door, caller.role, where, own, released);
    return asOwner && (caller.role !== 'instructor' || caller.owner === true || !OWNERS.has(door));
  }

  async everyDoor(caller: Caller): Promise<void> {
    await this.pages(caller);
    await this.actions(caller);
    await this.entries(caller);
  }

  private async pages(caller: Caller): Promise<void> {
    const { routes, addressOf, sixAtOnce } = this.doors;
    const { things } = this.world;
    await sixAtOnce(
      routes.filter((one) => !one.startsWith('/api/') && one !== '/l/[token]'),
      async (route) => {
        const door = ROUTES[route]!;
        for (const which of ['own', 'otherTeam', 'foreign'] as const) {
          // A page that is about nothing of a project is the same one for all of them.
          if (which !== 'own' && addressOf(route, things[which]) === addressOf(route, things.own)) continue;
          const answer = await this.ask(addressOf(route, things[which]), caller);
          this.look('pages', `${route} (${which})`, answer, caller);
          // Whether it opens is the policy's own test (tests/e2e/policy.spec.ts); here only that nothing shut does.
          const about = /\[iteration\]|\[run\]|\[picture\]|\[concept\]|\[team\]/.test(route);
          const mine = !about || caller.own.includes(which);
          // The concepts of the student's section are released to it, those of the other one are not.
          const released = door === 'standings.read' || (door === 'concept.read' && which === 'own');
          const may = this.opens(door, caller, which, mine, released);
          if (answer.status === 200 && !may) gotThrough('pages', `${caller.name} opened ${route} (${which})`);
        }
        if (!TRIES_ODD.has(caller.name)) return;
        for (const part of ODD_PARTS) {
          const params = route.match(/\[\w+\]/g) ?? [];
          for (const param of params.slice(-1)) {
            const odd = addressOf(route.replace(param, '@odd@'), things.own).replace('@odd@', part);
            this.look('odd addresses', odd.slice(0, 120), await this.ask(odd, caller), caller);
          }
          const query = [
            'section',
            'team',
            'event',
            'machine',
            'slot',
            'visit',
            'account',
            'kind',
            'from',
            'to',
            'q',
            'student',
            'change',
          ]
            .map((name) => `${name}=${part}`)
            .join('&');
          const at = addressOf(route, things.own);
          const odd = `${at}${at.includes('?') ? '&' : '?'}${query}`;
          this.look('odd addresses', `${route}?…=${part.slice(0, 20)}`, await this.ask(odd, caller), caller);
        }
      },
    );
  }

  private async actions(caller: Caller): Promise<void> {
    const { actions, addressOf, pageOf, sixAtOnce, OBJECTS, BY_TEAM, RELEASED } = this.doors;
    const { things } = this.world;
    await sixAtOnce(actions, async ({ id, name, page }) => {
      if (SESSIONS.has(name)) return;
      const door = ACTIONS[name as keyof typeof ACTIONS] as Door;
      const call = (t: Things, input: unknown) =>
        this.ask(addressOf(pageOf(page), t), caller, {
          method: 'POST',
          headers: { 'next-action': id, 'content-type': 'text/plain;charset=UTF-8', origin: this.origin },
          body: JSON.stringify([input]),
        });
      for (const which of ['own', 'otherTeam', 'foreign'] as const) {
        const t = things[which];
        const object = OBJECTS[name]?.(t) ?? null;
        const base = {
          projectId: t.project,
          id: BY_TEAM.has(name) ? null : object,
          teamId: t.team,
          sectionId: 'none',
          selectionId: t.selection,
        };
        const forged = {
          ...base,
          ...FORGED,
          accountId: t.student,
          authorId: t.student,
          project_id: things.own.project,
        };
        for (const input of [base, forged]) {
          const answer = await call(t, input);
          this.look('actions', `${name} (${which})`, answer, caller, JSON.stringify(input));
          const own = object === null || caller.own.includes(which);
          const may = this.opens(door, caller, which, own, RELEASED.has(door));
          if (/"ok":true/.test(answer.text) && !may) gotThrough('actions', `${caller.name} did ${name} (${which})`);
        }
      }
      if (!TRIES_ODD.has(caller.name)) return;
      for (const [i, field] of FIELDS.entries())
        for (const value of someOf(ODD_VALUES, i)) {
          const t = things.own;
          const input = {
            projectId: t.project,
            id: OBJECTS[name]?.(t) ?? null,
            teamId: t.team,
            sectionId: 'none',
            [field]: value,
          };
          this.look(
            'odd fields',
            `${name} ${field}=${JSON.stringify(value)?.slice(0, 30)}`,
            await call(t, input),
            caller,
          );
        }
      for (const input of [null, [], 'x', 5, [{ projectId: things.own.project }]])
        this.look('odd fields', `${name} ${JSON.stringify(input)}`, await call(things.own, input), caller);
    });
  }

  private async entries(caller: Caller): Promise<void> {
    const { things } = this.world;
    const routes = Object.keys(ROUTES).filter((one) => one.startsWith('/api/v1/') && !NO_ENTRIES.has(one));
    const post = (route: string, body: unknown) =>
      this.ask(route, caller, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
    for (const route of routes) {
      for (const which of ['own', 'otherTeam', 'foreign'] as const) {
        const t = things[which];
        const id = route.endsWith('/withdraw') ? t.run : route.endsWith('/concepts') ? t.concept : undefined;
        const base = {
          projectId: t.project,
          teamId: t.team,
          scores: [{ criterionId: t.criterion }],
          id,
          conceptId: t.concept,
        };
        // Somebody else's name on it: an entry is of whoever is signed in, or shares the device.
        const entry = { id: randomUUID(), by: things.own.student, madeAt: 1, sentAt: 2 };
        for (const body of [base, { ...base, ...FORGED, accountId: t.student }, { ...base, entry }]) {
          const answer = await post(route, body);
          this.look('entries', `${route} (${which})`, answer, caller, JSON.stringify(body));
          if (answer.status === 200 && !caller.project.includes(which))
            gotThrough('entries', `${caller.name} wrote ${route} (${which})`);
          if (answer.status === 200 && 'entry' in body)
            gotThrough('entries', `${caller.name} wrote ${route} as somebody else`);
        }
      }
      if (!TRIES_ODD.has(caller.name)) continue;
      for (const field of [...FIELDS, 'penalties', 'measurements', 'scores', 'entry', 'conditions'])
        for (const value of ODD_VALUES) {
          const body = { projectId: things.own.project, teamId: things.own.team, [field]: value };
          this.look(
            'odd fields',
            `${route} ${field}=${JSON.stringify(value)?.slice(0, 30)}`,
            await post(route, body),
            caller,
          );
        }
    }
  }

  /** What is refused before anybody looks at who asks. */
  async protocol(): Promise<void> {
    const caller = this.world.callers.find(({ name }) => name === 'owner');
    const body = JSON.stringify({ projectId: this.world.things.own.project });
    const cases: [string, RequestInit, readonly number[]][] = [
      ['another origin', { headers: { origin: 'https://evil.test' }, body }, [403]],
      ['another site', { headers: { 'sec-fetch-site': 'cross-site' }, body }, [403]],
      ['500,000 brackets', { body: '['.repeat(500_000) }, [400, 413]],
      ['200,000 brackets', { body: '['.repeat(200_000) }, [400]],
      ['half a JSON', { body: body.slice(0, -1) }, [400]],
      ['no JSON', { body: 'x=1&y=2' }, [400]],
      ['more than 256 KB', { body: JSON.stringify({ note: 'x'.repeat(300_000) }) }, [413]],
    ];
    for (const route of Object.keys(ROUTES).filter((one) => one.startsWith('/api/v1/') && !NO_ENTRIES.has(one)))
      for (const [name, init, statuses] of cases) {
        const answer = await this.ask(route, caller!, { method: 'POST', ...init });
        this.look('protocol', `${route} ${name}`, answer, caller!);
        // 429: refused too, as too many came before it.
        if (![...statuses, 429].includes(answer.status))
          gotThrough('protocol', `${route} took ${name}: ${answer.status}`);
      }
  }

  /** Every row of the project that is somebody else's, as one number. */
  async sumOfForeign(): Promise<string> {
    const { project } = this.world.things.foreign;
    const tables = await this.sql<{ name: string }[]>`
      select table_name as name from information_schema.columns where table_schema = 'public' and column_name = 'project_id' order by 1`;
    const sums = await Promise.all(
      tables.map(async ({ name }) => {
        const [row] = await this.sql<[{ sum: string }]>`
          select count(*) || ' ' || coalesce(sum(hashtextextended(t::text, 0)::numeric), 0) as sum from ${this.sql(name)} t where project_id = ${project}`;
        return `${name} ${row.sum}`;
      }),
    );
    return sums.join('\n');
  }
}

/** What makes the program stumble does so whoever sends it: one who may, one who may some, one who may not. */
const TRIES_ODD = new Set(['owner', 'student', 'judge', 'visitor']);
/** Every third of a list, from another one on each time, so that each value comes with many fields. */
const someOf = <T>(list: readonly T[], from: number) => list.filter((_, i) => (i + from) % 3 === 0);
const OWNERS = new Set<Door>(['person.write', 'staff.write']);
/** These open and end sessions, so that whoever tries them is nobody afterwards; they have tests of their own. */
const SESSIONS = new Set([
  'signIn',
  'signInBySlip',
  'handOver',
  'setUp',
  'signOut',
  'endOtherSessions',
  'changePassword',
  'endSessions',
  'resetPassword',
]);
const NO_ENTRIES = new Set(['/api/v1/time', '/api/v1/live', '/api/v1/bundles', '/api/v1/pictures']);

function report() {
  // The same thing by several people is one thing to mend.
  const kinds = new Map<string, string>();
  for (const one of through)
    kinds.set(
      one
        .replace(/[0-9a-f-]{36}/g, '…')
        .replace(/^([\w ]+: ).*?(\/|$)/, '$1$2')
        .slice(0, 60),
      one,
    );
  for (const one of [...kinds.values()].slice(0, 60)) console.log(one);
  const sum = [...tried.values()].reduce((all, n) => all + n, 0);
  console.log(`\n${'kind'.padEnd(16)}${'tried'.padStart(8)}${'got through'.padStart(14)}`);
  for (const [kind, n] of [...tried, ['all', sum] as const]) {
    const got = kind === 'all' ? through.length : through.filter((one) => one.startsWith(`${kind}: `)).length;
    console.log(`${kind.padEnd(16)}${String(n).padStart(8)}${String(got).padStart(14)}`);
  }
  process.exitCode = through.length > 0 ? 1 : 0;
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
