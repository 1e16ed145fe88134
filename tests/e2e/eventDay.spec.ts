import type { Browser, Page } from '@playwright/test';
import { connect } from '@/db/connection';
import { demoBundle, setProject, zipOf } from '../demo';
import { allSent } from '../faults/world';
import { confirmed, panel } from './browser';
import { enter, expect, test, world } from './world';

const PHONE = { viewport: { width: 390, height: 844 } };

/** A project of its own from the demo, without what has happened on its day. */
async function ownProject(page: Page, title: string, but: string[] = []): Promise<string> {
  const bundle = demoBundle();
  setProject(bundle, { title });
  for (const table of ['desk_entry', 'protest', 'contest', 'award', ...but]) delete bundle.tables[table];
  const made = await page.request.post('/api/v1/bundles', {
    data: zipOf(bundle),
    headers: { origin: world().demo.origin, 'content-type': 'application/zip' },
  });
  return `/projects/${((await made.json()) as { result: { id: string } }).result.id}`;
}

/** Somebody with a new link of an event's page. */
async function byLink(browser: Browser, page: Page, at: string, label: string, options = {}): Promise<Page> {
  await page.goto(at);
  await page.getByLabel('For whom').fill(label);
  await page.getByRole('button', { name: 'Create link' }).click();
  const address = await page.locator('output').innerText();
  const other = await enter(browser, 'visitor', options);
  await other.goto(new URL(address).pathname);
  return other;
}

const matchOf = (page: Page, team: string, other: string) =>
  page.getByRole('listitem', { name: new RegExp(`(${team} against ${other}|${other} against ${team})$`) });

/** Enters who won at a desk, called and begun before where it is asked for. */
async function play(page: Page, winner: string, loser: string, { called = false } = {}): Promise<void> {
  const match = matchOf(page, winner, loser);
  if (called) {
    await match.getByRole('button', { name: /^Call to ring/ }).click();
    await match.getByRole('button', { name: 'Start', exact: true }).click();
    await expect(match.getByText(/^0:\d\d$/)).toBeVisible();
  }
  await match.getByRole('button', { name: 'Enter result' }).click();
  await match.getByRole('button', { name: `${winner} won` }).click();
  await match.getByRole('button', { name: 'Save result' }).click();
  await expect(page.getByRole('region', { name: 'Entered lately' })).toContainText(`${winner} won against ${loser}`);
}

/** Plans a contest in the panel, and leads to its page. */
async function plan(
  page: Page,
  home: string,
  name: string,
  set: (form: ReturnType<Page['getByRole']>) => Promise<void>,
) {
  await page.goto(`${home}/event/programme`);
  const form = await panel(page, 'Add contest');
  await form.getByLabel('Contest', { exact: true }).fill(name);
  await form.getByLabel('Day', { exact: true }).fill('2026-10-26');
  await set(form);
  await form.getByRole('button', { name: 'Save contest' }).click();
  await page.getByRole('link', { name, exact: true }).click();
  await page.waitForURL(/contests\/[0-9a-f-]{36}/);
}

