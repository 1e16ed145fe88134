import type { Browser, Locator, Page } from '@playwright/test';
import { rowsOf } from '@/shell/bundle/format';
import { unpack } from '@/shell/bundle/pack';
import { copyRows, rowWith, zipOf } from '../demo';
import { panel, signIn } from './browser';
import { demoHome, enter, expect, test, world } from './world';

// From a starting project to the first recorded run, and from what the client said to a change that turns a verdict.
// Figures: the kitchen scale is good to ± 4 g, so U = 2 × sqrt((1/√12)² + (4/√3)²) = 4.7 g. A bracket of 110 ± 4.7 g conforms to
// at most 120 g, and fails at most 100 g.
const PHONE = { viewport: { width: 390, height: 844 } };
const ROSTER = 'Student number,Team,Name\n811,Oak,Ada Alder\n812,Elm,Bo Birch';

async function save(page: Page, button: string, said: string | RegExp = 'Saved.') {
  await page.getByRole('button', { name: button, exact: true }).click();
  await expect(page.getByText(said).first()).toBeVisible();
}

/** Selects words within an answer, or from one to another, as a finger would. */
async function select(from: Locator, start: string, to: Locator, end: string) {
  const target = await to.elementHandle();
  await from.evaluate(
    (first, [last, begin, finish]) => {
      const [a, b] = [first.firstChild!, (last as Element).firstChild!];
      const range = document.createRange();
      range.setStart(a, a.textContent!.indexOf(begin as string));
      range.setEnd(b, b.textContent!.indexOf(finish as string) + (finish as string).length);
      getSelection()!.removeAllRanges();
      getSelection()!.addRange(range);
    },
    [target, start, end] as const,
  );
}

async function student(browser: Browser, login: string, password: string): Promise<Page> {
  const page = await (await browser.newContext({ baseURL: world().demo.origin, ...PHONE })).newPage();
  await signIn(page, { login, password });
  return page;
}

