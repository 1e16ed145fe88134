import { randomUUID } from 'node:crypto';
import { request, type APIRequestContext } from '@playwright/test';
import postgres from 'postgres';
import { ACTIONS, may, ROLES, ROUTES, type Door, type Permission, type Role } from '@/server/policy';
import {
  ACCOUNTS,
  actions,
  addressOf,
  BY_TEAM,
  OBJECTS,
  OF_OTHERS,
  OF_WHOEVER_ASKS,
  opens,
  pageOf,
  RELEASED,
  routes,
  sixAtOnce,
  thingsOf,
  plantThings,
  type Targets,
} from '../doors';
import { enter, expect, test, world } from './world';

// Every door is tried by everybody, and there are many.
test.describe.configure({ timeout: 300_000 });

let asks: Record<Role, APIRequestContext>;
let things: Targets;
let sql: postgres.Sql;

test.beforeAll(async ({ browser }) => {
  const { url, origin } = world().demo;
  sql = postgres(url, { max: 2, onnotice: () => {} });
  const pages = await Promise.all(ROLES.map((role) => enter(browser, role)));
  const states = await Promise.all(pages.map((page) => page.context().storageState()));
  await Promise.all(pages.map((page) => page.context().close()));
  const contexts = await Promise.all(
    states.map((storageState) =>
      request.newContext({ baseURL: origin, storageState, maxRedirects: 0, timeout: 60_000 }),
    ),
  );
  asks = Object.fromEntries(ROLES.map((role, i) => [role, contexts[i]!])) as typeof asks;
  // A second project that none of them belongs to: a bundle of the first, brought in and handed to somebody else.
  const [own] = await sql<[{ id: string }]>`select id from project where title = 'Gully Courier' and is_demo`;
  const bundle = await (await asks.instructor.get(`/projects/${own.id}/export/bundle.zip?without=pictures`)).body();
  const brought = (await (await asks.instructor.post('/api/v1/bundles', { data: bundle })).json()) as {
    result: { id: string };
    message?: string;
  };
  expect(brought).not.toHaveProperty('message');
  await sql.begin(async (tx) => {
    await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Test", "act": "test"}', true)`;
    const [other] = await tx<[{ id: string }]>`
      insert into account (kind, login, name) values ('instructor', ${`other-${Date.now()}`}, 'Other One') returning id`;
    await tx`update project_instructor set account_id = ${other.id} where project_id = ${brought.result.id}`;
    await tx`delete from team_member where project_id = ${brought.result.id}`;
    await tx`delete from enrolment where project_id = ${brought.result.id}`;
  });
  things = {
    own: await thingsOf(sql, own.id, 'Flint'),
    otherTeam: await thingsOf(sql, own.id, 'Marl'),
    foreign: await thingsOf(sql, brought.result.id, 'Flint'),
  };
  await plantThings(sql, things, world().demo.access.student.login);
});
test.afterAll(async () => {
  await Promise.all(Object.values(asks ?? {}).map((context) => context.dispose()));
  await sql?.end();
});

test('every route and server action of the build has its row in the policy, and no row is left over', () => {
  expect(routes.length).toBeGreaterThan(30);
  expect(actions.length).toBeGreaterThan(20);
  expect(routes.filter((route) => !(route in ROUTES))).toEqual([]);
  expect(actions.map((one) => one.name).filter((name) => !(name in ACTIONS))).toEqual([]);
  expect(Object.keys(ROUTES).filter((route) => !routes.includes(route))).toEqual([]);
  expect(Object.keys(ACTIONS).filter((name) => !actions.some((one) => one.name === name))).toEqual([]);
});

test('an action that is ruled by whose the object is has that object among those tried', () => {
  const ruled = Object.entries(ACTIONS).filter(
    ([, door]) =>
      !['anybody', 'signed-in', 'instructor'].includes(door) &&
      ROLES.some(
        (role) =>
          may(door as Permission, { role, own: true, released: false }) !==
          may(door as Permission, { role, own: false, released: false }),
      ),
  );
  expect(ruled.length).toBeGreaterThan(15);
  expect(ruled.map(([name]) => name).filter((name) => !(name in OBJECTS) && !OF_WHOEVER_ASKS.has(name))).toEqual([]);
});

