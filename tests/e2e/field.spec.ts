import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { request as httpsRequest } from 'node:https';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { BROWSER, CHROMIUM, confirmed, panel, signIn } from './browser';
import { certificateFor } from '../../scripts/lib/lan.mjs';
import { freePort } from '../../scripts/lib/cluster.mjs';
import { demoHome, enter, expect, test, world } from './world';

// From a printed slip to a run entered in a gym without Wi-Fi, seen at once by the instructor when the line is back.

const PHONE = { viewport: { width: 390, height: 844 } };

/** The addresses of the slips of a team, from the sheet that the instructor prints. */
async function slipsOf(page: Page, home: string, team: string): Promise<{ name: string; path: string }[]> {
  await page.goto(`${home}/teams/slips`);
  await page.getByRole('combobox', { name: 'Section', exact: true }).selectOption({ label: '5' });
  // The codes hold the addresses; here they are read on their way to the page.
  let text = '';
  await page.route('**/teams/slips', async (route) => {
    const answer = await route.fetch();
    text += await answer.text();
    await route.fulfill({ response: answer });
  });
  await page.getByRole('button', { name: /^Make \d+ slips/ }).click();
  await expect(page.getByRole('button', { name: 'Print the sheet' })).toBeVisible();
  await page.unroute('**/teams/slips');
  const found = [
    ...text.matchAll(/"name":"([^"]+)","login":"[^"]+","team":"([^"]*)","address":"[^"]*(\/s\/[\w-]{43})"/g),
  ];
  expect(found.length).toBeGreaterThan(8);
  await expect(page.getByRole('list', { name: 'Slips' }).getByRole('listitem')).toHaveCount(found.length);
  return found.filter(([, , of]) => of === team).map(([, name, , at]) => ({ name: name!, path: at! }));
}

test('slip, phone, three entries and a picture without a line, seen live by the instructor', async ({
  browser,
  watch,
}) => {
  test.setTimeout(360_000);
  const desk = await enter(browser, 'instructor');
  watch(desk);
  const home = await demoHome(desk);
  const slips = await slipsOf(desk, home, 'Tuff');
  const context = await browser.newContext({ baseURL: world().demo.origin, ...PHONE });
  const phone = await context.newPage();
  watch(phone);

  await test.step('two of the team sign in by slip and share the phone', async () => {
    await phone.goto(slips[0]!.path);
    await expect(phone.getByRole('heading', { name: slips[0]!.name })).toBeVisible();
    await phone.getByRole('button', { name: /^Sign in as/ }).click();
    await phone.waitForURL(/\/projects/);
    await phone.goto(slips[0]!.path);
    await expect(phone.getByText('This slip no longer works')).toBeVisible();
    await phone.goto(slips[1]!.path);
    await phone.getByRole('button', { name: /^Share it with/ }).click();
    await phone.waitForURL(/\/projects/);
  });

  await phone.goto(`${home}/bench/enter`);
  const isKept = (at: string) => phone.evaluate(async (one) => Boolean(await caches.match(one)), at);
  // The last of the pages that are kept.
  await expect.poll(() => isKept('/outbox'), { timeout: 60_000 }).toBe(true);

  await desk.goto(`${home}/builds`);
  await desk.waitForRequest(/\/api\/v1\/live/);
  await context.setOffline(true);

  await test.step('an iteration with a picture and two runs, without a line', async () => {
    await phone.goto(`${home}/builds/new`);
    await phone.getByLabel('What was changed').fill('Keel from the gym');
    await phone.getByRole('button', { name: '3 Measured' }).click();
    await phone.getByLabel('Carrier mass').fill('871');
    await phone.getByRole('button', { name: '4 Pictures' }).click();
    await phone.getByLabel('Add a picture').setInputFiles('docs/screenshots/entry-phone.png');
    await expect(phone.getByAltText('entry-phone.jpg')).toBeVisible();
    await phone.getByRole('button', { name: 'Save iteration' }).click();
    await expect(phone.getByText('2 entries wait on this device.')).toBeVisible();
    await phone.goto(`${home}/bench/enter`);
    const other = (await phone.getByLabel('entered by').locator('option').last().innerText()).trim();
    for (const [i, digits] of ['8.4', '8.5'].entries()) {
      if (i === 1) await phone.getByLabel('entered by').selectOption({ label: other });
      for (const key of digits) await phone.getByRole('button', { name: key, exact: true }).click();
      await phone.getByRole('button', { name: /^Save/ }).click();
      await expect(phone.getByText(`${3 + i} entries wait on this device.`)).toBeVisible();
    }
    await phone.goto('/outbox');
    await expect(phone.getByText('waits for “Tuff, new iteration')).toHaveCount(2);
    await expect(phone.getByRole('region', { name: 'Of others' })).toContainText(
      /^Of others who used this device1 entry of/,
    );
  });

  await test.step('the line is back: all of it is sent, and the instructor sees it without a reload', async () => {
    await context.setOffline(false);
    await expect(phone.getByRole('region', { name: 'Sent' }).getByRole('listitem')).toHaveCount(3, { timeout: 30_000 });
    await expect(desk.getByText('Keel from the gym').first()).toBeVisible({ timeout: 15_000 });
    await desk
      .getByRole('link', { name: /^Tuff \d+/ })
      .last()
      .click();
    await expect(desk.getByRole('heading', { level: 1 })).toContainText('Tuff');
    await expect(desk.getByAltText(/^Picture 1 of Tuff/)).toBeVisible();
    await expect(desk.getByText('8.4', { exact: false }).first()).toBeVisible();
  });

  await test.step('each entry stands under the name of whoever made it', async () => {
    await desk.goto(`${home}/history?kind=run`);
    const rows = desk.locator('tbody tr').filter({ hasText: 'Tuff' });
    const names = new Set((await rows.locator('td:nth-child(2)').allInnerTexts()).slice(0, 2));
    expect(names).toEqual(new Set(slips.slice(0, 2).map((one) => one.name)));
  });

  await test.step('handed over by a tap, and shut out by two clicks when it is lost', async () => {
    await phone.goto(home);
    await phone.getByRole('button', { name: /\w\.$/ }).last().click();
    await phone.getByRole('menuitem', { name: /^Hand over to/ }).click();
    await phone.waitForLoadState();
    await desk.goto(`${home}/teams`);
    for (const all of await desk.getByText('sign-in names, slips').all()) await all.click();
    const mine = desk.locator('tr', { has: desk.locator(`[aria-label^="Team of ${slips[0]!.name.split(' ')[0]}"]`) });
    await mine.getByRole('button', { name: 'device lost: sign out everywhere' }).click();
    await confirmed(desk);
    await expect(desk.getByText('Signed out everywhere').first()).toBeVisible();
    await phone.goto(`${home}/teams`);
    await phone.waitForURL(/sign-in/);
  });
  await context.close();
});

