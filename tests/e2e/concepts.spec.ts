import postgres from 'postgres';
import sharp from 'sharp';
import type { Page } from '@playwright/test';
import { readShape, type Row } from '@/db/shape';
import { projectOf, rowsOf } from '@/shell/bundle/format';
import { demoBundle, rowsWith, rowWith, setProject, zipOf } from '../demo';
import { toTemplate } from '@/shell/bundle/templates';
import { confirmed, panel } from './browser';
import { ofRoster } from './roster';
import { enter, expect, test, world } from './world';

const PHONE = { width: 390, height: 844 };
const NAMES = ['Ilse', 'Kofi', 'Mira', 'Nour', 'Petra', 'Sam', 'Anouk', 'Dario'];
const IDEAS = ['Sled', 'Twin trolley', 'Bowl', 'Keel carriage', 'Rope shuttle', 'Roller', 'Hook', 'Saddle'];
/** A sketch, as a phone's camera gives it. */
const sketch = () =>
  sharp({ create: { width: 800, height: 600, channels: 3, background: '#e8e2d0' } })
    .jpeg()
    .toBuffer();

/** The rules of the demo project with a section of eight students that has neither concepts nor teams. */
async function fresh(more: { title?: string; people?: Row[]; roles?: Row[] } = {}): Promise<Buffer> {
  const demo = demoBundle();
  const sql = postgres(world().demo.url, { max: 1, onnotice: () => {}, transform: postgres.camel });
  const bundle = toTemplate(demo, await readShape(sql));
  await sql.end();
  const { pinned_now } = projectOf(demo);
  setProject(bundle, { title: more.title ?? 'Courier from ideas', pinned_now });
  const section = rowWith(demo, 'section', { name: '2' });
  const members = new Set(rowsWith(demo, 'enrolment', { section_id: section.id }).map((one) => one.account_id));
  const people = rowsOf(demo, 'person').filter(
    ({ id, name }) => members.has(id) && NAMES.includes(String(name).split(' ')[0]!),
  );
  const person = more.people ?? people;
  Object.assign(bundle.tables, {
    section: [section],
    person,
    enrolment: person.map(({ id }) => ({ account_id: id, section_id: section.id })),
    ...(more.roles ? { team_role: more.roles } : {}),
  });
  return zipOf(bundle);
}