for (const role of ROLES) {
  test(`pages and files: what a ${role} may open opens, and nothing else does`, async () => {
    const wrong: string[] = [];
    let tried = 0;
    await sixAtOnce(
      routes.filter((one) => !one.startsWith('/api/')),
      async (route) => {
        const door = ROUTES[route]!;
        const about = /\[iteration\]|\[run\]|\/\[team\]|\[picture\]|\[concept\]|\[slot\]/.test(route);
        for (const which of ['own', 'otherTeam', 'foreign'] as const) {
          // A page that is about nothing of a team is the same one for both teams.
          if (which !== 'own' && addressOf(route, things[which]) === addressOf(route, things.own)) continue;
          const where = which === 'foreign' ? 'foreign' : 'own';
          // A page that is about no team asks for the own one; standings are released to students as a page.
          const others = OF_OTHERS.has(door);
          const own = !others && (!about || which === 'own');
          const expected = opens(door, role, where, own, others || door === 'standings.read');
          // A link that leads nowhere has no calendar behind it.
          // A client sees the pictures of concepts put before them, and of nothing else.
          const unpublished =
            (door === 'trace.read' && role === 'student') ||
            ['/feed/[token]', '/results/[token]', '/client/pictures/[picture]'].includes(route);
          // A link that leads nowhere takes the cookie of the one before it along, so a stranger tries it.
          const asker = route === '/l/[token]' ? asks.visitor : asks[role];
          const answer = await asker.get(addressOf(route, things[which]), { maxRedirects: 0 });
          tried++;
          const open = answer.status() === 200 || (door === 'anybody' && answer.status() < 400);
          if (open !== (expected && !unpublished))
            wrong.push(`${role} ${route} (${which}): ${answer.status()}, policy says ${expected ? 'open' : 'shut'}`);
          if (answer.status() >= 500) wrong.push(`${route}: ${answer.status()}`);
        }
      },
    );
    expect(tried).toBeGreaterThan(60);
    expect(wrong).toEqual([]);
  });

  test(`actions: a ${role} is denied what the policy denies, on own and foreign projects`, async () => {
    const wrong: string[] = [];
    // Whoever holds a link, or nothing, does no action of a project: the first try says it for all of them.
    const tried = ACCOUNTS.includes(role) ? (['own', 'otherTeam', 'foreign'] as const) : (['own'] as const);
    await sixAtOnce(actions, async ({ id, name, page }) => {
      if (['signIn', 'signInBySlip', 'handOver', 'setUp', 'signOut', 'endOtherSessions'].includes(name)) return;
      const door = ACTIONS[name as keyof typeof ACTIONS];
      for (const which of tried) {
        const t = things[which];
        const object = OBJECTS[name]?.(t) ?? null;
        // Nothing else is given, so whoever passes the policy is stopped by the fields and changes nothing.
        const input = {
          projectId: t.project,
          id: BY_TEAM.has(name) ? null : object,
          teamId: t.team,
          sectionId: 'none',
          selectionId: t.selection,
          iterationId: t.iteration,
          slotId: t.slot,
        };
        const answer = await asks[role].post(addressOf(pageOf(page), t), {
          headers: { 'next-action': id, 'content-type': 'text/plain;charset=UTF-8', origin: world().demo.origin },
          data: JSON.stringify([input]),
        });
        const text = await answer.text();
        const where = which === 'foreign' ? 'foreign' : 'own';
        // What is released is released to the own section.
        const released = RELEASED.has(door) && which === 'own';
        const expected = opens(door, role, where, which === 'own' || object === null, released);
        const denied = /"denied":true/.test(text);
        if (answer.status() >= 500) wrong.push(`${name}: ${answer.status()}`);
        if (/"ok":true/.test(text) && !expected) wrong.push(`${role} ${name} (${which}) was done`);
        if (!denied && !expected)
          wrong.push(`${role} ${name} (${which}) was not denied: ${answer.status()} ${text.slice(0, 120)}`);
        if (denied && expected) wrong.push(`${role} ${name} (${which}) was denied against the policy`);
      }
    });
    expect(wrong).toEqual([]);
  });

  test(`entry: a ${role} writes what the policy lets, on own and foreign teams`, async () => {
    const wrong: string[] = [];
    const counting = await sql<{ runId: string }[]>`select run_id as "runId" from attempt where stands`;
    const attempts = new Set(counting.map(({ runId }) => runId));
    const entries = [
      '/api/v1/iterations',
      '/api/v1/runs',
      '/api/v1/runs/withdraw',
      '/api/v1/run-sheets',
      '/api/v1/official-runs',
      '/api/v1/official-runs/withdraw',
      '/api/v1/scores',
      '/api/v1/questions',
      '/api/v1/notes',
      '/api/v1/client-answers',
      '/api/v1/hand-ins',
      '/api/v1/concepts',
      '/api/v1/comments',
      '/api/v1/client-comments',
      '/api/v1/client-choices',
      '/api/v1/review-notes',
      '/api/v1/guest-notes',
      '/api/v1/opinions',
      '/api/v1/client-outcomes',
      '/api/v1/use-reports',
      '/api/v1/peer-reviews',
      '/api/v1/team-scores',
      '/api/v1/peer-ratings',
      '/api/v1/desk',
      '/api/v1/official-desk',
      '/api/v1/inspections',
      '/api/v1/official-inspections',
      '/api/v1/votes',
      '/api/v1/bundles',
    ];
    for (const route of entries) {
      for (const which of ['own', 'otherTeam', 'foreign'] as const) {
        const t = things[which];
        const id = route.endsWith('/withdraw') ? t.run : route.endsWith('/concepts') ? t.concept : undefined;
        const conceptId = t.concept;
        const data = {
          projectId: t.project,
          teamId: t.team,
          scores: [{ criterionId: t.criterion }],
          eventId: t.event,
          id,
          conceptId,
          slotId: t.slot,
          rubricId: t.rubric,
        };
        const answer = await asks[role].post(route, { data });
        const door = ROUTES[route]!;
        const byLink = LINKS[door] ?? null;
        const own = which === 'own' || CLASSROOM.has(door);
        // A practice run is nobody's to withdraw by a link.
        const counted = route !== '/api/v1/official-runs/withdraw' || attempts.has(t.run);
        const expected = byLink
          ? byLink.includes(role) && which !== 'foreign' && counted
          : opens(
              door,
              role,
              which === 'foreign' ? 'foreign' : 'own',
              own,
              OF_OTHERS.has(door) || (RELEASED.has(door) && which === 'own'),
            );
        const denied = [401, 403].includes(answer.status());
        if (denied === expected) wrong.push(`${role} ${route} (${which}): ${answer.status()}`);
        if (answer.ok() || answer.status() >= 500) wrong.push(`${route}: ${answer.status()}`);
      }
    }
    expect(wrong).toEqual([]);
  });
}

