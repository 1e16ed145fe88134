import type { Page } from '@playwright/test';
import { panel } from './browser';
import { demoHome, enter, expect, test } from './world';

test('what was typed survives a reload, an error and a lost connection, and is gone once saved', async ({
  browser,
  watch,
}) => {
  const page = await enter(browser, 'instructor');
  watch(page);
  await page.goto(`${await demoHome(page)}/interview/answers`);
  await panel(page, 'Add sentence');
  await page.getByLabel('What the client said, in their words').fill('It rained on the trays.');
  await page.reload(); // the panel's address opens it again
  await expect(page.getByText('What you had typed here before is back.')).toBeVisible();
  await expect(page.getByLabel('What the client said, in their words')).toHaveValue('It rained on the trays.');
  await page.getByRole('button', { name: 'Save sentence' }).click();
  await expect(page.getByText('Who said it is needed.')).toBeVisible();
  await page.getByLabel('Said by').fill('client, by letter');
  await page.context().setOffline(true);
  await page.getByRole('button', { name: 'Save sentence' }).click();
  await expect(page.getByText('The server did not answer. What you typed is saved')).toBeVisible();
  await page.context().setOffline(false);
  await page.getByRole('button', { name: 'Save sentence' }).click();
  await expect(page.getByText('“It rained on the trays.”')).toBeVisible();
  await page.reload();
  await panel(page, 'Add sentence');
  await expect(page.getByLabel('What the client said, in their words')).toHaveValue('');
  await expect(page.getByText('What you had typed here before is back.')).toHaveCount(0);
  await page.context().close();
});

test('two instructors change the same instrument: the second sees both versions and chooses', async ({
  browser,
  watch,
}) => {
  const [first, second] = [await enter(browser, 'instructor'), await enter(browser, 'instructor')];
  watch(second);
  const address = `${await demoHome(first)}/bench`;
  const form = async (page: Page) => {
    await page.goto(address);
    return panel(page, 'Change Steel rule');
  };
  const [mine, theirs] = [await form(second), await form(first)];
  // The second is writing already; what the first saves reaches the page, but not the form that is being written in.
  await mine.getByLabel('Accuracy').fill('0.8');
  await theirs.getByLabel('Accuracy').fill('0.7');
  await theirs.getByRole('button', { name: 'Save instrument' }).click();
  await expect(first.locator('p', { hasText: 'Steel rule: length' })).toContainText('± 0.7 mm');
  await expect(second.locator('p', { hasText: 'Steel rule: length' })).toContainText('± 0.7 mm');
  await mine.getByLabel('Accuracy').fill('0.9');
  await mine.getByRole('button', { name: 'Save instrument' }).click();
  const both = second.getByRole('alert', { name: 'Both versions' });
  await expect(both).toContainText('Maren Okonjo saved this while you were writing. Nothing was overwritten');
  await expect(both.getByRole('row', { name: 'Accuracy' })).toContainText(/0\.9\s*0\.7/);
  await both.getByRole('button', { name: 'Keep mine' }).click();
  await expect(second.locator('p', { hasText: 'Steel rule: length' })).toContainText('± 0.9 mm');
  await first.goto(`${address.replace('/bench', '')}/history?kind=instrument`);
  // Other tests change other instruments at the same time.
  await expect(
    first.getByRole('row', { name: /Maren Okonjo\s*changed instrument\s*accuracy: 0\.7\s*→\s*0\.9/ }),
  ).toBeVisible();
  await Promise.all([first.context().close(), second.context().close()]);
});