test('from eight own ideas to who builds what', async ({ browser, watch }) => {
  test.setTimeout(600_000);
  const page = await enter(browser, 'instructor');
  watch(page);
  const made = await page.request.post('/api/v1/bundles', {
    data: await fresh(),
    headers: { origin: world().demo.origin, 'content-type': 'application/zip' },
  });
  const home = `/projects/${((await made.json()) as { result: { id: string } }).result.id}`;
  const sql = postgres(world().demo.url, { max: 1, onnotice: () => {} });
  const students = new Map<string, Page>();
  /** Somebody of the roster on a phone, signed in already. */
  const student = async (name: string): Promise<Page> => {
    const known = students.get(name);
    if (known) return known;
    const one = await ofRoster(browser, sql, home, name);
    watch(one);
    students.set(name, one);
    return one;
  };
  const go = (sheet: string, who = page) => who.goto(`${home}/${sheet}`);
  const said = (text: string | RegExp, who = page) => expect(who.getByText(text).first()).toBeVisible();

  await test.step('eight students hand in alone, on a phone; nobody sees another’s', async () => {
    for (const [i, name] of NAMES.entries()) {
      const who = await student(name);
      await go('concepts/new', who);
      await who.getByLabel('Title', { exact: true }).fill(IDEAS[i]!);
      await who.getByLabel('Step 1').fill(`The ${IDEAS[i]} runs along the cable`);
      await who.getByText('Carrier mass without payload').click();
      await who.getByLabel('How it answers R-01').fill('Birch strip');
      await who
        .getByLabel('Expected', { exact: true })
        .first()
        .fill(i === 3 ? '980' : '800');
      await who.getByLabel('Give or take').first().fill('20');
      if (i === 0)
        await who
          .getByLabel('Add a picture')
          .setInputFiles({ name: 'sketch.jpg', mimeType: 'image/jpeg', buffer: await sketch() });
      // The last one is in a workshop without a line: it is kept on the phone, and goes out by itself.
      const offline = i === NAMES.length - 1;
      if (offline) await who.context().setOffline(true);
      await who.getByRole('button', { name: 'Hand in concept' }).click();
      if (offline) {
        await said('It is saved on this device', who);
        await who.context().setOffline(false);
        await expect(async () => {
          await go('concepts', who);
          await expect(who.getByRole('link', { name: IDEAS[i]!, exact: true })).toBeVisible({ timeout: 1000 });
        }).toPass({ timeout: 30_000 });
      } else await expect(who.getByRole('heading', { level: 1 })).toHaveText(IDEAS[i]!);
    }
    const last = await student('Dario');
    await go('concepts', last);
    await said('Saddle', last);
    await expect(last.getByRole('link', { name: 'Sled' })).toHaveCount(0);
    await go('concepts');
    await said('8 of 8 students');
    await expect(page.getByRole('img', { name: 'Sketch of Sled' })).toBeVisible();
  });

  await test.step('they are released; what breaks a must is chosen only with an exception', async () => {
    await page.getByRole('button', { name: 'Release to the section' }).click();
    await confirmed(page);
    await said('hide them again');
    await page.getByRole('link', { name: 'Keel carriage', exact: true }).click();
    await said(/By its own numbers it breaks R-01/);
    await page.getByLabel('It is').selectOption('chosen');
    await page.getByRole('button', { name: 'Decide' }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'Record an exception' })).toBeVisible();
    const sam = await student('Sam');
    await go('concepts', sam);
    await expect(sam.getByRole('link', { name: 'Twin trolley', exact: true })).toBeVisible();
  });

  await test.step('the order of the pitches is drawn from a frozen list by two callers', async () => {
    await go('concepts/pitches');
    await page.getByRole('button', { name: 'Freeze list of concepts' }).click();
    await page.getByLabel('The first person calls').fill('12');
    await page.getByLabel('The second person calls').fill('7');
    await page.getByRole('button', { name: 'Draw', exact: true }).click();
    await said('Pitch 1 of 8');
    await page.getByRole('button', { name: 'Start' }).click();
    await expect(page.getByRole('timer')).toContainText('2:5');
  });

  await test.step('raters and the client choose, and the matrix says which weight would flip it', async () => {
    await go('concepts/selection/edit');
    for (const idea of IDEAS.slice(3)) await page.getByRole('checkbox', { name: new RegExp(`^${idea}`) }).uncheck();
    const rows = page.getByRole('group', { name: /^Criteria/ });
    while ((await rows.getByRole('button', { name: /^Remove row/ }).count()) > 2)
      await rows
        .getByRole('button', { name: /^Remove row/ })
        .last()
        .click();
    for (const [i, [name, weight]] of [
      ['Mass', '3'],
      ['Level', '2'],
    ].entries()) {
      await rows.getByLabel('Criterion', { exact: true }).nth(i).fill(name!);
      await rows.getByLabel('Weight', { exact: true }).nth(i).fill(weight!);
    }
    await page.getByRole('button', { name: 'Save selection' }).click();
    await said('No ballot yet.');
    // Sled 5/1, Twin 4/4, Bowl 1/5 by one; the other differs most on how level the sled keeps it.
    for (const [name, given] of [
      ['Nour', { Sled: [5, 1], 'Twin trolley': [4, 4], Bowl: [1, 5] }],
      ['Petra', { Sled: [5, 4], 'Twin trolley': [4, 3], Bowl: [2, 5] }],
    ] as const) {
      const who = await student(name);
      await go('concepts/selection', who);
      await who.locator('main details').evaluateAll((all) => all.forEach((one) => one.setAttribute('open', '')));
      for (const [title, [mass, level]] of Object.entries(given)) {
        await who.getByLabel(`${title}, Mass: ${mass}`).check({ force: true });
        await who.getByLabel(`${title}, Level: ${level}`).check({ force: true });
      }
      await who.getByRole('button', { name: 'Save my scores' }).click();
      await said(/Your scores: 6 of 6 given/, who);
    }
    await page.reload();
    await said('differ by 3: talk');
    // (3·5 + 2·2.5)/5 = 4.0 for the sled, (3·4 + 2·3.5)/5 = 3.8 for the twin: level where w = 50 %.
    const row = page.getByRole('table').filter({ hasText: 'Would have to be' }).getByRole('row');
    await expect(row.filter({ hasText: 'Mass' })).toContainText(/60\.0 %\s*50\.0 %.*Twin trolley/);
    await page.locator('figure').scrollIntoViewIfNeeded();
    await expect(page.locator('figure .recharts-reference-dot')).toBeVisible();
    await expect(page.locator('figure')).toContainText('50 %: Twin trolley level');

    const link = await client(page, home);
    const phone = await (await browser.newContext({ baseURL: world().demo.origin, viewport: PHONE })).newPage();
    watch(phone);
    await phone.goto(link);
    await expect(phone.getByRole('img', { name: 'Sketch of Sled' })).toBeVisible();
    await phone.getByRole('listitem').filter({ hasText: 'Twin trolley' }).getByLabel('Choose this concept').check();
    await phone.getByLabel('Why Twin trolley').fill('Our helpers can mend it');
    await phone.getByRole('button', { name: 'Send my choice' }).click();
    await said('the class sees your choice', phone);
    await go('concepts/selection');
    await said('“Our helpers can mend it”');
    await said(/^They differ/);
  });

  await test.step('wishes are entered, a pair is kept apart, the teams are put in place and seen by the students', async () => {
    await go('teams/forming');
    await page.getByLabel('Smallest team').fill('4');
    await page.getByLabel('Largest team').fill('4');
    await page.getByLabel('Students enter their wishes').check();
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    const nour = await student('Nour');
    await go('teams', nour);
    await nour.getByLabel('First wish: with').selectOption('Kofi B.');
    await nour.getByRole('button', { name: 'Save my wishes' }).click();
    await said('only your teachers see them', nour);
    await go('teams/forming');
    await said('1 of 8 have said what they would like');
    await page.getByText('Pairs to keep apart or together').click();
    await page.getByLabel('The one', { exact: true }).selectOption('Nour A.');
    await page.getByLabel('The other', { exact: true }).selectOption('Petra H.');
    await page.getByRole('button', { name: 'Add pair' }).click();
    await said('remove');
    // Two teams with three roles that nobody offers, and every wish met.
    await page.getByRole('button', { name: 'Form teams' }).click();
    await said(/Cost 6:/);
    const teams = page.getByRole('region', { name: /^Team \d$/ });
    await expect(teams).toHaveCount(2);
    const withNour = teams.filter({ has: page.getByRole('button', { name: /^Nour A\., / }) });
    await expect(withNour.getByRole('button', { name: /^Kofi B\., / })).toBeVisible();
    await expect(withNour.getByRole('button', { name: /^Petra H\., / })).toHaveCount(0);
    // Moved by keys, the cost and the rule follow at once.
    const kofi = page.getByRole('button', { name: /^Kofi B\., / });
    const away = (await withNour.getAttribute('aria-label')) === 'Team 1' ? 'ArrowRight' : 'ArrowLeft';
    await kofi.press(away);
    await said(/Cost 7:/);
    await said('Wrong size: ');
    await kofi.press(away === 'ArrowRight' ? 'ArrowLeft' : 'ArrowRight');
    await said(/Cost 6:/);
    await page.getByRole('button', { name: 'Save proposal' }).click();
    await go('teams', nour);
    await said('Your wishes for the teams', nour);
    await expect(nour.getByText('Team 1')).toHaveCount(0); // nothing is seen yet
    await page.getByRole('button', { name: 'use these teams and release them' }).click();
    await confirmed(page);
    await said('Done. The section sees');
    await go('teams', nour);
    const row = nour.getByRole('row').filter({ hasText: 'Nour A.' });
    await expect(row).toContainText('Kofi B.');
    await expect(row).not.toContainText('Petra H.');
    await expect(nour.locator('body')).not.toContainText('apart');
  });

  await test.step('a wrong interface of the shared build is found, and the checker is not the owner', async () => {
    await go('builds/parts');
    for (const [code, name, owner] of [
      ['P1', 'Base', 'Kofi B.'],
      ['P2', 'Tower', 'Sam I.'],
    ] as const) {
      const part = await panel(page, 'Add part');
      await part.getByLabel('Code').fill(code);
      await part.getByLabel('Part', { exact: true }).fill(name);
      await part.getByLabel('Owner').selectOption(owner);
      await part.getByRole('button', { name: 'Add part' }).click();
      await expect(page.getByRole('cell', { name, exact: true })).toBeVisible();
    }
    const pair = await panel(page, 'Add interface');
    await pair.getByLabel('What meets what').fill('Foot in the slot');
    await pair.getByLabel('Part', { exact: true }).selectOption('P1 Base');
    await pair.getByLabel('meets part').selectOption('P2 Tower');
    await pair.getByRole('button', { name: 'Add interface' }).click();
    await said('a side is missing');
    for (const [name, code, value] of [
      ['Kofi', 'P1', '42'],
      ['Sam', 'P2', '43.5'],
    ] as const) {
      const who = await student(name);
      await go('builds/parts', who);
      await who.getByLabel(`${code}: dimension`).fill(value);
      await who.getByLabel('± tolerance').fill('0.2');
      await who.getByRole('button', { name: 'Enter', exact: true }).click();
      await said('Saved. Both sides are compared.', who);
    }
    const sam = await student('Sam');
    await said(/they differ by 1\.5 mm/, sam);
    await said('Foot in the slot: the two sides do not agree', sam);
    const kofi = await student('Kofi');
    await go('builds/parts', kofi);
    await kofi.getByRole('button', { name: 'It is drawn' }).click();
    await said('anybody but you checks the drawing', kofi);
    await expect(kofi.getByRole('button', { name: 'I have checked it' })).toHaveCount(0);
    await go('builds/parts', sam);
    await sam.getByRole('button', { name: 'I have checked it' }).click();
    await said('1 check: you', sam);
  });

  await test.step('a draw is made and repeated by a stranger', async () => {
    await go('teams/draws');
    const list = await panel(page, /^Teams$/);
    await list.getByLabel('Public page: anyone with the address can see and repeat the draw').check();
    await list.getByRole('button', { name: 'Freeze list' }).click();
    await page.getByLabel('The first person calls').fill('4711');
    await page.getByLabel('The second person calls').fill('0815');
    await page.getByRole('button', { name: 'Draw', exact: true }).click();
    await said('47110815');
    const address = await page.getByRole('link', { name: 'public page' }).getAttribute('href');
    const drawn = await page.getByRole('table').first().getByRole('row').nth(1).getByRole('cell').nth(1).textContent();
    const stranger = await (await browser.newContext({ baseURL: world().demo.origin, viewport: PHONE })).newPage();
    watch(stranger);
    await stranger.goto(address!);
    const repeated = stranger.getByRole('list', { name: 'Repeated order' }).getByRole('listitem');
    await expect(repeated.first()).toHaveText(drawn!);
    await stranger.getByLabel('Seed').fill('');
    await said(/needs an announced seed/, stranger);
  });
  await sql.end();
});