/** Entries that only the holder of a link makes. */
const LINKS: Partial<Record<Door, readonly Role[]>> = {
  'score.write': ['judge'],
  'official.write': ['official'],
  'client.answer': ['client'],
  'client.comment': ['client'],
  'client.choose': ['client'],
  'panel.note': ['client', 'panel'],
  'client.judge': ['client'],
  'audience.vote': ['audience'],
};

/** Entries that are about no team. */
const CLASSROOM = new Set<Door>(['question.ask', 'note.take']);

test('a student reads another team’s draft nowhere, and reads it once it is released', async () => {
  const { otherTeam: t } = things;
  const iteration = `/projects/${t.project}/builds/${t.iteration}`;
  const run = `/projects/${t.project}/bench/runs/${t.run}`;
  const [{ change }] = await sql<[{ change: string }]>`select change from iteration where id = ${t.iteration}`;
  const listed = async () => (await (await asks.student.get(`/projects/${t.project}/builds`)).text()).includes(change);
  const everywhere = [
    '',
    '/requirements',
    '/builds',
    '/bench',
    '/event',
    `/find?q=${encodeURIComponent(change)}`,
    `/builds?team=${t.team}`,
    `/bench/enter?team=${t.team}`,
  ];
  for (const sheet of everywhere) {
    const text = await (await asks.student.get(`/projects/${t.project}${sheet}`)).text();
    expect(text.replaceAll(encodeURIComponent(change), '').includes(`>${change}`), sheet).toBe(false);
    expect(text.includes(t.iteration), sheet).toBe(false);
  }
  expect((await asks.student.get(iteration)).status()).toBe(404);
  expect((await asks.student.get(run)).status()).toBe(404);
  const release = (released: boolean) =>
    sql.begin(async (tx) => {
      await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Test", "act": "test"}', true)`;
      await tx`update iteration set released_at = case when ${released} then now() end where id = ${t.iteration}`;
    });
  await release(true);
  expect((await asks.student.get(iteration)).status()).toBe(200);
  expect((await asks.student.get(run)).status()).toBe(200);
  expect(await listed()).toBe(true);
  const change2 = {
    projectId: t.project,
    id: t.iteration,
    teamId: t.team,
    version: 2,
    state: 'built',
    change: 'Mine now',
    reason: '',
    builtOn: '2026-10-26',
    measurements: [],
    parentId: null,
  };
  expect((await asks.student.post('/api/v1/iterations', { data: change2 })).status()).toBe(403);
  expect(
    (await asks.student.post('/api/v1/iterations', { data: { ...change2, teamId: things.own.team } })).status(),
  ).toBe(403);
  await release(false);
  expect((await asks.student.get(iteration)).status()).toBe(404);
  const [{ now }] = await sql<[{ now: string }]>`select change as now from iteration where id = ${t.iteration}`;
  expect(now).toBe(change);
});