test('one of many is searched with a keyboard or a mouse, and chosen from the device’s own list by touch', async ({
  browser,
  watch,
}) => {
  const page = await enter(browser, 'instructor');
  watch(page);
  const address = `${await demoHome(page)}/event`;
  const open = async (who: Page) => {
    await who.goto(address);
    await who.getByRole('button', { name: 'Opening and officials' }).first().click();
    return who.getByRole('dialog').getByLabel('Student');
  };
  const student = await open(page);
  await student.focus();
  await expect(student).toHaveText('choose …');
  await expect(student).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.type('petra');
  await expect(page.getByRole('listbox').getByRole('option')).toHaveCount(1);
  await page.keyboard.press('Enter');
  await expect(student).toHaveText(/^Petra/);
  await expect(page.getByRole('listbox').getByRole('option')).toHaveCount(0);
  await student.click();
  await page.getByRole('option', { name: /^Kofi/ }).click();
  await expect(student).toHaveText(/^Kofi/);
  await student.click();
  await page.keyboard.type('nobody of this name');
  await expect(page.getByText('Nothing fits.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(student).toBeVisible(); // the panel is still there
  await page.context().close();
  const phone = await enter(browser, 'instructor', {
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
  });
  const own = await open(phone);
  await own.tap();
  expect(await own.evaluate((field) => field.tagName)).toBe('SELECT');
  await phone.context().close();
});

test('what a mouse reads by holding still is shown on keyboard focus', async ({ browser, watch }) => {
  const page = await enter(browser, 'instructor');
  watch(page);
  await page.goto(`${await demoHome(page)}/schedule`);
  const bar = page.getByRole('button', { name: /Arrow keys move it/ }).first();
  await bar.focus();
  await page.keyboard.press('Shift+Tab');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('tooltip')).toHaveText((await bar.getAttribute('title'))!);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('tooltip')).toHaveCount(0);
  await page.context().close();
});

test('every kind of odd input is answered at its place, and nothing typed is lost', async ({ browser, watch }) => {
  const page = await enter(browser, 'student');
  watch(page);
  await page.goto(`${await demoHome(page)}/builds/new`);
  const mass = page.getByLabel('Carrier mass');
  const change = page.getByLabel('What was changed');
  const save = () => page.getByRole('button', { name: 'Save iteration' }).click();
  await change.fill('<script>alert(1)</script>');
  for (const [typed, answer] of [
    ['-3', "A mass can't be negative; this says -3."],
    ['1e400', 'too large'],
    ['1,200', 'can be read in two ways; write 1200 or 1.2.'],
    ['heavy', 'is not a number; write it like 12.5.'],
    ['9'.repeat(10_000), 'is not a number; write it like 12.5.'],
  ] as const) {
    await mass.fill(typed);
    await save();
    await expect(page.getByText(answer, { exact: false }).first()).toBeVisible();
    await expect(mass).toHaveValue(typed);
    await expect(change).toHaveValue('<script>alert(1)</script>');
    await expect(mass).toHaveAttribute('aria-invalid', 'true');
  }
  await mass.fill('897,5');
  await change.fill('x'.repeat(10_000));
  await save();
  await expect(page.getByText('What was changed may have at most 160 characters.')).toBeVisible();
  await change.fill('<script>alert(1)</script>');
  await save();
  await expect(page.getByText('Saved. "897,5" was read as 897.5.', { exact: true })).toBeVisible();
  await expect(page.getByText('<script>alert(1)</script>').first()).toBeVisible();
  await page.context().close();
});

test('a run is entered with four presses beyond its value, checked, and withdrawn', async ({ browser, watch }) => {
  const page = await enter(browser, 'instructor', { viewport: { width: 390, height: 844 } });
  watch(page);
  const home = await demoHome(page);
  await page.goto(`${home}/bench/enter`);
  const value = page.getByLabel(/^Value of/);
  await page.getByLabel('Team').selectOption({ label: 'Basalt 3' });
  await expect(page.getByText('practice run: all 3 attempts are recorded')).toBeVisible();
  await value.focus();
  await page.keyboard.type('80.2');
  await page.keyboard.press('Enter');
  await expect(page.getByText('80.2 s? The runs so far lie between')).toBeVisible();
  await expect(value).toHaveValue('80.2');
  await value.fill('8.02');
  await page.reload();
  await expect(value).toHaveValue('8.02');
  await page.getByLabel('Team').selectOption({ label: 'Basalt 3' });
  await value.focus();
  await page.keyboard.press('Enter');
  const saved = page.getByRole('list', { name: 'Runs just saved' }).getByRole('listitem').first();
  await expect(saved).toContainText(/Basalt 3, practice\s*8\.02 s/);
  await saved.getByRole('button', { name: /Withdraw/ }).click();
  await expect(page.getByText('Withdrawn.').first()).toBeVisible();
  await page.context().close();
});