test('from what the client said to one list, and a change that turns a verdict', async ({ browser, watch }) => {
  test.setTimeout(600_000);
  const page = await enter(browser, 'instructor');
  watch(page);
  const people: Record<string, Page> = {};
  let clientLink = '';

  await test.step('a project from a template, with a section and two students', async () => {
    await page.goto('/projects/new');
    await page.getByRole('radio', { name: /Paper Shelf/ }).check();
    await expect(page.getByLabel('Title')).toHaveValue('Paper Shelf');
    await page.getByLabel('Title').fill('Shelf for the hostel');
    await page.getByLabel('Client or competition').fill('Reading room');
    await page.getByLabel('Day of the event').fill('2027-03-19');
    await page.getByRole('button', { name: 'Create project' }).click();
    await expect(page.getByRole('region', { name: 'First steps' })).toBeVisible();
    await page.getByRole('link', { name: 'Brief', exact: true }).click();
    await expect(page.getByText('draft, not published')).toBeVisible();
    await expect(page.getByText('The reading room has a rail and no shelves.')).toBeVisible();
    await expect(page.getByRole('link', { name: 'Hidden: Concepts, Reviews, Legacy' })).toBeVisible();
    await expect(
      page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Reviews', exact: true }),
    ).toHaveCount(0);
  });
  const home = new URL(page.url()).pathname.replace(/\/brief$/, '');
  const go = (sheet: string, who = page) => who.goto(`${home}/${sheet}`);

  await test.step('published, changed and published again: a student reads what changed', async () => {
    await save(page, 'Publish as version 1', 'Version 1 is published.');
    clientLink = await makeClientLink(page);
    await go('schedule/calendar?panel=new');
    await page.getByLabel('Section', { exact: true }).fill('1');
    await page.getByLabel('First day').fill('2027-02-01');
    await page.getByLabel('Last day').fill('2027-03-19');
    await page.getByLabel('Start').first().fill('10:05');
    await save(page, 'Save section');
    await go('teams');
    await page.getByLabel('Roster, pasted').fill(ROSTER);
    await page.getByRole('button', { name: 'Check it first' }).click();
    await page.getByRole('button', { name: 'Enrol 2 students' }).click();
    const slips = page.getByRole('region', { name: 'New sign-in names' }).getByRole('row');
    await expect(slips).toHaveCount(3);
    for (const row of await slips.all()) {
      const [name, login, password] = await row.getByRole('cell').allInnerTexts();
      if (name) people[name.split(' ')[0]!] = await student(browser, login!, password!);
    }
    const { Ada, Bo } = people as { Ada: Page; Bo: Page };
    watch(Ada);
    watch(Bo);
    await go('brief', Ada);
    await Ada.getByRole('button', { name: 'I have read version 1' }).click();
    await expect(Ada.getByRole('button', { name: 'I have read version 1' })).toHaveCount(0);
    await go('brief/edit');
    await page.getByRole('button', { name: 'Setting' }).click();
    await page.getByRole('textbox', { name: 'Setting' }).pressSequentially(' Mind the lamp.');
    await save(page, 'Save brief', /Students see it once you publish it/);
    await page.getByLabel('What is new, for students').fill('There is a lamp.');
    await save(page, 'Publish as version 2', 'Version 2 is published.');
    await go('brief', Ada);
    const changed = Ada.getByRole('region', { name: 'What changed' });
    await expect(changed.locator('ins')).toHaveText(' Mind the lamp.');
    await expect(changed).toContainText('There is a lamp.');
  });
  const { Ada, Bo } = people as { Ada: Page; Bo: Page };

  await test.step('a question bank: two ask nearly the same, the instructor merges, marks and hides', async () => {
    for (const [who, text] of [
      [Ada, 'How many books will stand on the shelf?'],
      [Bo, 'How many books stand on the shelves?'],
      [Bo, 'What is your favourite book?'],
    ] as const) {
      await go('interview', who);
      await who.getByLabel('A question for the client').fill(text);
      await save(who, 'Add question', 'Question added.');
    }
    await go('interview');
    const alike = page.getByRole('region', { name: 'Likely the same' });
    await expect(alike.getByText('How many books stand on the shelves?')).toBeVisible();
    await alike.getByRole('button', { name: 'ask it this way' }).first().click();
    await expect(page.getByText(/^also: How many books stand/)).toBeVisible();
    const row = (text: string) => page.getByRole('listitem').filter({ hasText: text });
    await row('How many books will').getByRole('button', { name: 'must be asked' }).click();
    await expect(row('How many books will').getByText('Must:')).toBeVisible();
    await row('favourite').getByRole('button', { name: 'hide' }).click();
    await expect(row('favourite').getByText('hidden')).toBeVisible();
    const visit = await panel(page, 'Change the visit');
    await visit.getByLabel('State', { exact: true }).selectOption('running');
    await visit.getByRole('button', { name: 'Save visit' }).click();
    await expect(page.getByText(/, running$/)).toBeVisible();
  });

  await test.step('two students note the same answer at once, one of them without a line; the client writes too', async () => {
    const open = async (who: Page) => {
      await go('interview/notes', who);
      await who
        .getByRole('navigation', { name: 'Running order' })
        .getByRole('button', { name: /How many books will/ })
        .click();
    };
    await Promise.all([open(Ada), open(Bo)]);
    await Bo.context().setOffline(true);
    const note = async (who: Page, text: string) => {
      await who.getByLabel('What you hear, in their words').fill(text);
      await who.getByRole('button', { name: 'Save note' }).click();
    };
    await Promise.all([
      note(Ada, 'Forty books, they weigh 12 kg together.'),
      note(Bo, 'about forty books, 15 kg together'),
    ]);
    await expect(Bo.getByRole('region', { name: 'Waiting' })).toContainText('about forty books');
    await expect(Ada.getByText('Forty books, they weigh 12 kg together.')).toBeVisible();
    await Bo.context().setOffline(false);
    await expect(Ada.getByText('about forty books, 15 kg together')).toBeVisible({ timeout: 30_000 });
    const client = await (await browser.newContext({ baseURL: world().demo.origin, ...PHONE })).newPage();
    watch(client);
    await client.goto(clientLink);
    const asked = client.getByRole('listitem').filter({ hasText: 'How many books will' });
    await expect(client.getByText('favourite book')).toHaveCount(0);
    await asked.getByLabel('Your answer').fill('Forty books. I weighed them: 14 kg.');
    await asked.getByRole('button', { name: 'Send answer' }).click();
    await expect(asked.getByText('I weighed them: 14 kg.')).toBeVisible();
    await client.context().close();
  });

  await test.step('three accounts become one answer, with the differences marked', async () => {
    await go('interview/answers');
    const open = page.getByRole('region', { name: 'How many books will stand on the shelf?' });
    await expect(open.locator('mark', { hasText: /^1[245]$/ })).toHaveCount(3);
    await expect(open.locator('mark', { hasText: /forty/i })).toHaveCount(0);
    await open.getByRole('button', { name: 'take over into the answer' }).last().click();
    await open
      .getByLabel('The answer')
      .fill(`${await open.getByLabel('The answer').inputValue()} The bracket needs 130 g of card.`);
    await open.getByRole('button', { name: 'Save as the answer' }).click();
    await expect(page.locator('[data-answer]')).toHaveText(/14 kg. The bracket needs 130 g/);
    const second = page.getByRole('region', { name: 'What may touch the wall?' });
    await expect(second.getByText('No notes yet.')).toBeVisible();
    await expect(page.getByText('Answers without a requirement').locator('..')).toContainText('How many books will');
  });

  await test.step('selected words become a requirement, which conflicts with another', async () => {
    const answer = page.locator('[data-answer]');
    const make = page.getByRole('button', { name: 'Make a requirement from the selected words' });
    await expect(make).toBeDisabled();
    await select(answer, 'The bracket needs', answer, '130 g of card');
    await make.click();
    await expect(page.getByText('from “The bracket needs 130 g of card”')).toBeVisible();
    await page.getByLabel('Statement').fill('As strong as possible');
    await page.getByLabel('Kind').selectOption('yes');
    await expect(page.getByText(/can’t be measured. Say how much is enough/)).toBeVisible();
    await page.getByLabel('Statement').fill('Card in the bracket');
    await page.getByLabel('Kind').selectOption('min');
    await page.getByLabel('What is measured').selectOption({ label: 'Bracket mass (mass)' });
    await page.getByLabel('Limit', { exact: true }).fill('130');
    await page.getByLabel('Unit', { exact: true }).fill('g');
    await save(page, 'Save requirement');
    const checks = page.getByRole('region', { name: 'Checks' });
    await expect(checks).toContainText('R-01 asks for at most 120 g, R-04 for at least 130 g: no value is both.');
    await expect(page.getByRole('row', { name: /R-04/ })).toContainText('“The bracket needs 130 g of card”');
    await go('');
    await expect(page.getByText('R-01 and R-04 exclude each other')).toBeVisible();
  });

  await test.step('the conflict is resolved by withdrawing one, with the reason', async () => {
    await go('requirements');
    await page.getByRole('row', { name: /R-04/ }).getByRole('link', { name: 'change' }).click();
    await page.getByLabel('State', { exact: true }).selectOption('withdrawn');
    await page.getByRole('button', { name: 'Save requirement' }).click();
    await expect(page.getByText(/Say why it changes/)).toBeVisible();
    await page.getByLabel('Why it changes').fill('The client meant the old card.');
    await expect(page.getByText(/Say why it changes/)).toHaveCount(0); // it moves the button up as it goes
    await save(page, 'Save requirement');
    await expect(page.getByRole('region', { name: 'Checks' })).not.toContainText('no value is both');
    await expect(page.locator('#changes')).toContainText('The client meant the old card.');
  });

  await test.step('an iteration, a first run, and a change that turns its verdict', async () => {
    await go('builds/new', Ada);
    await Ada.getByLabel('What was changed').fill('Two ribs');
    const mass = Ada.locator('div')
      .filter({ has: Ada.getByLabel('Bracket mass') })
      .last();
    await Ada.getByRole('button', { name: '3 Measured' }).click();
    await Ada.getByLabel('Bracket mass').fill('110');
    await Ada.getByLabel('Instrument').first().selectOption({ label: 'Kitchen scale' });
    expect(await mass.count()).toBeGreaterThan(0);
    await Ada.getByRole('button', { name: 'Save iteration' }).click();
    await expect(Ada.getByRole('row', { name: /R-01/ })).toContainText('conforms');
    await go('bench/enter', Ada);
    for (const key of ['4', '.', '5']) await Ada.getByRole('button', { name: key, exact: true }).click();
    await Ada.getByRole('button', { name: /^Save/ }).click();
    await expect(Ada.getByText(/4\.5/).first()).toBeVisible();

    await go('requirements');
    await page.getByRole('row', { name: /R-01/ }).getByRole('link', { name: 'change' }).click();
    await page.getByLabel('Limit', { exact: true }).fill('100');
    await expect(page.getByRole('region', { name: 'What it touches' })).toContainText(/Oak 1: conforms → fails/);
    await page.getByLabel('Why it changes').fill('The rail is weaker than we thought.');
    await save(page, 'Save requirement');
    await go('');
    const oak = page.getByRole('region', { name: 'Oak', exact: true });
    await expect(oak).toContainText('R-01 Bracket mass: changed from ≤ 120 g to ≤ 100 g');
    await expect(page.getByRole('region', { name: 'Elm', exact: true })).not.toContainText(
      'R-01 Bracket mass: changed',
    );
    await go('', Ada);
    await expect(Ada.getByText(/conforms before, fails now. The rail is weaker/)).toBeVisible();
    await Ada.getByRole('link', { name: 'Respond →' }).first().click();
    const turned = Ada.locator('#changes').getByRole('paragraph').filter({ hasText: 'conforms → fails' });
    await turned.getByRole('button', { name: 'dealt with' }).click();
    await expect(turned.getByRole('button')).toHaveCount(0);
    await go('', Ada);
    await expect(Ada.getByText(/conforms before, fails now/)).toHaveCount(0);
  });

  await Promise.all(Object.values(people).map((one) => one.context().close()));
  await page.context().close();
});

