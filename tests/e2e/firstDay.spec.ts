import { addDays, formatISO } from 'date-fns';
import type { Page } from '@playwright/test';
import { allSent } from '../faults/world';
import { confirmed } from './browser';
import { demoHome, enter, expect, test, world } from './world';

const day = (days: number) => formatISO(addDays(new Date(), days), { representation: 'date' });

/** Counts what a person does: presses, and pages that come. */
function counted(page: Page) {
  const done = { clicks: 0, pages: 0, last: '' };
  page.on('framenavigated', (frame) => {
    const path = new URL(frame.url()).pathname;
    if (frame !== page.mainFrame() || path === done.last) return;
    done.last = path;
    done.pages++;
  });
  const press = async (name: string | RegExp, role: 'button' | 'link' | 'radio' | 'checkbox' = 'button') => {
    done.clicks++;
    await page.getByRole(role, { name }).first().click();
  };
  return { done, press };
}

test('from a new project to a first standing in few steps, as First steps say them', async ({ browser, watch }) => {
  const page = await enter(browser, 'instructor');
  watch(page);
  await page.goto('/projects');
  const { done, press } = counted(page);
  const times: string[] = [];
  let since = Date.now();
  const step = (name: string) => {
    times.push(`${name} ${((Date.now() - since) / 1000).toFixed(1)} s`);
    since = Date.now();
  };
  const steps = page.getByRole('region', { name: 'First steps' });

  await press('New project', 'link');
  await page.getByRole('searchbox', { name: 'Search the templates' }).fill('farthest exact');
  await expect(page.getByRole('radio')).toHaveCount(2);
  await press('Preview of Twine Rover');
  await expect(page.getByText('Nearest to 5 m is better.')).toBeVisible();
  await expect(page.getByText('Settings that were tried')).toBeVisible();
  await press(/Twine Rover/, 'radio');
  await page.getByLabel('Client or competition').fill('The corridor');
  await page.getByLabel('Day of the event').fill(day(40));
  await page.getByLabel('Time zone').fill('UTC');
  await press('Create project');
  await expect(steps.getByRole('link')).toHaveText('Add section');
  const home = new URL(page.url()).pathname;
  step('project');

  await press('Add section', 'link');
  await page.getByLabel('Section', { exact: true }).fill('1');
  await page.getByLabel('First day').fill(day(-7));
  await page.getByLabel('Last day').fill(day(60));
  await page.getByLabel('Start', { exact: true }).first().fill('10:05');
  await press('Save section');
  await expect(page.getByRole('heading', { name: 'Section 1' })).toBeVisible();
  step('section');

  await press('Paste roster', 'link');
  await page.getByLabel('Roster, pasted').fill('Ada Fern,9901,Oak\nBo Reed,9902,Elm\nCy Clay,9903,Oak');
  await press('Check it first');
  await expect(page.getByText('read as: name, student number, team.')).toBeVisible();
  await press('Enrol 3 students');
  await expect(page.getByRole('region', { name: 'New sign-in names' })).toBeVisible();
  step('roster');

  await press('Enter run', 'link');
  await expect(page.getByText('practice run: Go far is not open for section 1')).toBeVisible();
  for (const key of '6.2') await page.getByRole('button', { name: key, exact: true }).click();
  await press('Save practice');
  await expect(page.getByText(/Elm 1, practice|Oak 1, practice/)).toBeVisible();
  step('first run');

  await press('Open Go far for section 1');
  for (const value of ['7.5', '9.25']) {
    await expect(page.getByText('attempt 1 of 3')).toBeVisible();
    for (const key of value) await page.getByRole('button', { name: key, exact: true }).click();
    await press('Save, next team');
  }
  await expect(page.getByText(/attempt 1\b.*9\.25|9\.25/).first()).toBeVisible();
  await page.goto(`${home}/standings`);
  await expect(page.getByRole('link', { name: /^Place 1, (Oak|Elm)/ })).toBeVisible();
  step('standing');
  const { clicks, pages } = done;
  await page.goto(home);
  await expect(steps).toHaveCount(0);
  console.log(`first standing: ${clicks} clicks, ${pages} pages; ${times.join(', ')}`);
  expect(clicks).toBeLessThanOrEqual(25);
  expect(pages).toBeLessThanOrEqual(8);

  await test.step('iteration 1 was made by itself and waits to be completed', async () => {
    await expect(page.getByText('Iteration 1 is to be completed').first()).toBeVisible();
  });
  await test.step('a removed event leaves its runs as practice, and the standings', async () => {
    await page.goto(`${home}/event`);
    await page.getByRole('button', { name: 'Remove event' }).first().click();
    await expect(page.getByRole('alertdialog')).toContainText('Remove Go far? Its runs become practice');
    await confirmed(page);
    await expect(page.getByRole('heading', { name: /^Go far/ })).toHaveCount(0);
    const undo = (await page.getByRole('link', { name: 'Undo' }).getAttribute('href'))!;
    await page.goto(`${home}/bench`);
    await expect(page.getByRole('cell', { name: 'practice', exact: true })).toHaveCount(3);
    await page.goto(`${home}/standings`);
    await expect(page.getByRole('columnheader', { name: 'Far' })).toHaveCount(0);
    await page.goto(undo);
    await page.getByRole('button', { name: /^Restore/ }).click();
    await page.waitForURL(/\/history(\?|$)/);
    await page.goto(`${home}/standings`);
    await expect(page.getByRole('columnheader', { name: 'Far' })).toBeVisible();
    await expect(page.getByRole('link', { name: /^Place 1, (Oak|Elm)/ })).toBeVisible();
  });
  await page.context().close();
});