test('search finds, a team narrows, and the keyboard reaches the sheet', async ({ browser, watch }) => {
  const page = await enter(browser, 'instructor');
  watch(page);
  const home = await demoHome(page);
  await page.goto(home);
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'To the sheet' })).toBeFocused();
  await page.getByRole('searchbox', { name: 'Find a team, requirement or run' }).fill('truss');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: 'Chert 1: Paper truss with one wheel' })).toBeVisible();
  await page.goto(`${home}/builds`);
  const tags = page.getByRole('group', { name: 'Team' });
  await tags.getByRole('link', { name: 'Chert' }).click();
  await expect(page).toHaveURL(/team=/);
  await expect(page.getByRole('table').last().locator('tbody tr')).toHaveCount(2);
  await page.getByRole('link', { name: 'Section 2' }).click();
  await expect(tags.getByRole('link')).toHaveCount(4);
  await page.getByRole('link', { name: 'Bench', exact: false }).first().click();
  await expect(page).toHaveURL(/section=/);
  await page.context().close();
});

test('files: results and standings carry the arithmetic, the bundle comes back in as it went out', async ({
  browser,
}) => {
  const page = await enter(browser, 'instructor');
  const home = await demoHome(page);
  const get = async (file: string) => page.request.get(`${home}/export/${file}`);
  const results = await (await get('results.csv')).text();
  expect(results).toMatch(/^\uFEFF/);
  expect(results).toContain('Flint');
  expect(results.split('\r\n').length).toBeGreaterThan(20);
  const standings = await (await get('standings.csv')).text();
  expect(standings.split('\r\n')[0]).toMatch(/student number/i);
  await page.goto('/projects');
  const before = await page.getByRole('row').count();
  const bundle = await (await get('bundle.zip')).body();
  await page
    .getByLabel('Bundle file')
    .setInputFiles({ name: 'half.zip', mimeType: 'application/zip', buffer: bundle.subarray(0, 900) });
  await page.getByRole('button', { name: 'Import' }).click();
  await expect(page.getByText('This file is no whole zip: it may be cut off')).toBeVisible();
  await page
    .getByLabel('Bundle file')
    .setInputFiles({ name: 'whole.zip', mimeType: 'application/zip', buffer: bundle });
  await page.getByRole('button', { name: 'Import' }).click();
  await page.waitForURL(/\/projects\/[0-9a-f-]{36}/);
  const again = await (await page.request.get(`${new URL(page.url()).pathname}/export/bundle.zip`)).body();
  expect(again.equals(bundle)).toBe(true);
  await page.goto('/projects');
  await expect(page.getByRole('row')).toHaveCount(before + 1);
  await page.context().close();
});

test('the clothes of the page: light, dark, as the device', async ({ browser, watch }) => {
  const page = await enter(browser, 'instructor', { colorScheme: 'light' });
  watch(page);
  const paper = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  await page.goto(await demoHome(page));
  const light = await paper();
  const choose = async (name: string) => {
    await page.getByRole('button', { name: 'Maren O.' }).click();
    await page.getByRole('menuitem', { name }).click();
  };
  await choose('Slate (dark)');
  await expect.poll(paper).not.toBe(light);
  await page.reload();
  expect(await paper()).not.toBe(light);
  await choose('As the device');
  await expect.poll(paper).toBe(light);
  await choose('Sign out');
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await page.goBack({ waitUntil: 'commit' }).catch(() => null); // the way back leads to the sign-in page again
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await page.context().close();
});