test('a judge scores without a line, and the points arrive once', async ({ browser, watch }) => {
  const page = await enter(browser, 'judge', PHONE);
  watch(page);
  await page.goto('/judge');
  const link = page.getByRole('link', { name: /^Schist/ });
  const address = (await link.getAttribute('href'))!;
  const isKept = () => page.evaluate(async (at) => Boolean(await caches.match(at)), address);
  await expect.poll(isKept, { timeout: 30_000 }).toBe(true);
  await page.context().setOffline(true);
  await link.click();
  await expect(page.getByRole('heading', { name: 'Schist' })).toBeVisible();
  const fields = page.getByRole('textbox');
  for (const field of await fields.all()) await field.fill('7');
  await page.getByRole('button', { name: 'Save points' }).click();
  await page.waitForURL('**/judge');
  await expect(page.getByText('Saved on this device, not sent yet')).toBeVisible();
  await page.context().setOffline(false);
  await expect(page.getByText('Saved on this device, not sent yet')).toHaveCount(0, { timeout: 30_000 });
  await page.goto(address);
  for (const field of await fields.all()) await expect(field).toHaveValue('7');
  await page.context().close();
});

test('a change is put back from the history, with what changes shown first', async ({ browser, watch }) => {
  const page = await enter(browser, 'instructor');
  watch(page);
  const home = await demoHome(page);
  await page.goto(`${home}/requirements`);
  await page.goto(`${home}/bench`);
  const form = await panel(page, 'Change Kitchen scale');
  const accuracy = form.getByLabel('Accuracy');
  const before = await accuracy.inputValue();
  await accuracy.fill('77');
  await form.getByRole('button', { name: 'Save instrument' }).click();
  await expect(page.getByText('Saved.').first()).toBeVisible();
  await page.goto(`${home}/history?kind=instrument`);
  await page.getByRole('row').filter({ hasText: '77' }).getByRole('link', { name: 'restore …' }).first().click();
  await expect(page.getByText('what will change; nothing is done yet')).toBeVisible();
  await expect(page.getByRole('row', { name: /accuracy/ })).toContainText('77');
  await expect(page.getByRole('row', { name: /accuracy/ })).toContainText(before);
  await page.getByRole('button', { name: 'Restore' }).click();
  await page.waitForURL(/\/history$/);
  await expect(page.getByRole('row').nth(1)).toContainText('restored');
  await page.goto(`${home}/bench`);
  await expect((await panel(page, 'Change Kitchen scale')).getByLabel('Accuracy')).toHaveValue(before);
});

