import { readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { BUILT } from '../../scripts/lib/build.mjs';
import { relabelled } from './relabelled';
import { ROOT, STATE } from '../../scripts/lib/files.mjs';
import { serveOn } from '../../scripts/lib/serve.mjs';
import { signIn } from '../e2e/browser';
import { allSent, bySystem, enterRun, entriesOn, expect, idsOf, kept, phone, sentOn, storedRuns, test } from './world';

// The line goes, comes back, or loses answers, while somebody enters runs on a phone. Values are unlike any of the demo.

const noConnection = 'No connection.';

test('no line before the entry', async ({ browser, served, sql, note }) => {
  const ids = await idsOf(sql, served.access!.student.login);
  const { page, home } = await phone(browser, served);
  await page.context().setOffline(true);
  await page.goto(`${home}/bench/enter`);
  await expect(page.getByText(noConnection)).toBeVisible();
  const values = [7.01, 7.02, 7.03];
  for (const value of values) await enterRun(page, value);
  await expect(page.getByText('3 entries wait on this device.')).toBeVisible();
  expect(await storedRuns(sql, ids, values)).toEqual([0, 0, 0]);
  await page.context().setOffline(false);
  await allSent(page);
  await expect(page.getByText('entries wait')).toHaveCount(0);
  note({
    made: 3,
    acknowledged: await sentOn(page),
    stored: await storedRuns(sql, ids, values),
    told: 'waiting, then sent',
  });
  await page.context().close();
});

test('the line goes while an entry is under way: the server has it, the answer is lost, twice', async ({
  browser,
  served,
  sql,
  note,
}) => {
  const ids = await idsOf(sql, served.access!.student.login);
  const { page } = await phone(browser, served);
  let arrived = 0;
  await page.route('**/api/v1/runs', async (route) => {
    if (arrived < 2) {
      arrived++;
      await route.fetch();
      return route.abort();
    }
    return route.continue();
  });
  await enterRun(page, 7.11);
  await expect(page.getByText('waiting', { exact: true })).toBeVisible();
  await expect.poll(() => storedRuns(sql, ids, [7.11])).toEqual([1]);
  await allSent(page);
  expect(arrived).toBe(2);
  note({
    made: 1,
    acknowledged: await sentOn(page),
    stored: await storedRuns(sql, ids, [7.11]),
    told: 'waiting until an answer came, then sent',
  });
  await page.context().close();
});

test('the line goes after the entry', async ({ browser, served, sql, note }) => {
  const ids = await idsOf(sql, served.access!.student.login);
  const { page } = await phone(browser, served);
  await enterRun(page, 7.21);
  await allSent(page);
  await page.context().setOffline(true);
  await page.reload();
  await expect(page.getByText('What you see may be out of date. What you enter is saved.')).toBeVisible();
  await page.context().setOffline(false);
  await page.reload();
  await expect(page.getByLabel('Runs just saved').getByText('7.21 s')).toBeVisible();
  note({
    made: 1,
    acknowledged: await sentOn(page),
    stored: await storedRuns(sql, ids, [7.21]),
    told: 'sent; the page may be old',
  });
  await page.context().close();
});

test('reloaded twice without a line, and the browser’s tab closed', async ({ browser, served, sql, note }) => {
  const ids = await idsOf(sql, served.access!.student.login);
  const { page, home } = await phone(browser, served);
  const context = page.context();
  await context.setOffline(true);
  await enterRun(page, 7.31);
  await page.reload();
  await enterRun(page, 7.32);
  await page.getByRole('button', { name: '7', exact: true }).click(); // half a value, not saved
  await page.reload();
  await expect(page.getByLabel('Value of Flint')).toHaveValue('7');
  await page.close();
  const next = await context.newPage();
  await next.goto(`${home}/bench/enter`);
  await expect(next.getByText('2 entries wait on this device.')).toBeVisible();
  await context.setOffline(false);
  await allSent(next);
  note({
    made: 2,
    acknowledged: await sentOn(next),
    stored: await storedRuns(sql, ids, [7.31, 7.32]),
    told: 'waiting, then sent; half a value was still there',
  });
  await context.close();
});

test('an iteration, a run with it and a picture, entered without a line', async ({ browser, served, sql, note }) => {
  const { page, home } = await phone(browser, served);
  await kept(page, `${home}/builds/new`);
  await page.context().setOffline(true);
  await page.goto(`${home}/builds/new`);
  await page.getByLabel('What was changed').fill('Bent keel, entered in the gym');
  const pictures = page.getByRole('button', { name: '4 Pictures' });
  if (await pictures.isVisible()) await pictures.click();
  await page.getByLabel('Add a picture').setInputFiles('docs/screenshots/entry-phone.png');
  await expect(page.getByAltText('entry-phone.jpg')).toBeVisible();
  await page.getByRole('button', { name: 'Save iteration' }).click();
  await expect(page.getByText('2 entries wait on this device.')).toBeVisible();
  await page.goto(`${home}/bench/enter`);
  await enterRun(page, 7.41);
  const order: string[] = [];
  page.on('request', (request) => void (request.method() === 'POST' && order.push(new URL(request.url()).pathname)));
  await page.context().setOffline(false);
  await allSent(page);
  expect(order).toEqual(['/api/v1/iterations', '/api/v1/runs', '/api/v1/pictures']);
  const rows = await sql<{ change: string; runs: number; pictures: number }[]>`
    select i.change, (select count(*)::int from run where iteration_id = i.id) as runs,
      (select count(*)::int from attachment where object_id = i.id) as pictures
    from iteration i where change = 'Bent keel, entered in the gym'`;
  expect(rows).toEqual([{ change: 'Bent keel, entered in the gym', runs: 1, pictures: 1 }]);
  note({
    made: 3,
    acknowledged: await sentOn(page),
    stored: [rows.length, rows[0]!.runs, rows[0]!.pictures],
    told: 'waiting, then sent: figures first, the picture last',
  });
  await bySystem(sql, async (tx) => {
    await tx`delete from run where id in (select run_id from reading where value = 7.41)`;
    await tx`delete from iteration where change = 'Bent keel, entered in the gym'`;
  });
  await page.context().close();
});

test('the session ends while entries wait', async ({ browser, served, sql, note }) => {
  const ids = await idsOf(sql, served.access!.student.login);
  const { page } = await phone(browser, served);
  await page.context().setOffline(true);
  for (const value of [7.51, 7.52]) await enterRun(page, value);
  await sql`update session set expires_at = now() where account_id = ${ids.student}`;
  await page.context().setOffline(false);
  const ask = page.getByRole('link', { name: /Sign in again as .* to send them/ });
  await expect(ask).toBeVisible({ timeout: 30_000 });
  expect(await storedRuns(sql, ids, [7.51, 7.52])).toEqual([0, 0]);
  await ask.click();
  await signIn(page, served.access!.student);
  await allSent(page);
  note({
    made: 2,
    acknowledged: await sentOn(page),
    stored: await storedRuns(sql, ids, [7.51, 7.52]),
    told: 'asked to sign in again, then sent',
  });
  await page.context().close();
});

test('the right to write is lost while an entry waits', async ({ browser, served, sql, note }) => {
  const ids = await idsOf(sql, served.access!.student.login);
  const { page } = await phone(browser, served);
  await page.context().setOffline(true);
  await enterRun(page, 7.61);
  const move = (team: string) =>
    bySystem(
      sql,
      (tx) =>
        tx`update team_member set team_id = (select id from team where name = ${team}) where account_id = ${ids.student}`,
    );
  await move('Marl');
  await page.context().setOffline(false);
  await expect(page.getByText('1 entry was refused.')).toBeVisible({ timeout: 30_000 });
  await page.goto('/outbox');
  await expect(page.getByText('You may not do this here.')).toBeVisible();
  expect(await storedRuns(sql, ids, [7.61])).toEqual([0]);
  await move('Flint');
  await page.getByRole('button', { name: 'Send again' }).click();
  await allSent(page);
  note({
    made: 1,
    acknowledged: await sentOn(page),
    stored: await storedRuns(sql, ids, [7.61]),
    told: 'refused with the reason; kept; sent again once it was put right',
  });
  await page.context().close();
});

test('two devices correct the same run without a line', async ({ browser, served, sql, note }) => {
  const ids = await idsOf(sql, served.access!.student.login);
  const one = await phone(browser, served);
  await enterRun(one.page, 7.71);
  await allSent(one.page);
  const [run] = await sql<[{ id: string }]>`
    select r.id from run r join reading v on v.run_id = r.id where v.value = 7.71 and r.team_id = ${ids.team}`;
  const two = await phone(browser, served);
  const devices = [
    { page: one.page, value: '7.72' },
    { page: two.page, value: '7.73' },
  ];
  for (const { page } of devices) {
    await page.goto(`${one.home}/bench/runs/${run.id}`);
    await kept(page, `${one.home}/bench/runs/${run.id}`);
    await page.context().setOffline(true);
  }
  for (const { page, value } of devices) {
    await page.getByText('Correct this run').click();
    await page.getByLabel('Value', { exact: true }).fill(value);
    await page.getByRole('button', { name: 'Save correction' }).click();
    await expect(page.getByText('1 entry waits on this device.')).toBeVisible();
  }
  await one.page.context().setOffline(false);
  await allSent(one.page);
  await two.page.context().setOffline(false);
  await expect(two.page.getByText('1 entry was refused.')).toBeVisible({ timeout: 30_000 });
  await two.page.goto('/outbox');
  const both = two.page.getByRole('alert', { name: 'Both versions' });
  await expect(both).toContainText('7.73');
  await expect(both).toContainText('7.72');
  expect(await storedRuns(sql, ids, [7.72, 7.73])).toEqual([1, 0]);
  await both.getByRole('button', { name: 'Keep mine' }).click();
  await allSent(two.page);
  const history = await sql<{ value: number }[]>`
    select (after ->> 'value')::float8 as value from audit
    where object_kind = 'reading' and after ->> 'run_id' = ${run.id} order by id`;
  expect(history.map((row) => row.value)).toEqual([7.71, 7.72, 7.73]);
  note({
    made: 3,
    acknowledged: (await sentOn(one.page)) + (await sentOn(two.page)),
    stored: [7.71, 7.72, 7.73].map((value) => history.filter((row) => row.value === value).length),
    told: 'both versions shown to the second; the history has all three values',
  });
  for (const { page } of devices) await page.context().close();
});

test('a new version of the program is put in place while entries wait', async ({ browser, served, sql, note }) => {
  const ids = await idsOf(sql, served.access!.student.login);
  const own = await serveOn(served.url, 'faults-old');
  const { page, home } = await phone(browser, { ...own, access: served.access });
  const oldBuild = readFileSync(path.join(BUILT, 'BUILD_ID'), 'utf8');
  await page.context().setOffline(true);
  for (const value of [7.81, 7.82]) await enterRun(page, value);
  await own.stop();
  const newer = path.relative(ROOT, path.join(STATE, 'newer'));
  try {
    relabelled(BUILT, path.join(ROOT, newer), 'newer');
    expect(readFileSync(path.join(ROOT, newer, 'BUILD_ID'), 'utf8')).not.toBe(oldBuild);
    const next = await serveOn(served.url, 'faults-new', [], { IRONSTONE_BUILT: newer }, own.port);
    await page.reload(); // still without a line: the old page, as it was kept
    await expect(page.getByText('2 entries wait on this device.')).toBeVisible();
    await page.context().setOffline(false);
    await allSent(page);
    await page.goto('/outbox');
    await expect(page.getByText('newer')).toBeVisible();
    await page.goto(`${home}/bench/enter`);
    await enterRun(page, 7.83);
    await allSent(page);
    await next.stop();
  } finally {
    rmSync(path.join(ROOT, newer), { recursive: true, force: true });
  }
  note({
    made: 3,
    acknowledged: await sentOn(page),
    stored: await storedRuns(sql, ids, [7.81, 7.82, 7.83]),
    told: 'waiting, then sent to the new version; its pages came with the next load',
  });
  expect((await entriesOn(page)).filter((one) => one.state !== 'sent')).toEqual([]);
  await page.context().close();
});