async function makeClientLink(page: Page): Promise<string> {
  const panel = page.getByRole('region', { name: 'Links for the client' });
  await panel.getByLabel('For whom').fill('Reading room');
  await panel.getByRole('button', { name: 'Create link' }).click();
  return new URL(await panel.locator('output').innerText()).pathname;
}

test('words selected across two answers are told so, and nothing is made', async ({ browser, watch }) => {
  const page = await enter(browser, 'instructor');
  watch(page);
  await page.goto(`${await demoHome(page)}/interview/answers`);
  await page.getByRole('link', { name: /first visit/ }).click();
  await expect(page.getByRole('heading', { name: 'Answers, first visit' })).toBeVisible();
  const answers = page.locator('[data-answer]');
  await select(answers.nth(0), 'nine hundred', answers.nth(1), 'seedlings');
  await page.getByRole('button', { name: 'Make a requirement from the selected words' }).click();
  await expect(page.getByText('This runs across two answers. Select within one of them.').first()).toBeVisible();
  await expect(page).toHaveURL(/interview\/answers/);
  await page.context().close();
});

test('a pasted text of 2 MB and pictures are left out and said so; what stood there is kept', async ({
  browser,
  watch,
}) => {
  const page = await enter(browser, 'instructor');
  watch(page);
  await page.goto(`${await demoHome(page)}/brief/edit`);
  await page.getByRole('button', { name: 'Rules' }).click();
  const box = page.getByRole('textbox', { name: 'Rules' });
  const before = await box.innerText();
  const paste = (html: string, text: string) =>
    box.evaluate(
      (element, [html, text]) => {
        const data = new DataTransfer();
        data.setData('text/html', html!);
        data.setData('text/plain', text!);
        element.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
      },
      [html, text],
    );
  const long = 'words and '.repeat(200_000);
  await paste(`<p>${long}<img src="data:image/png;base64,AAAA"></p>`, long);
  await expect(page.getByText(/What you pasted has 2,000,000 characters/)).toBeVisible();
  expect(await box.innerText()).toBe(before);
  await paste(
    '<p>Be <b>fair</b> <img src="data:image/png;base64,AAAA"> <a href="https://example.test">here</a></p>',
    'Be fair here',
  );
  await expect(page.getByText('Pictures can’t stand in this text')).toBeVisible();
  await expect(box.locator('strong')).toHaveText('fair');
  await expect(box.locator('img, a')).toHaveCount(0);
  await page.reload(); // nothing of the test is saved, and what was typed is offered again
  await expect(page.getByText('What you had typed here before is back.')).toBeVisible();
  await page.getByRole('button', { name: 'Discard it' }).click();
  await page.context().close();
});