test('teams for 120 students are searched for beside the page, with progress, and the search can be stopped', async ({
  browser,
  watch,
}) => {
  test.setTimeout(240_000);
  const page = await enter(browser, 'instructor');
  watch(page);
  const people = Array.from({ length: 120 }, (_, i) => ({
    id: `person-${i}`,
    name: `Student Number${i}`,
    student_number: `big-${i}`,
  }));
  const made = await page.request.post('/api/v1/bundles', {
    data: await fresh({ title: 'A large class', people, roles: [] }),
    headers: { origin: world().demo.origin, 'content-type': 'application/zip' },
  });
  const id = ((await made.json()) as { result: { id: string } }).result.id;
  // Everybody wishes for two others, in a ring.
  const sql = postgres(world().demo.url, { max: 1, onnotice: () => {} });
  await sql.begin(async (tx) => {
    await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Test", "act": "test"}', true)`;
    await tx`
      insert into preference (project_id, account_id, wants)
      select ${id}, account_id, array[lead(account_id, 1, first) over w, lag(account_id, 7, first) over w] from (
        select account_id, (select min(account_id::text)::uuid from enrolment where project_id = ${id}) as first
        from enrolment where project_id = ${id} and account_id::text > (select min(account_id::text) from enrolment where project_id = ${id})) e
      window w as (order by account_id)`;
  });
  await sql.end();
  await page.goto(`/projects/${id}/teams/forming`);
  await expect(page.getByText('119 of 120 have said')).toBeVisible();
  const cost = page.getByText(/^Cost /);
  const before = await cost.textContent();
  await page.getByRole('button', { name: 'Form teams' }).click();
  const progress = page.getByRole('progressbar', { name: 'Search for teams' });
  // Pressed in the page itself, as the search may end while a slow test makes up its mind.
  await page.waitForFunction(() => {
    const bar = document.querySelector('progress[aria-label="Search for teams"]');
    if (!bar || !(Number(bar.getAttribute('value')) > 0)) return false;
    const stop = [...document.querySelectorAll('button')].find((one) => one.textContent === 'Stop');
    stop?.click();
    return Boolean(stop);
  });
  await expect(progress).toHaveCount(0);
  await page.waitForTimeout(1500);
  expect(await cost.textContent()).toBe(before); // stopping leaves everything as it was
  await page.getByRole('button', { name: 'Form teams' }).click();
  // In teams of three or four these are 30 to 40.
  const teams = page.getByRole('textbox', { name: /^Name of team / });
  await expect.poll(() => teams.count(), { timeout: 60_000 }).toBeGreaterThanOrEqual(30);
  expect(await teams.count()).toBeLessThanOrEqual(40);
  expect(await cost.textContent()).not.toBe(before);
  await expect(page.getByText('Wrong size')).toHaveCount(0);
});

/** Makes a link for the client, and gives its path. */
async function client(page: Page, home: string): Promise<string> {
  await page.goto(`${home}/brief`);
  const panel = page.getByRole('region', { name: 'Links for the client' });
  await panel.getByLabel('For whom').fill('Fernhollow');
  await panel.getByRole('button', { name: 'Create link' }).click();
  const shown = panel.locator('output').filter({ hasText: '/l/' });
  return /\/l\/[\w-]+/.exec((await shown.textContent())!)![0];
}
