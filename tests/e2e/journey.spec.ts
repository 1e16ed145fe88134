import type { Browser, Page } from '@playwright/test';
import { allSent } from '../faults/world';
import { confirmed, panel } from './browser';
import { expect, test, world } from './world';

// From an empty installation to a place in the standings and back to the client's sentence, through the interface.
// Figures worked out by hand: time points are 100·(12 − best)/5, the talk is the mean of three judges, and the two
// are added: Basalt 82 + 80 = 162, Flint 90 + 76 = 166.
const ROSTER =
  'Student number;Team;Name\n11;Basalt;Amy Ash\n12;Basalt;Ben Box\n21;Flint;Cy Clay\n22;Flint;Di Dale\n22;Flint;Di Dale';
const SENTENCE = 'We carry it by hand, so nothing over nine hundred grams.';

async function save(page: Page, button: string, said = 'Saved.') {
  await page.getByRole('button', { name: button, exact: true }).click();
  await expect(page.getByText(said, { exact: false }).first()).toBeVisible();
}

async function person(browser: Browser, path: string, options = {}): Promise<Page> {
  const context = await browser.newContext({ baseURL: world().empty.origin, ...options });
  const page = await context.newPage();
  await page.goto(path);
  return page;
}

test('an instructor, students, judges and a client follow one project all the way', async ({ browser, watch }) => {
  test.setTimeout(600_000);
  const page = await person(browser, '/setup');
  watch(page);
  const accounts: Record<string, string> = {};

  await test.step('the first account needs the token of the console', async () => {
    await page.getByLabel('Token printed on the console').fill('guessed');
    await page.getByLabel('Your name').fill('Tess Teacher');
    await page.getByLabel('Sign-in name').fill('tess');
    await page.getByLabel('Password').fill('workshop-door');
    await page.getByRole('button', { name: 'Create account' }).click();
    await expect(page.getByText('This token does not fit')).toBeVisible();
    await page.getByLabel('Token printed on the console').fill(world().empty.setupToken);
    await page.getByRole('button', { name: 'Create account' }).click();
    await expect(page.getByRole('heading', { name: 'Your projects' })).toBeVisible();
  });

  await test.step('project and brief', async () => {
    await page.getByRole('link', { name: 'New project' }).click();
    await page.getByLabel('Title').fill('Tray lift');
    await page.getByLabel('Client or competition').fill('Fernhollow Allotment Society');
    await page.getByLabel('Day of the event').fill('2027-03-19');
    await page.getByLabel('Time zone of the school').fill('UTC');
    await page.getByRole('button', { name: 'Create project' }).click();
    const steps = page.getByRole('region', { name: 'First steps' });
    await expect(steps.getByRole('link')).toHaveText('Add section');
    await page.getByRole('link', { name: 'Brief', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Brief', exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Publish as version 1' }).click();
    await expect(page.getByText('A brief always asks for two deliverables').first()).toBeVisible();
    await page.getByRole('link', { name: 'Write the brief' }).click();
    for (const [part, text] of [
      ['Challenge', 'Carry a tray over the gully.'],
      ['Deliverables: the product', 'A carrier.'],
      ['Deliverables: the account of why it is as it is', 'A notebook.'],
    ] as const) {
      await page.getByRole('button', { name: part, exact: true }).click();
      await page.getByRole('textbox', { name: part, exact: true }).pressSequentially(text);
    }
    await save(page, 'Save brief', 'Students see it once you publish it');
    await save(page, 'Publish as version 1', 'Version 1 is published.');
    await page.getByRole('link', { name: 'Answers' }).click();
    await panel(page, 'Add sentence');
    await page.getByLabel('What the client said, in their words').fill(SENTENCE);
    await page.getByLabel('Said by').fill('client, first visit');
    await save(page, 'Save sentence');
    await expect(page.getByText(SENTENCE)).toBeVisible();
  });

  const home = new URL(page.url()).pathname.replace(/\/interview.*$/, '');
  const go = (sheet: string) => page.goto(`${home}/${sheet}`);

  await test.step('three kinds of requirement', async () => {
    await go('requirements');
    await page.getByRole('link', { name: 'Add a requirement' }).click();
    await page.getByLabel('Statement').fill('Carrier mass');
    await page.getByLabel('Name of the new parameter').fill('Carrier mass');
    await page.getByLabel('Limit', { exact: true }).fill('900');
    await page.getByLabel('Unit', { exact: true }).fill('mm');
    await page.getByLabel('The sentence').selectOption({ label: SENTENCE });
    await page.getByRole('button', { name: 'Save requirement' }).click();
    await expect(page.getByText('"mm" does not measure mass')).toBeVisible();
    await page.getByLabel('Unit', { exact: true }).fill('g');
    await save(page, 'Save requirement');
    await expect(page.getByRole('region', { name: 'Checks' })).toBeVisible();

    for (const [name, dimension, limit, unit] of [
      ['Height', 'length', '240', 'mm'],
      ['Cost', 'cost', '25', 'credits'],
    ] as const) {
      await page.getByRole('link', { name: 'Add a requirement' }).click();
      await page.getByLabel('Statement').fill(name);
      await page.getByLabel('Name of the new parameter').fill(name);
      await page.getByLabel('It is a').selectOption(dimension);
      await page.getByLabel('Limit', { exact: true }).fill(limit);
      await page.getByLabel('Unit', { exact: true }).fill(unit);
      await page.getByLabel('Source', { exact: true }).selectOption('rule');
      await save(page, 'Save requirement');
      await expect(page.getByRole('region', { name: 'Checks' })).toBeVisible();
    }
    await page.getByRole('link', { name: 'Add a requirement' }).click();
    await page.getByLabel('Statement').fill('Repaired with hand tools');
    await page.getByLabel('Kind').selectOption('yes');
    await page.getByLabel('Name of the new parameter').fill('Repairable');
    await page.getByLabel('Source', { exact: true }).selectOption('rule');
    await save(page, 'Save requirement');
    await expect(page.getByRole('region', { name: 'Checks' })).toBeVisible();
    await page.getByRole('link', { name: 'Add a requirement' }).click();
    await page.getByLabel('Statement').fill('Loaded by children');
    await page.getByLabel('Kind').selectOption('wish');
    await page.getByLabel('Weight').fill('2');
    await page.getByLabel('Source', { exact: true }).selectOption('own');
    await save(page, 'Save requirement');
    await expect(page.getByRole('row', { name: /R-05.*wish/ })).toBeVisible();
  });

  await test.step('a section with meeting times', async () => {
    await go('schedule/calendar?panel=new');
    await page.getByLabel('Section', { exact: true }).fill('2');
    await page.getByLabel('First day').fill('2027-02-01');
    await page.getByLabel('Last day').fill('2027-03-19');
    if ((await page.getByLabel('Start').count()) === 0)
      await page.getByRole('button', { name: 'Add a meeting time' }).click();
    await page.getByLabel('Day', { exact: true }).first().selectOption('Mon');
    await page.getByLabel('Start').first().fill('10:05');
    await save(page, 'Save section');
    // Mondays from 1 February to 15 March: 1, 8, 15, 22 February and 1, 8, 15 March.
    await expect(page.getByText('7 meetings, 0 held; 7 left before the event')).toBeVisible();
  });

  await test.step('teams from a pasted roster', async () => {
    await go('teams');
    await page.getByLabel('Roster, pasted').fill(ROSTER);
    await page.getByRole('button', { name: 'Check it first' }).click();
    await expect(page.getByText('4 rows can be taken, 1 can’t')).toBeVisible();
    await expect(page.getByText('The same student number stands in line 5.')).toBeVisible();
    await page.getByRole('button', { name: 'Name', exact: true }).click(); // sorts
    await expect(page.getByRole('columnheader', { name: 'Name' })).toHaveAttribute('aria-sort', 'ascending');
    await page.getByRole('checkbox', { name: 'Take Di Dale', disabled: false }).uncheck();
    await expect(page.getByRole('button', { name: 'Enrol 3 students' })).toBeVisible();
    await page.getByRole('checkbox', { name: 'Take Di Dale', disabled: false }).check();
    await page.getByRole('button', { name: 'Enrol 4 students' }).click();
    const slips = page.getByRole('region', { name: 'New sign-in names' }).getByRole('row');
    await expect(slips).toHaveCount(5);
    for (const row of await slips.all()) {
      const [name, login, password] = await row.getByRole('cell').allInnerTexts();
      if (name) accounts[name] = `${login} ${password}`;
    }
    expect(Object.keys(accounts).sort()).toEqual(['Amy Ash', 'Ben Box', 'Cy Clay', 'Di Dale']);
  });

  await test.step('instruments, protocol and event', async () => {
    await go('bench');
    const instruments = [
      ['Kitchen scale', 'mass', 'g', '1', '4'],
      ['Steel rule', 'length', 'mm', '1', '0,5'],
      ['Two stopwatches', 'time', 's', '0.01', '0.15'],
    ];
    for (const [name, dimension, unit, resolution, accuracy] of instruments) {
      const form = await panel(page, 'Add instrument');
      await form.getByLabel('Instrument').fill(name!);
      await form.getByLabel('Measures').selectOption(dimension!);
      await form.getByLabel('Unit').fill(unit!);
      await form.getByLabel('Resolution').fill(resolution!);
      await form.getByLabel('Accuracy').fill(accuracy!);
      await form.getByRole('button', { name: 'Save instrument' }).click();
      await expect(page.locator('p', { hasText: `${name}: ` })).toBeVisible();
      await expect(form).toHaveCount(0);
    }
    const form = await panel(page, 'Add protocol');
    await form.getByLabel('Protocol').fill('Crossing, loaded');
    await form.getByLabel('Name of the new parameter').fill('Crossing time');
    await form.getByLabel('Instrument').selectOption({ label: 'Two stopwatches (s)' });
    await form.getByLabel('Unit of the values').fill('s');
    await form.getByRole('button', { name: 'Add a condition' }).click();
    await form.getByLabel('Condition', { exact: true }).fill('payload');
    await form.getByLabel('Value', { exact: true }).fill('1200');
    await form.getByLabel('Tolerance').fill('10');
    await form.getByLabel('Unit', { exact: true }).fill('g');
    await form.getByLabel('Cautions').fill('Nobody stands under the cable.');
    await form.getByRole('button', { name: 'Save protocol' }).click();
    await expect(page.locator('summary', { hasText: 'Crossing, loaded' })).toBeVisible();
    await go('event');
    await page.getByRole('button', { name: 'Add event' }).click();
    await page.getByLabel('Event', { exact: true }).fill('Crossing');
    await page.getByLabel('Protocol', { exact: true }).selectOption({ label: 'Crossing, loaded (s)' });
    await page.getByLabel('From value').fill('12');
    await page.getByLabel('with points').first().fill('0');
    await page.getByLabel('to value').fill('7');
    await page.getByLabel('with points').last().fill('100');
    await page.getByLabel('Try a value').fill('8200 ms');
    await page.getByRole('button', { name: 'Work out the points' }).click();
    await expect(page.getByText(/8\.2.*76 points/)).toBeVisible();
    await page.getByLabel('Counts in the standings').uncheck();
    await save(page, 'Save event');
  });

  await test.step('students record an iteration, and practise', async () => {
    for (const [name, team, mass] of [
      ['Amy Ash', 'Basalt', '880'],
      ['Cy Clay', 'Flint', '902'],
    ] as const) {
      const phone = await person(browser, '/sign-in', { viewport: { width: 390, height: 844 } });
      watch(phone);
      const [login, password] = accounts[name]!.split(' ');
      await phone.getByLabel('Name', { exact: true }).fill(login!);
      await phone.getByLabel('Password').fill(password!);
      await phone.getByRole('button', { name: 'Sign in' }).click();
      await phone.waitForURL(/\/projects/);
      await phone.goto(`${home}/builds/new`);
      await phone.getByLabel('What was changed').fill('Twin wheels on a card sled');
      await phone.getByLabel('State').selectOption('tested');
      await phone.getByRole('button', { name: '3 Measured' }).click();
      await phone.getByLabel('Carrier mass').fill('-5');
      await phone.getByRole('button', { name: 'Save iteration' }).click();
      await expect(phone.getByText("A mass can't be negative; this says -5.")).toBeVisible();
      await phone.getByRole('button', { name: '1 Design' }).click();
      await expect(phone.getByLabel('What was changed')).toHaveValue('Twin wheels on a card sled');
      await phone.getByRole('button', { name: '3 Measured' }).click();
      await phone.getByLabel('Carrier mass').fill(mass);
      await phone.getByLabel('Height').fill('219');
      await phone.getByLabel('Cost').fill('18');
      await phone.getByLabel('Repairable').selectOption('yes');
      const scales = phone.getByLabel('Instrument');
      for (const select of await scales.all()) {
        const offered = await select.locator('option').allInnerTexts();
        if (offered.length > 1) await select.selectOption({ index: 1 });
      }
      await phone.getByRole('button', { name: 'Save iteration' }).click();
      await expect(phone.getByRole('heading', { name: `${team} 1` })).toBeVisible();
      const verdict = phone.getByRole('row', { name: /R-01/ });
      // U = 2·√(1/12 + 4²/3) = 4.65 g: 880 conforms by 20 g, 902 is 2 g over and can't be told from 900.
      await expect(verdict).toContainText(mass === '880' ? '880.0 ± 4.7 g' : '902.0 ± 4.7 g');
      await expect(verdict).toContainText(mass === '880' ? 'conforms' : 'inconclusive');
      await phone.goto(`${home}/bench/enter`);
      await expect(phone.getByText('Nobody stands under the cable.')).toBeVisible();
      await expect(phone.getByText('practice run: Crossing is not open for section')).toBeVisible();
      for (const key of '6.6') await phone.getByRole('button', { name: key, exact: true }).click();
      await phone.getByRole('button', { name: 'Save practice' }).click();
      await expect(phone.getByText(`${team} 1, practice`)).toBeVisible();
      // The phone is switched off below, so what was entered has to be with the server.
      await allSent(phone);
      await phone.goto(`${home}/standings`);
      await expect(phone.getByText('once the instructor has published')).toBeVisible();
      await phone.context().close();
    }
  });

  await test.step('the event is opened at the rig, and its attempts are entered there', async () => {
    await go('bench/enter');
    await page.getByRole('button', { name: /^Open Crossing for section/ }).click();
    const attempts = [
      ['Basalt', '8.2'],
      ['Flint', '8.0'],
      ['Basalt', '7.9'],
      ['Flint', 'foul'],
      ['Flint', '7.5'],
    ] as const;
    const made: Record<string, number> = {};
    for (const [team, run] of attempts) {
      const number = (made[team] = (made[team] ?? 0) + 1);
      await page.getByLabel('Team').selectOption({ label: `${team} 1` });
      await expect(page.getByText(`attempt ${number} of 3`)).toBeVisible();
      if (run === 'foul') await page.getByRole('button', { name: 'foul' }).click();
      else {
        for (const key of run) await page.getByRole('button', { name: key, exact: true }).click();
        await page.getByRole('button', { name: 'Save, next team' }).click();
      }
      await expect(page.getByText(`${team} 1, attempt ${number}`)).toBeVisible();
    }
    await allSent(page);
  });

  await test.step('three judges score a rubric, each by a link', async () => {
    await go('grades');
    await panel(page, 'Add rubric');
    await page.getByLabel('Rubric', { exact: true }).first().fill('Talk');
    for (const [i, [name, most]] of [
      ['Evidence', '60'],
      ['Clear', '40'],
    ].entries()) {
      if ((await page.getByLabel('Criterion').count()) <= i)
        await page.getByRole('button', { name: 'Add a criterion' }).click();
      await page.getByLabel('Criterion').nth(i).fill(name!);
      await page.getByLabel('Most points').nth(i).fill(most!);
    }
    await save(page, 'Save rubric');
    const given = {
      'A. Ames': { Basalt: [50, 30], Flint: [40, 35] },
      'B. Bell': { Basalt: [45, 25], Flint: [44, 33] },
      'C. Cole': { Basalt: [55, 35], Flint: [45, 31] },
    };
    for (const [judge, teams] of Object.entries(given)) {
      await go('grades');
      await page.getByLabel('For whom').fill(judge);
      await page.getByLabel('Rubric', { exact: true }).last().selectOption({ label: 'Talk' });
      await page.getByRole('button', { name: 'Create link' }).click();
      const address = await page.locator('output').innerText();
      const phone = await person(browser, new URL(address).pathname, { viewport: { width: 390, height: 844 } });
      watch(phone);
      await expect(phone.getByText(`${judge}, thank you`)).toBeVisible();
      for (const [team, [evidence, clear]] of Object.entries(teams)) {
        await phone.getByRole('link', { name: team }).click();
        await phone.getByLabel('Evidence, 0 to 60').fill('61');
        await phone.getByLabel('Clear, 0 to 40').fill(String(clear));
        await phone.getByRole('button', { name: 'Save points' }).click();
        await expect(phone.getByText('Evidence has at most 60 points.')).toBeVisible();
        await phone.getByLabel('Evidence, 0 to 60').fill(String(evidence));
        await phone.getByRole('button', { name: 'Save points' }).click();
        await expect(phone.getByRole('link', { name: team })).toContainText('2 of 2 scored');
      }
      await allSent(phone);
      expect((await phone.goto(`${home}/grades`))!.url()).toContain('/sign-in');
      await phone.context().close();
    }
    await go('grades');
    await page.getByRole('link', { name: 'Talk' }).click();
    await expect(page.getByRole('row', { name: /Basalt/ })).toContainText('80.00');
    await expect(page.getByRole('row', { name: /Flint/ })).toContainText('76.00');
  });

  await test.step('standings', async () => {
    await go('standings');
    for (const [i, [name, from]] of [
      ['Time', 'Crossing'],
      ['Talk', 'Talk'],
    ].entries()) {
      const form = await panel(page, 'Add component');
      await form.getByLabel('Component').fill(name!);
      const options = await form.getByLabel('From').locator('option').allInnerTexts();
      await form.getByLabel('From').selectOption({ label: options.find((option) => option.includes(from!))! });
      await form.getByLabel('Weight').fill('1');
      await form.getByLabel('Order').fill(String(i + 1));
      await form.getByRole('button', { name: 'Save component' }).click();
      await expect(page.getByRole('columnheader', { name })).toBeVisible();
    }
    const rows = page.locator('table').first().getByRole('row');
    await expect(rows.nth(1)).toContainText(/1\s*Flint.*166\.0\s*90\.0\s*76\.0/s);
    await expect(rows.nth(2)).toContainText(/2\s*Basalt.*162\.0\s*82\.0\s*80\.0/s);
    await page.getByRole('button', { name: 'Publish a snapshot' }).click();
    await confirmed(page);
    await expect(page.getByText('Published: students and the board see these places.').first()).toBeVisible();
  });

  await test.step('a place leads back to the client’s sentence', async () => {
    await page.getByRole('link', { name: 'Place 1, Flint: where it comes from' }).click();
    await expect(page.getByText('Place 1 with a total of 166 = Time 90 + Talk 76')).toBeVisible();
    await expect(page.getByText('Attempt 3 (7.5) counts as the best: 3 made, 3 allowed.')).toBeVisible();
    await expect(page.getByText('under the protocol “Crossing, loaded”, read with Two stopwatches')).toBeVisible();
    await expect(page.getByText('mean of 3 judges (A. Ames 75, B. Bell 77, C. Cole 76) = 76 of 100.')).toBeVisible();
    const time = page.getByRole('region', { name: 'Time' });
    await expect(time.getByText('902.0 ± 4.7 g')).toBeVisible();
    await time.getByRole('link', { name: `“${SENTENCE}”` }).click();
    await expect(page.getByRole('heading', { name: 'What the client said' })).toBeVisible();
    await expect(page.getByText(SENTENCE)).toBeInViewport();
    await page.goBack();
    await time.getByRole('link', { name: 'Attempt 3: 7.5 s' }).click();
    await expect(page.getByText('Two stopwatches').first()).toBeVisible();
  });

  await test.step('the client reads the brief, and nothing else', async () => {
    await go('brief');
    await page.getByLabel('For whom').fill('Society');
    await page.getByRole('button', { name: 'Create link' }).click();
    const address = await page.locator('output').innerText();
    const client = await person(browser, new URL(address).pathname, { viewport: { width: 390, height: 844 } });
    watch(client);
    await expect(client.getByText('Carry a tray over the gully.')).toBeVisible();
    await expect(client.getByText(SENTENCE)).toBeVisible();
    await client.goto(`${home}/standings`);
    await expect(client.getByRole('heading', { name: 'Sign in' })).toBeVisible();
    await page.reload();
    await page.getByRole('button', { name: 'end link' }).first().click();
    await confirmed(page);
    await expect(page.getByText('ended by hand')).toBeVisible();
    expect((await client.goto('/client'))!.status()).toBe(404);
    await client.context().close();
  });

  await test.step('a student sees the published places and the own team’s arithmetic', async () => {
    const [login, password] = accounts['Amy Ash']!.split(' ');
    const student = await person(browser, '/sign-in');
    watch(student);
    await student.getByLabel('Name', { exact: true }).fill(login!);
    await student.getByLabel('Password').fill(password!);
    await student.getByRole('button', { name: 'Sign in' }).click();
    await student.waitForURL(/\/projects/);
    await student.goto(`${home}/standings`);
    await expect(student.getByRole('row', { name: /Flint/ })).toContainText('166.0');
    await student.getByRole('link', { name: 'Where your team’s points come from' }).click();
    await expect(student.getByText('Place 2 with a total of 162')).toBeVisible();
    await expect(student.getByText('A. Ames')).toHaveCount(0);
    await student.context().close();
  });

  await test.step('everything stands in the history', async () => {
    await go('history');
    await page.getByLabel('Person').selectOption('Cy Clay');
    await page.getByRole('button', { name: 'Filter' }).click();
    await expect(page.getByRole('row', { name: /Cy Clay added run/ }).first()).toBeVisible();
  });
});