test('300 statements are compared by a worker, not by the page', async ({ browser, watch }) => {
  const page = await enter(browser, 'instructor');
  watch(page);
  await page.goto('/projects/new');
  await page.getByLabel('Title').fill('Many');
  await page.getByLabel('Client or competition').fill('Nobody');
  await page.getByLabel('Day of the event').fill('2027-03-19');
  await page.getByRole('button', { name: 'Create project' }).click();
  await expect(page.getByRole('region', { name: 'First steps' })).toBeVisible();
  const home = new URL(page.url()).pathname;
  const lines = Array.from(
    { length: 299 },
    (_, i) => `R-${i + 1},Part ${i} holds bolt ${i * 7} of kind ${i * 13},wish,1`,
  );
  await page.goto(`${home}/requirements/import`);
  await page
    .getByLabel('The list, pasted')
    .fill(['code,statement,kind,weight', ...lines, 'R-300,bolt 14 of kind 26: part 2 holds it,wish,1'].join('\n'));
  await page.getByRole('button', { name: 'Check it first' }).click();
  const worker = page.waitForEvent('worker', { timeout: 60_000 });
  await page.getByRole('button', { name: 'Take 300 requirements' }).click();
  expect((await worker).url()).toMatch(/\/_next\/static\/.*worker/);
  await expect(page.getByText('Likely the same')).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('region', { name: 'Checks' })).toContainText('R-3, R-300');
  await page.context().close();
});