test('phones reach it over https with a certificate made here; typed without https they are led there', async () => {
  const port = await freePort();
  const { key, cert, fingerprint } = await certificateFor(['127.0.0.1']);
  expect(fingerprint).toMatch(/^[0-9A-F]{2}(:[0-9A-F]{2}){31}$/);
  const folder = mkdtempSync(path.join(tmpdir(), 'ironstone-lan-'));
  const env = { ...process.env, NODE_ENV: 'production', DATABASE_URL: world().demo.url, IRONSTONE_HTTPS: '1' };
  const origin = `https://127.0.0.1:${port}`;
  const own = { IRONSTONE_ORIGIN: origin, IRONSTONE_OWN_CERTIFICATE: '1', IRONSTONE_STATE: folder };
  const args = ['scripts/server.mjs', '--port', String(port), '--key', key, '--cert', cert];
  const server = spawn(process.execPath, args, { env: { ...env, ...own } as NodeJS.ProcessEnv, stdio: 'inherit' });
  try {
    const secure = () =>
      new Promise<number>((resolve) => {
        const asked = httpsRequest(`${origin}/sign-in`, { rejectUnauthorized: false }, (answer) => {
          answer.resume();
          resolve(answer.statusCode ?? 0);
        });
        asked.on('error', () => resolve(0)).end();
      });
    await expect.poll(secure, { timeout: 30_000 }).toBe(200);
    const plain = await fetch(`http://127.0.0.1:${port}/sign-in?next=/phones`, { redirect: 'manual' });
    expect([plain.status, plain.headers.get('location')]).toEqual([308, `${origin}/sign-in?next=/phones`]);
  } finally {
    server.kill('SIGTERM');
    rmSync(folder, { recursive: true, force: true });
  }
});

test('over a certificate that the browser does not trust everything is entered, and it says what is missing', async ({
  browser,
}) => {
  const port = await freePort();
  const { key, cert } = await certificateFor(['127.0.0.1']);
  const origin = `https://127.0.0.1:${port}`;
  const env = { ...process.env, NODE_ENV: 'production', DATABASE_URL: world().demo.url, IRONSTONE_HTTPS: '1' };
  const own = { IRONSTONE_ORIGIN: origin, IRONSTONE_OWN_CERTIFICATE: '1' };
  const args = ['scripts/server.mjs', '--port', String(port), '--key', key, '--cert', cert];
  const server = spawn(process.execPath, args, { env: { ...env, ...own } as NodeJS.ProcessEnv, stdio: 'inherit' });
  try {
    const context = await browser.newContext({ baseURL: origin, ignoreHTTPSErrors: true, ...PHONE });
    const page = await context.newPage();
    await expect
      .poll(
        () =>
          page.goto('/sign-in').then(
            (one) => one?.status(),
            () => 0,
          ),
        { timeout: 30_000 },
      )
      .toBe(200);
    const { login, password } = world().demo.access.student;
    await page.getByLabel('Name', { exact: true }).fill(login);
    await page.getByLabel('Password', { exact: true }).fill(password);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.waitForURL(/projects/);
    expect(
      (await context.cookies()).filter((one) => one.name.startsWith('ironstone_s')).every((one) => one.secure),
    ).toBe(true);
    await page.goto('/phones');
    await expect(page.getByText('The certificate was made on this computer')).toBeVisible();
    await expect(page.getByAltText(`Code of ${origin}`)).toBeVisible();
    await page.goto('/outbox');
    await expect(page.getByText('Keeps entries until they are sent: yes')).toBeVisible();
    await expect(page.getByText(/^Opens pages without a connection: (yes|no)/)).toBeVisible();
    await context.close();
  } finally {
    server.kill('SIGTERM');
  }
});

test('without a secure connection everything is entered all the same, and it says what is missing', async () => {
  const { origin, access } = world().demo;
  const args = [...BROWSER, '--host-resolver-rules=MAP gym.test 127.0.0.1'];
  const browser = await chromium.launch({ executablePath: CHROMIUM, args });
  try {
    const context = await browser.newContext({ baseURL: origin.replace('127.0.0.1', 'gym.test'), ...PHONE });
    const page = await context.newPage();
    await signIn(page, access.student);
    expect(await page.evaluate(() => window.isSecureContext)).toBe(false);
    const home = await demoHome(page);
    await page.goto(`${home}/bench/enter?event=`);
    await context.setOffline(true);
    for (const key of '9.4') await page.getByRole('button', { name: key, exact: true }).click();
    await page.getByRole('button', { name: /^Save/ }).click();
    await expect(page.getByText('1 entry waits on this device.')).toBeVisible();
    await expect(page.getByText('Leave this page open')).toBeVisible();
    await context.setOffline(false);
    await expect(page.getByText('1 entry waits')).toHaveCount(0, { timeout: 30_000 });
    await page.goto('/outbox');
    await expect(page.getByRole('region', { name: 'Sent' }).getByRole('listitem')).toHaveCount(1);
    for (const missing of ['Opens pages without a connection', 'Takes pictures from the page', 'Secure connection'])
      await expect(page.getByText(`${missing}: no`)).toBeVisible();
  } finally {
    await browser.close();
  }
});

