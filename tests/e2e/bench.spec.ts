import postgres from 'postgres';
import type { Locator, Page } from '@playwright/test';
import { demoBundle, setProject, zipOf } from '../demo';
import { panel } from './browser';
import { ofRoster } from './roster';
import { enter, expect, test, world } from './world';

/** Chooses one of many, in a list of the browser or in one that can be searched. */
async function choose(field: Locator, name: string) {
  // With many to choose from it turns into the other one once the page is alive.
  await expect(async () => {
    if ((await field.evaluate((one) => one.tagName)) === 'SELECT')
      return void (await field.selectOption({ label: name }, { timeout: 500 }));
    await field.click({ timeout: 500 });
    const words = new RegExp(`^${name.replace(/[()]/g, '.')}$`);
    await field.page().locator('[cmdk-item]').filter({ hasText: words }).click({ timeout: 2000 });
  }).toPass({ timeout: 15_000 });
}

/** Puts text into the grid as a spreadsheet's clipboard has it, from the cell that has the focus. */
const pasted = (page: Page, text: string) =>
  page.evaluate((data) => {
    const clipboard = new DataTransfer();
    clipboard.setData('text', data);
    document.activeElement!.dispatchEvent(new ClipboardEvent('paste', { clipboardData: clipboard, bubbles: true }));
  }, text);