test('the day: a borderline mass, seven teams in a double knock-out from two phones, a correction, a withdrawal, the final again, awards', async ({
  browser,
  watch,
}) => {
  test.setTimeout(300_000);
  const page = await enter(browser, 'instructor');
  watch(page);
  const home = await ownProject(page, 'Courier of the day');
  const sql = connect(world().demo.url, 1);

  const one = await byLink(browser, page, `${home}/event`, 'Table one', PHONE);
  watch(one);
  await test.step('a mass too close to the limit is let in with a reason, on a phone', async () => {
    await one.getByRole('link', { name: 'Inspection' }).click();
    await one.getByRole('link', { name: 'Chert' }).click();
    await one.getByLabel('Carrier mass in g').fill('902');
    await expect(
      one.getByText(/As read it fails, but it is too close to the limit .* You may decide either way/),
    ).toBeVisible();
    await one.getByRole('button', { name: 'Pass' }).click();
    await expect(one.getByText('The value as read says otherwise: give your reason.')).toBeVisible();
    await one.getByLabel(/^Reason, for a waiver/).fill('No finer scale at hand');
    await one.getByRole('button', { name: 'Pass' }).click();
    await expect(one.getByText(/902.0 ± 4.7 g, Table one: No finer scale at hand/)).toBeVisible();
    await page.goto(`${home}/event/inspection`);
    await expect(page.getByRole('row', { name: /Chert not finished passes open/ })).toBeVisible();
    await expect(page.getByRole('row', { name: /Tuff repaired: look again/ })).toBeVisible();
    await expect(page.getByText('5 of 8 teams may start')).toBeVisible();
  });

  let contest = '';
  await test.step('a double knock-out of the best seven, with its programme', async () => {
    await plan(page, home, 'Duel', async (form) => {
      await form.getByLabel('Format', { exact: true }).selectOption('double');
      await form.getByLabel('Order of the teams').selectOption('event');
      await form.getByLabel('Event that seeds').selectOption({ label: 'Crossing time' });
      await form.getByLabel('How many go through').fill('7');
      await form.getByLabel('Rings', { exact: true }).fill('2');
    });
    contest = page.url();
    await expect(page.getByText(/Seeds by the places in Crossing time: 1 /)).toBeVisible();
    await page.getByRole('button', { name: 'Open Duel' }).click();
    await expect(page.getByRole('link', { name: 'To the desk' })).toBeVisible();
  });
  const [{ teams }] = await sql<[{ teams: string[] }]>`
    select array(select t.name from jsonb_array_elements_text(c.teams) with ordinality o (id, n) join team t on t.id::text = o.id order by n) as teams
    from contest c where c.id = ${contest.split('/').at(-1)!.replace(/\?.*/, '')}`;
  expect(teams).toHaveLength(7);
  const [s1, s2, s3, s4, s5, s6, s7] = teams as [string, string, string, string, string, string, string];

  const board = await byLink(browser, page, `${home}/standings`, 'Hall');
  watch(board);
  await expect(board.getByText('Nobody is on just now.')).toBeVisible();
  await one.goto('/official/desk');
  const two = await byLink(browser, page, `${home}/event`, 'Table two', PHONE);
  watch(two);
  await two.goto('/official/desk');
  await test.step('two phones, one of them without a line: nothing is lost, nothing counts twice', async () => {
    await expect(matchOf(two, s2, s7)).toBeVisible();
    await two.context().setOffline(true);
    // Seeds meet as the draw has them: 4 and 5, 2 and 7, 3 and 6; the first has no match.
    await play(two, s2, s7);
    await play(two, s3, s6);
    await play(two, s2, s3); // its teams are known here alone
    await expect(two.getByText('entries wait on this device')).toBeVisible();
    await play(one, s4, s5, { called: true });
    await play(one, s2, s7); // the same match as the other phone
    await expect(board.getByText(s4).first()).toBeVisible();
    await two.context().setOffline(false);
    await allSent(two);
    await expect
      .poll(
        async () =>
          (await sql`select state from desk_entry where does = 'result' order by number`)
            .map(({ state }) => String(state))
            .filter((state) => state === 'twin').length,
      )
      .toBeGreaterThanOrEqual(1);
    await page.goto(contest);
    await page.getByText(/^All \d+ entries of the desks/).click();
    await expect(page.getByRole('cell', { name: 'says the same' })).toHaveCount(1);
    await expect(page.getByText(`${s3} won against ${s6}`)).toHaveCount(1);
  });

  await test.step('a correction shows what it makes void before it is kept; a team withdraws', async () => {
    await page.goto(contest);
    await page.getByRole('link', { name: 'To the desk' }).click();
    await page.getByRole('button', { name: 'Correct W1-4' }).click();
    const form = page.getByRole('region', { name: /^Correct W1-4/ });
    await form.getByRole('button', { name: `${s6} won` }).click();
    await form.getByRole('button', { name: 'Show what changes' }).click();
    await expect(form.getByText(/^W2-2 is void/)).toBeVisible();
    await form.getByLabel(/^Reason/).fill('Names mixed up');
    await form.getByRole('button', { name: 'Correct result' }).click();
    await expect(page.getByText(`W1-4 corrected: ${s6} won against ${s3}, because Names mixed up`)).toBeVisible();
    await expect(matchOf(page, s2, s6)).toBeVisible();
    await page.getByText('Teams', { exact: true }).click();
    await page.getByRole('button', { name: `Withdraw ${s7}` }).click();
    await page.getByRole('alertdialog').getByLabel('the device is broken beyond repair').check();
    await confirmed(page);
    await expect(page.getByText(`${s7} withdraws: the device is broken beyond repair`)).toBeVisible();
  });

  await test.step('a call to stop holds the next start; keys alone play on; the final is played again', async () => {
    await page.getByRole('button', { name: 'Stop all starts' }).click();
    await page.getByRole('alertdialog').getByLabel('somebody stands too close').check();
    await confirmed(page);
    await expect(page.getByText(/^Stopped by Maren/)).toBeVisible();
    const match = matchOf(page, s1, s4);
    await match.getByRole('button', { name: /^Call to ring/ }).click();
    await expect(match.getByRole('button', { name: /^Held/ })).toBeDisabled();
    await expect(board.getByText('Stopped. Please stay where you are.')).toBeVisible();
    await page.getByRole('button', { name: 'Let starts go on' }).click();
    await page.getByRole('alertdialog').getByLabel('the crowd stands behind the line').check();
    await confirmed(page);
    // Without a mouse: the match that is chosen, started, its result, saved.
    await match.focus();
    await page.keyboard.press('Enter');
    await expect(match.getByText(/^0:\d\d$/)).toBeVisible();
    await match.focus();
    await page.keyboard.press('Enter');
    await expect(match.getByRole('button', { name: 'Save result' })).toBeVisible();
    await page.keyboard.press('1');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('region', { name: 'Entered lately' })).toContainText(`${s1} won against ${s4}`);
    await play(page, s2, s6);
    // Losers' side: whoever is there, until one is left.
    for (let i = 0; i < 8; i++) {
      const open = page.getByRole('listitem', { name: /^losers’ side/ }).first();
      if (!(await open.isVisible().catch(() => false))) break;
      await open.getByRole('button', { name: 'Enter result' }).click();
      await open.getByRole('button', { name: /won/ }).first().click();
      await open.getByRole('button', { name: 'Save result' }).click();
      await expect(open.getByRole('button', { name: 'Save result' })).toHaveCount(0);
      if (i === 1) await play(page, s1, s2);
    }
    const final = page.getByRole('listitem', { name: /^final: / });
    await final.getByRole('button', { name: 'Enter result' }).click();
    // Whoever comes from the losers' side wins, so that both have lost once.
    await final.getByRole('button', { name: /won/ }).nth(1).click();
    await final.getByRole('button', { name: 'Save result' }).click();
    const again = page.getByRole('listitem', { name: /^second final: / });
    await again.getByRole('button', { name: 'Enter result' }).click();
    await again.getByRole('button', { name: `${s1} won` }).click();
    await again.getByRole('button', { name: 'Save result' }).click();
    await expect(page.getByText(`First place: ${s1}`)).toBeVisible();
    await expect(board.getByText(`First place: ${s1}`)).toBeVisible();
  });

  await test.step('awards by their rules, a vote from a phone, a certificate, results for everybody', async () => {
    for (const [name, of] of [
      ['Winner of the duel', 'contest'],
      ['Choice of the audience', 'audience'],
    ] as const) {
      await page.goto(`${home}/event/awards`);
      const form = await panel(page, 'Add award');
      await form.getByLabel('Award', { exact: true }).fill(name);
      await form.getByLabel('How it is found').selectOption(of);
      if (of === 'contest') await form.getByLabel('Contest').selectOption({ label: 'Duel' });
      await form.getByRole('button', { name: 'Save award' }).click();
      await expect(page.getByRole('heading', { name })).toBeVisible();
    }
    await expect(page.getByText('place 1 in Duel')).toBeVisible();
    const voter = await byLink(browser, page, `${home}/event/awards`, 'Everybody', PHONE);
    watch(voter);
    await voter.getByRole('button', { name: s3 }).click();
    await expect(voter.getByText(`Your vote for ${s3} counts. Thank you.`)).toBeVisible();
    await page.goto(`${home}/event/awards/certificates`);
    await expect(page.getByRole('article', { name: `Winner of the duel: ${s1}` })).toBeVisible();
    await expect(page.getByRole('article', { name: `Choice of the audience: ${s3}` })).toContainText('1 vote');
    await page.goto(`${home}/event/awards`);
    await page.getByRole('button', { name: 'Freeze and show results' }).click();
    await confirmed(page);
    const address = new URL(await page.locator('output b').innerText());
    const anybody = await enter(browser, 'visitor', { javaScriptEnabled: false });
    await anybody.goto(address.pathname);
    await expect(anybody.getByRole('heading', { name: 'Duel' })).toBeVisible();
    await anybody.context().close();
  });
  await Promise.all([one, two, board].map((other) => other.context().close()));
  await sql.end();
});