test('25 requirements by 10 teams fit on one screen and print on one page', async ({ browser, watch }) => {
  const page = await enter(browser, 'instructor', { viewport: { width: 1280, height: 800 } });
  watch(page);
  const home = await demoHome(page);
  const bundle = await (await page.request.get(`${home}/export/bundle.zip?without=pictures`)).body();
  const { id } = await bringInLarge(page, bundle);
  await page.goto(`/projects/${id}/requirements/compliance`);
  await expect(page.getByRole('row')).toHaveCount(26);
  await expect(page.getByRole('row').first().getByRole('columnheader')).toHaveCount(3 + 10 + 1);
  const box = (await page.getByRole('table').boundingBox())!;
  expect(box.y + box.height).toBeLessThanOrEqual(800);
  expect(box.x + box.width).toBeLessThanOrEqual(1280);
  const pdf = await page.pdf({ preferCSSPageSize: true });
  expect(pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
  await page.goto(`${home}/brief`);
  const handout = await page.pdf({ format: 'A4' });
  expect(handout.toString('latin1').match(/\/Type\s*\/Page\b/g)).toHaveLength(2);
  await page.context().close();
});

/** The demo project with two more teams and limits up to 25. */
async function bringInLarge(page: Page, zip: Buffer): Promise<{ id: string }> {
  const { bundle } = await unpack(new Uint8Array(zip));
  const tuff = rowWith(bundle, 'team', { name: 'Tuff' });
  for (const name of ['Shale', 'Gabbro']) {
    copyRows(bundle, 'team', [tuff], `/${name}`, { name, colour: 8 });
    const { maker_id: _, ...first } = rowWith(bundle, 'iteration', { team_id: tuff.id, number: 1 });
    copyRows(bundle, 'iteration', [first], `/${name}`, { team_id: `${String(tuff.id)}/${name}` }, [
      ['measurement', 'iteration_id'],
    ]);
  }
  const { owner_id: _, ...model } = rowWith(bundle, 'requirement', { code: 'R-01' });
  const judged = rowsOf(bundle, 'requirement').filter(
    (one) => ['agreed', 'changed'].includes(String(one.state)) && one.kind !== 'wish',
  ).length;
  for (let i = judged; i < 25; i++)
    copyRows(bundle, 'requirement', [model], `/${i}`, {
      code: `X-${i}`,
      statement: `Mass of part ${i} without anything on it`,
      value: 800 + 10 * i,
    });
  const made = await page.request.post('/api/v1/bundles', {
    data: zipOf(bundle),
  });
  return ((await made.json()) as { result: { id: string } }).result;
}