test('a student changes no attempt: not on its page, not at the rig, not by sending what the page does not offer', async ({
  browser,
  watch,
}) => {
  const page = await enter(browser, 'student', { viewport: { width: 390, height: 844 } });
  watch(page);
  const home = await demoHome(page);
  await page.goto(`${home}/bench/enter`);
  await expect(page.getByText('attempts in Crossing time are entered by its officials')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Withdraw .*attempt/ })).toHaveCount(0);
  await page.goto(`${home}/bench`);
  const row = page.locator('tr', { hasText: /Flint\s*Crossing time\s*3\s*3/ });
  const value = await row.innerText();
  await row.getByRole('link').first().click();
  await expect(page.getByText('only the officials of the event and your instructor can change it')).toBeVisible();
  for (const name of ['Withdraw this attempt', 'Correct this run'])
    await expect(page.getByText(name, { exact: true })).toHaveCount(0);
  const [project, run] = [home.split('/').at(-1)!, new URL(page.url()).pathname.split('/').at(-1)!];
  const body = { projectId: project, id: run, version: 1, reason: 'It was faster' };
  for (const path of [
    '/api/v1/runs/withdraw',
    '/api/v1/official-runs/withdraw',
    '/api/v1/runs',
    '/api/v1/official-runs',
  ]) {
    const answer = await page.request.post(path, { data: body });
    expect([path, answer.ok()]).toEqual([path, false]);
  }
  await page.goto(`${home}/bench`);
  expect(await row.innerText()).toBe(value);
  await page.context().close();
});

test('an official by link keys in a foul whose value counts only with its value', async ({ browser, watch }) => {
  const page = await enter(browser, 'official', { viewport: { width: 390, height: 844 } });
  watch(page);
  await page.getByRole('link', { name: 'Stop accuracy' }).click();
  await page.getByRole('link', { name: 'Section 2' }).click();
  const status = page.locator('span[role="status"]');
  await expect(status).toContainText(/attempt \d of 3/);
  await page.getByRole('button', { name: 'foul' }).click();
  await expect(page.getByText('a foul counts with its value: key in what was measured')).toBeVisible();
  for (const key of '9.1') await page.getByRole('button', { name: key, exact: true }).click();
  await page.getByRole('button', { name: 'foul' }).click();
  await allSent(page);
  await page.reload();
  const saved = page.getByRole('list', { name: 'Runs just saved' }).getByRole('listitem').first();
  await expect(saved).toContainText('foul');
  await saved.getByRole('button', { name: /^Withdraw/ }).click();
  await page.getByRole('radio', { name: 'Typing error' }).check();
  await confirmed(page);
  await expect(page.getByText('Withdrawn. Its number is free again.').first()).toBeVisible();
  await page.context().close();
});

test('Help opens without a connection, at the part of the sheet it was asked from', async ({ browser, watch }) => {
  const page = await enter(browser, 'student', { viewport: { width: 390, height: 844 } });
  watch(page);
  await page.goto(await demoHome(page));
  // The last page that is kept is that of the entries.
  const kept = () => page.evaluate(async () => Boolean(await caches.match('/outbox')));
  await expect.poll(kept, { timeout: 30_000 }).toBe(true);
  await page.context().setOffline(true);
  await page.goto(`${world().demo.origin}/help#event`);
  await expect(page.getByRole('heading', { name: 'The way of a course' })).toBeVisible();
  await expect(page.getByRole('heading', { name: /^Event · The day itself/ })).toBeInViewport();
  await expect(page.getByText('A run that counts in an event, with a number.')).toBeAttached();
  await page.context().close();
});