test('Swiss rounds without a rematch, and heats whose order the rig follows', async ({ browser, watch }) => {
  const page = await enter(browser, 'instructor');
  watch(page);
  const home = await ownProject(page, 'Courier of rounds', ['attempt', 'correction']);

  await test.step('Swiss: five rounds of eight teams are paired from what was played', async () => {
    await plan(page, home, 'Rounds', async (form) => {
      await form.getByLabel('Format', { exact: true }).selectOption('swiss');
      await form.getByLabel('Rounds', { exact: true }).fill('2');
      await form.getByLabel('Rings', { exact: true }).fill('4');
    });
    await page.getByRole('button', { name: 'Open Rounds' }).click();
    await page.getByRole('link', { name: 'To the desk' }).click();
    const met = new Set<string>();
    for (let round = 1; round <= 2; round++)
      for (let i = 0; i < 4; i++) {
        const first = page.getByRole('listitem', { name: new RegExp(`^round ${round}, match`) }).first();
        const name = (await first.getAttribute('aria-label'))!;
        met.add(name.replace(/^.*: /, ''));
        const match = page.getByRole('listitem', { name, exact: true });
        await match.getByRole('button', { name: 'Enter result' }).click();
        await match.getByRole('button', { name: /won/ }).first().click();
        await match.getByRole('button', { name: 'Save result' }).click();
        await expect(page.getByRole('listitem', { name: new RegExp(`^round ${round}, match`) })).toHaveCount(3 - i);
      }
    expect(new Set([...met].map((pair) => pair.split(' against ').sort().join())).size).toBe(8);
    await expect(page.getByText('All matches are done')).toBeVisible();
    await page.getByRole('link', { name: 'Back' }).click();
    await expect(page.getByRole('row', { name: /^1 .* 2 2 2 0/ })).toHaveCount(2);
    await page.getByLabel('Have they met').selectOption({ index: 1 });
    await expect(page.getByText(/have (not )?met/).last()).toBeVisible();
  });

  await test.step('lanes: who runs is who stands in the heat', async () => {
    await plan(page, home, 'Heats', async (form) => {
      await form.getByLabel('Format', { exact: true }).selectOption('lanes');
      await form.getByLabel('Event that is run').selectOption({ label: 'Crossing time' });
      await form.getByLabel('Rounds', { exact: true }).fill('3');
      await form.getByLabel('Lanes', { exact: true }).fill('3');
      await form.getByLabel('Section', { exact: true }).selectOption({ label: '2' });
    });
    await page.getByRole('button', { name: 'Open Heats' }).click();
    const heats = page.getByRole('row', { name: /round 1, heat/ });
    await expect(heats).toHaveCount(2);
    const second = (await heats.nth(0).getByRole('cell').allInnerTexts()).slice(2);
    await page.goto(`${home}/event`);
    await page.getByRole('link', { name: 'Enter runs' }).click();
    await page.waitForURL(/bench\/enter/);
    const team = page.getByLabel('Team', { exact: true });
    await expect(team).toBeVisible();
    const order = (await team.locator('option').allTextContents()).map((text) => text.replace(/ \d+$/, ''));
    expect(order.slice(0, second.filter((name) => name !== '–').length)).toEqual(second.filter((name) => name !== '–'));
  });
});