test('who is kept apart, how teams might be formed, what members say of each other, another’s grade, and what a panel found and has not released stands on no page and in no file that a student can open', async () => {
  const { own: t } = things;
  const [secret, pair] = [`plan ${randomUUID()}`, randomUUID()];
  await sql.begin(async (tx) => {
    await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Test", "act": "test"}', true)`;
    await tx`insert into proposal (project_id, section_id, name, teams) values (${t.project}, ${t.section}, ${secret}, '[]')`;
    await tx`
      insert into keep_pair (id, project_id, kind, one_id, other_id)
      select ${pair}, ${t.project}, 'apart', (select id from account where login = ${world().demo.access.student.login}), id
      from account where name = 'Kofi Brandel' limit 1`;
  });
  // What was found and is not released, what another team shows, and who of the class wrote about them.
  const hidden = { own: `found ${randomUUID()}`, other: `shown ${randomUUID()}` };
  await sql.begin(async (tx) => {
    await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Test", "act": "test"}', true)`;
    await tx`update review_slot set released_at = null where id = ${t.slot}`;
    await tx`
      insert into review_finding (project_id, slot_id, team_id, kind, text, by_link, made_at)
      values (${t.project}, ${t.slot}, ${t.team}, 'must', ${hidden.own}, 'Guest', now())`;
    const { slot, team, project } = things.otherTeam;
    await tx`update review_slot set remarks = ${sql.json([hidden.other])} where id = ${slot}`;
    await tx`
      insert into review_note (project_id, slot_id, team_id, kind, text, by_link, made_at)
      values (${project}, ${slot}, ${team}, 'decision', ${hidden.other}, 'Guest', now())`;
  });
  // What mates say of each other, a mark, and a grade that another was shown.
  const graded = { said: `said ${randomUUID()}`, mark: `mark ${randomUUID()}`, shown: `grade ${randomUUID()}` };
  await sql.begin(async (tx) => {
    await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Test", "act": "test"}', true)`;
    await tx`
      update peer_rating set remark = ${graded.said} where id = (
        select p.id from peer_rating p join account a on a.id = p.to_id where p.project_id = ${t.project}
          and a.login = ${world().demo.access.student.login} limit 1)`;
    await tx`
      update mark set note = ${graded.mark} where project_id = ${t.project}
        and account_id <> (select id from account where login = ${world().demo.access.student.login})`;
    await tx`
      update released_grade set content = jsonb_set(content, '{strong}', to_jsonb(array[${graded.shown}::text]))
      where project_id = ${t.project} and account_id <> (select id from account where login = ${world().demo.access.student.login})`;
  });
  const texts = async (role: 'student' | 'instructor') => {
    const found: string[] = [];
    await sixAtOnce(
      routes.filter((one) => !one.startsWith('/api/') && one !== '/l/[token]'),
      async (route) => {
        const answer = await asks[role].get(addressOf(route, t), { maxRedirects: 0 });
        if (answer.status() === 200) found.push(route, await answer.text());
      },
    );
    return found;
  };
  const [shown, led] = [await texts('student'), await texts('instructor')];
  expect(shown.length).toBeGreaterThan(60);
  for (const word of [secret, pair, 'keep_pair', hidden.own, hidden.other, ...Object.values(graded), 'peer_rating'])
    expect(shown.filter((text) => text.includes(word))).toEqual([]);
  expect(led.some((text) => text.includes(pair))).toBe(true);
  expect(led.some((text) => text.includes(graded.said))).toBe(true);
  expect(led.some((text) => text.includes(secret))).toBe(true);
  expect(led.some((text) => text.includes(hidden.own))).toBe(true);
});