test('a test that defends itself: from its protocol to a conclusion that newer runs contradict', async ({
  browser,
  watch,
}) => {
  test.setTimeout(300_000);
  const page = await enter(browser, 'instructor');
  watch(page);
  const bundle = demoBundle();
  setProject(bundle, {
    title: 'Courier of the bench',
    pinned_now: null,
    event_date: '2099-10-30',
    retention_until: '2100-10-30',
  });
  const made = await page.request.post('/api/v1/bundles', {
    data: zipOf(bundle),
    headers: { origin: world().demo.origin, 'content-type': 'application/zip' },
  });
  const home = `/projects/${((await made.json()) as { result: { id: string } }).result.id}`;
  const project = home.slice(10);
  const sql = postgres(world().demo.url, { max: 1, onnotice: () => {} });
  const nour = await ofRoster(browser, sql, home, 'Nour');
  watch(nour);
  const countRuns = async () => {
    const [row] = await sql<[{ n: number }]>`
      select count(*)::int as n from run r join protocol p on p.id = r.protocol_id where p.project_id = ${project} and p.name = 'Winding'`;
    return row.n;
  };

  await test.step('a usual test brings its instruments; a protocol of two quantities and a derived one is written', async () => {
    await page.goto(`${home}/bench`);
    const usual = await panel(page, 'Add a usual test');
    await usual.getByRole('button', { name: 'Add Electrical power' }).click();
    await expect(page.getByText('Electrical power is added, with its instruments.').first()).toBeVisible();
    await usual.getByRole('button', { name: 'Close' }).click();
    await expect(page).not.toHaveURL(/panel=/);
    const form = await panel(page, 'Add protocol');
    await form.getByLabel('Protocol', { exact: true }).fill('Winding');
    await choose(form.getByLabel('What is measured').first(), 'Voltage');
    await choose(form.getByLabel('Instrument').first(), 'Multimeter, volts (V)');
    await form.getByLabel('Unit of the values').fill('V');
    for (let i = 0; i < 2; i++) await form.getByRole('button', { name: 'Add a quantity' }).click();
    await choose(form.getByLabel('What is measured').nth(1), 'Current');
    await choose(form.getByLabel('Instrument').nth(1), 'Multimeter, amperes (A)');
    await form.getByLabel('Unit', { exact: true }).first().fill('mA');
    await choose(form.getByLabel('What is measured').nth(2), 'Electrical power');
    await form.getByLabel('Formula').fill('voltage * curent');
    await form.getByLabel('Unit', { exact: true }).nth(1).fill('W');
    await form.getByRole('button', { name: 'Add a condition' }).click();
    await form.getByLabel('Condition', { exact: true }).fill('crank speed');
    await form.getByLabel('Value', { exact: true }).fill('60');
    await form.getByLabel('Tolerance ±').fill('3');
    await form.getByLabel('Unit', { exact: true }).last().fill('rpm');
    await form.getByRole('button', { name: 'Add a setting' }).click();
    await form.getByLabel('Setting', { exact: true }).fill('load');
    await form.getByLabel('Unit, or none for a word').fill('ohm');
    await form.getByRole('button', { name: 'Save protocol' }).click();
    await expect(form.getByText('"curent" is nothing this protocol knows', { exact: false })).toBeVisible();
    await form.getByLabel('Formula').fill('voltage * current');
    await form.getByRole('button', { name: 'Save protocol' }).click();
    await expect(form).toBeHidden();
  });
  const [protocol] = await sql<
    [{ id: string }]
  >`select id from protocol where project_id = ${project} and name = 'Winding'`;
  const rig = `${home}/bench/enter?protocol=${protocol.id}`;
  const sheet = `${home}/bench/protocols/${protocol.id}/sheet`;

  await test.step('24 runs by keyboard in one go, two values each, a third of them without a connection', async () => {
    await nour.goto(rig);
    await nour.getByLabel('load').fill('13');
    const volts = ['2.4', '2.44', '2.42', '2.41', '2.43', '2.42'];
    let presses = 0;
    const key = async (text: string) => {
      await nour.keyboard.type(text);
      await nour.keyboard.press('Enter');
      presses++;
    };
    await nour.getByLabel('Voltage of Flint').focus();
    for (let i = 0; i < 24; i++) {
      if (i === 8) {
        await expect.poll(countRuns).toBe(8);
        await nour.context().setOffline(true);
      }
      if (i === 16) {
        await nour.context().setOffline(false);
      }
      await key(volts[i % 6]!);
      await expect(nour.getByLabel('Current of Flint')).toBeFocused();
      await key(String(180 + (i % 3)));
      await expect(nour.getByLabel('Voltage of Flint')).toBeFocused();
    }
    expect(presses / 24).toBeLessThanOrEqual(4);
    await expect.poll(countRuns, { timeout: 30_000 }).toBe(24);
  });

  await test.step('a slip of the unit is asked back with what it was, and a run off the protocol is told', async () => {
    await nour.getByText('change', { exact: true }).click();
    await nour.getByLabel('crank speed').fill('66');
    await nour.getByLabel('Voltage of Flint').fill('2410');
    await nour.keyboard.press('Enter');
    await expect(nour.getByText('The runs so far lie between 2.4 and 2.44', { exact: false })).toBeVisible();
    await nour.getByRole('button', { name: 'Use 2410 mV' }).click();
    await nour.keyboard.press('Enter');
    await nour.getByLabel('Current of Flint').fill('181');
    await nour.keyboard.press('Enter');
    await expect(
      nour.getByText('Off the protocol: crank speed 66 rpm instead of 60 ± 3', { exact: false }).first(),
    ).toBeVisible();
    await expect.poll(countRuns).toBe(25);
  });

  const results = `${home}/bench/results?protocol=${protocol.id}`;
  /** Pastes rows of a sheet from the third column on: load, voltage, current. */
  const typeIn = async (iteration: string, rows: [string, string, string][]) => {
    await nour.goto(sheet);
    await nour.getByLabel('Team, row 1', { exact: true }).click();
    await pasted(nour, rows.map((row) => ['Flint', iteration, ...row].join('\t')).join('\n'));
    const before = await countRuns();
    await nour.getByRole('button', { name: `Record ${rows.length} runs` }).click();
    await expect.poll(countRuns).toBe(before + rows.length);
    await expect(nour.getByLabel('Iteration, row 1', { exact: true })).toHaveValue('');
  };

  await test.step('a paper sheet is typed in: arrow keys, decimal comma, undo, a word where a number belongs', async () => {
    await nour.goto(sheet);
    await nour.getByLabel('Iteration, row 1', { exact: true }).focus();
    await nour.keyboard.type('2');
    await nour.keyboard.press('ArrowRight');
    await nour.keyboard.type('13');
    await nour.keyboard.press('ArrowRight');
    await nour.keyboard.type('2,4');
    await nour.keyboard.press('Enter');
    await expect(nour.getByLabel('Voltage, V, row 2', { exact: true })).toBeFocused();
    await nour.keyboard.type('x');
    await expect(nour.getByText('Row 2, Voltage, V: "x" is not a number', { exact: false })).toBeVisible();
    await expect(nour.getByRole('button', { name: 'Record 2 runs' })).toBeDisabled();
    await nour.keyboard.press('Control+z');
    await expect(nour.getByLabel('Voltage, V, row 2', { exact: true })).toHaveValue('');
    await nour.reload();
    await expect(nour.getByLabel('Voltage, V, row 1', { exact: true })).toHaveValue('2,4');
    await typeIn('2', [
      ['13', '2,40', '181'],
      ['13', '2.50', '186'],
    ]);
  });

  await test.step('two versions can’t be told apart, then they can; what is concluded is contradicted by newer runs', async () => {
    await nour.goto(results);
    await nour.getByRole('group', { name: 'Team' }).getByRole('link', { name: 'Flint' }).click();
    await expect(nour.getByText(/Flint 2 and Flint 3 can’t be told apart with 2 and 25 runs/)).toBeVisible();
    await typeIn(
      '2',
      Array.from({ length: 10 }, (_, i): [string, string, string] => ['13', (2.49 + (i % 3) / 100).toFixed(2), '186']),
    );
    await nour.goto(results);
    await nour.getByRole('group', { name: 'Team' }).getByRole('link', { name: 'Flint' }).click();
    await expect(
      nour.getByText(/^Voltage of Flint 3 is lower than that of Flint 2 by 0\.0\d+ V, give or take/),
    ).toBeVisible();
    const conclude = await panel(nour, /^Conclude/);
    await conclude.getByLabel('What you conclude').fill('The old winding gave more voltage.');
    await conclude.getByRole('button', { name: 'Save conclusion' }).click();
    await expect(nour.getByText('holds', { exact: true })).toBeVisible();
    await typeIn(
      '2',
      Array.from({ length: 30 }, (_, i): [string, string, string] => ['13', (2.2 + (i % 4) / 100).toFixed(2), '170']),
    );
    await nour.goto(results);
    await nour.getByRole('group', { name: 'Team' }).getByRole('link', { name: 'Flint' }).click();
    await expect(nour.getByText('contradicted by newer runs')).toBeVisible();
  });

  await test.step('a series over the load finds the best point of what is derived', async () => {
    const loads = [4, 7, 10, 13, 16, 19, 22];
    await typeIn(
      '1',
      loads.map((load, i): [string, string, string] => [
        String(load),
        '2',
        String(Math.round(200 - 1.1 * (load - 13) ** 2 + (i % 2))),
      ]),
    );
    await nour.goto(`${home}/bench/series`);
    await nour.getByRole('link', { name: 'load, Winding: Electrical power' }).click();
    await nour.waitForURL(/setting=load/);
    await nour.getByRole('group', { name: 'Team' }).getByRole('link', { name: 'Flint' }).click();
    await expect(nour.getByRole('heading', { name: 'Flint 1 over load' })).toBeVisible();
    await expect(
      nour.getByText(
        /^Greatest electrical power, about 0\.4\d* W, at load 1[23]\.\d* ± [\d.]+ Ω, inside what was tested/,
      ),
    ).toBeVisible();
  });

  await test.step('a changed condition splits the runs, and the sheet of the protocol says so', async () => {
    await page.goto(`${home}/bench`);
    const form = await panel(page, 'Change Winding');
    await form.getByLabel('Value', { exact: true }).fill('80');
    await form.getByRole('button', { name: 'Save protocol' }).click();
    await expect(page.getByText('From now on runs are made under version 2', { exact: false }).first()).toBeVisible();
    await page.getByRole('link', { name: 'Sheet of Winding' }).click();
    await expect(page.getByText('Version 1: crank speed 60 ± 3 rpm; 74 runs', { exact: false })).toBeVisible();
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('heading', { name: 'Results sheet: Winding' })).toBeVisible();
    await page.emulateMedia({ media: 'screen' });
  });

  await test.step('the class sees its board once the instructor releases it', async () => {
    await nour.goto(`${home}/bench/board`);
    await expect(nour.getByRole('link', { name: 'Winding: Voltage' })).toHaveCount(0);
    await page.goto(`${home}/bench/board`);
    await page.getByRole('link', { name: 'Winding: Voltage' }).click();
    await page.getByRole('button', { name: 'Release to students' }).click();
    await expect(page.getByText('Released: students see this board now.').first()).toBeVisible();
    await nour.reload();
    await nour.getByRole('link', { name: 'Winding: Voltage' }).click();
    await expect(nour.getByRole('row', { name: /^Flint/ })).toBeVisible();
    await expect(nour.getByText(/^No valid run yet: /)).toBeVisible();
  });
  await sql.end();
});