test('where no stream gets through, the page asks by itself', async ({ browser }) => {
  const page = await enter(browser, 'instructor');
  const home = await demoHome(page);
  await page.route(/api\/v1\/live\?project=[\w-]+(&since=\d+)?$/, (route) => route.abort());
  await page.clock.install();
  // It asks every twenty seconds, which the page's own clock is put forward by.
  const asks = async () => {
    const asked = page.waitForRequest(/live\?.*&once/, { timeout: 2_000 });
    await page.clock.fastForward(20_000);
    await asked;
  };
  await page.goto(`${home}/bench`);
  await expect(asks).toPass();
  const other = await enter(browser, 'instructor');
  await other.goto(`${home}/bench`);
  const form = await panel(other, 'Change Inclinometer');
  await form.getByLabel('Accuracy').fill('0.77');
  await form.getByRole('button', { name: 'Save instrument' }).click();
  await expect(async () => {
    await asks();
    await expect(page.locator('p', { hasText: 'Inclinometer: ' })).toContainText('0.77', { timeout: 2_000 });
  }).toPass();
  for (const one of [page, other]) await one.context().close();
});

test('the next student on a shared phone sees nothing of the one before: pages, drafts, pictures, entries', async ({
  browser,
  watch,
}) => {
  test.setTimeout(180_000);
  const desk = await enter(browser, 'instructor');
  const home = await demoHome(desk);
  const [one, two] = await slipsOf(desk, home, 'Chert');
  const context = await browser.newContext({ baseURL: world().demo.origin, ...PHONE });
  const phone = await context.newPage();
  watch(phone);
  const cached = () =>
    phone.evaluate(async (at) => Boolean(await caches.match(at, { ignoreSearch: true })), `${home}/bench/enter`);
  const signInBy = async (slip: { path: string }) => {
    await phone.goto(slip.path);
    await phone.getByRole('button', { name: /^Sign in as|and me in$/ }).click();
    await phone.waitForURL(/\/projects/);
  };
  await signInBy(one!);
  await phone.goto(`${home}/bench/enter`);
  await expect.poll(cached, { timeout: 60_000 }).toBe(true);
  const run = async (value: string) => {
    for (const key of value) await phone.getByRole('button', { name: key, exact: true }).click();
    await phone.getByRole('button', { name: /^Save/ }).click();
  };
  await run('8.1');
  const saved = phone.getByRole('list', { name: 'Runs just saved' });
  await expect(saved).toContainText('8.1 s');
  await expect(saved).not.toContainText('waiting');
  await context.setOffline(true);
  await run('8.2');
  await expect(phone.getByText('1 entry waits on this device.')).toBeVisible();
  await phone.getByRole('button', { name: '6', exact: true }).click(); // half a value, a draft

  await test.step('the instructor ends the session: the pages go with the next look', async () => {
    const mine = desk.locator('tr', { has: desk.locator(`[aria-label^="Team of ${one!.name.split(' ')[0]}"]`) });
    await desk.goto(`${home}/teams`);
    for (const all of await desk.getByText('sign-in names, slips').all()) await all.click();
    await mine.getByRole('button', { name: 'device lost: sign out everywhere' }).click();
    await confirmed(desk);
    await expect(desk.getByText('Signed out everywhere').first()).toBeVisible();
    await context.setOffline(false);
    await phone.goto(`${home}/bench/enter`);
    await phone.waitForURL(/sign-in/);
    await expect.poll(cached).toBe(false);
  });

  await test.step('who comes next sees a first name and a number, and no draft', async () => {
    await signInBy(two!);
    await phone.goto('/outbox');
    const first = one!.name.split(' ')[0]!;
    await expect(phone.getByRole('region', { name: 'Of others' })).toContainText(
      `1 entry of ${first} waits and goes out when ${first} signs in here.`,
    );
    await expect(phone.getByText(/8\.[12]/)).toHaveCount(0);
    await expect(phone.getByRole('region', { name: 'Sent' })).toHaveCount(0);
    const kept = await phone.evaluate(() => Object.entries(localStorage).filter(([key]) => key.includes('draft')));
    expect(kept).toEqual([]);
    await phone.goto(`${home}/bench/enter`);
    await expect(phone.getByLabel('Value of Chert')).toHaveValue('');
  });

  await test.step('and it goes out once its maker signs in again', async () => {
    const again = (await slipsOf(desk, home, 'Chert')).find(({ name }) => name === one!.name)!;
    await signInBy(again);
    await phone.goto('/outbox');
    await expect(phone.getByRole('region', { name: 'Sent' }).getByRole('listitem')).toHaveCount(1, { timeout: 30_000 });
  });
  await context.close();
});