test('every page has a name of its own in the tab, and one heading', async () => {
  const names = new Map<string, string>();
  const wrong: string[] = [];
  await sixAtOnce(
    routes.filter((one) => !/^\/api\/|\.\w+$|pictures|\[token\]/.test(one)),
    async (route) => {
      const role = ROLES.find((one) => one === route.split('/')[1]) ?? (route === '/setup' ? 'visitor' : 'instructor');
      const answer = await asks[role].get(addressOf(route, things.own));
      const text = await answer.text();
      if (answer.status() !== 200 || !text.startsWith('<!DOCTYPE')) return; // leads elsewhere
      const [head] = text.split('</head>'); // drawings have titles too
      const titles = [...head!.matchAll(/<title>([^<]*)<\/title>/g)].map(([, name]) => name!);
      const headings = text.match(/<h1[ >]/g)?.length ?? 0;
      if (titles.length !== 1 || headings !== 1) wrong.push(`${route}: ${titles.join(' / ')}, ${headings} headings`);
      else if (names.has(titles[0]!)) wrong.push(`${route} and ${names.get(titles[0]!)}: ${titles[0]}`);
      names.set(titles[0] ?? '', route);
    },
  );
  expect(names.size).toBeGreaterThan(50);
  expect(wrong).toEqual([]);
});

test('a body over its cap is refused, one under it is read', async () => {
  const entry = (size: number) =>
    asks.student.post('/api/v1/runs', {
      data: JSON.stringify({ note: 'x'.repeat(size) }),
      headers: { 'content-type': 'application/json' },
    });
  expect((await entry(256 * 1024)).status()).toBe(413);
  expect((await entry(256 * 1024 - 11)).status()).toBe(403);
  const bundle = (size: number) => asks.instructor.post('/api/v1/bundles', { data: Buffer.alloc(size) });
  expect((await bundle(256 * 1024 * 1024 + 1)).status()).toBe(413);
  expect((await bundle(256 * 1024 * 1024)).status()).toBe(422);
});

test('pages carry their security headers and a policy with a nonce of their own', async () => {
  const [one, two] = [await asks.visitor.get('/sign-in'), await asks.visitor.get('/sign-in')];
  const policy = one.headers()['content-security-policy']!;
  expect(policy).toContain("default-src 'self'");
  expect(policy).toMatch(/script-src 'self' 'nonce-[\w+/=]+' 'strict-dynamic'/);
  expect(policy).not.toBe(two.headers()['content-security-policy']);
  expect(one.headers()).toMatchObject({
    'x-content-type-options': 'nosniff',
    'x-frame-options': 'DENY',
    'referrer-policy': 'same-origin',
  });
  expect(one.headers()['x-powered-by']).toBeUndefined();
  // What is no page runs nothing, also where nothing is found.
  for (const at of ['/api/v1/time', '/api/v1/nowhere'])
    expect((await asks.visitor.get(at)).headers()['content-security-policy']).toContain("default-src 'none'");
  expect((await asks.visitor.get('/projects/%ff')).status()).toBe(400);
  const cookie = (await asks.student.storageState()).cookies.find((one) => one.name === 'ironstone_session')!;
  expect(cookie).toMatchObject({ httpOnly: true, sameSite: 'Lax' });
});
