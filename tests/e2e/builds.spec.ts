import postgres from 'postgres';
import type { Page } from '@playwright/test';
import { demoBundle, setProject, zipOf } from '../demo';
import { confirmed, panel } from './browser';
import { ofRoster } from './roster';
import { enter, expect, test, world } from './world';

/** The demo project once more, on its own. */
function ownProject(): Buffer {
  const bundle = demoBundle();
  setProject(bundle, { title: 'Courier of the builds' });
  return zipOf(bundle);
}

test('a version on a phone, its claim against the figures, and a feature that is taken over', async ({
  browser,
  watch,
}) => {
  test.setTimeout(300_000);
  const page = await enter(browser, 'instructor', { viewport: { width: 1280, height: 800 } });
  watch(page);
  const made = await page.request.post('/api/v1/bundles', {
    data: ownProject(),
    headers: { origin: world().demo.origin, 'content-type': 'application/zip' },
  });
  const home = `/projects/${((await made.json()) as { result: { id: string } }).result.id}`;
  const sql = postgres(world().demo.url, { max: 1, onnotice: () => {} });
  const [nour, anouk] = [await ofRoster(browser, sql, home, 'Nour'), await ofRoster(browser, sql, home, 'Anouk')];
  for (const who of [nour, anouk]) watch(who);
  const iterationOf = async (team: string, number: number) => {
    const [row] = await sql<[{ id: string }]>`
      select i.id from iteration i join team t on t.id = i.team_id
      where t.project_id = ${home.slice(10)} and t.name = ${team} and i.number = ${number}`;
    return row.id;
  };
  /** A version from the one before it: one design parameter with a claim, its mass and a picture. */
  const version = async (
    who: Page,
    from: string,
    what: { change: string; before: string; after: string; mass: string },
  ) => {
    await who.goto(`${home}/builds/${from}`);
    await who.getByRole('link', { name: /^New iteration from/ }).click();
    await who.getByLabel('What was changed').fill(what.change);
    await who.getByRole('button', { name: '2 Changes' }).click();
    await who.getByRole('button', { name: 'Add change' }).click();
    await who.getByLabel('What', { exact: true }).fill('Keel');
    await who.getByLabel('From', { exact: true }).fill(what.before);
    await who.getByLabel('To', { exact: true }).fill(what.after);
    await who.getByLabel('Unit', { exact: true }).first().fill('mm');
    await who.getByLabel('It makes it').selectOption('lighter');
    await who.getByLabel('Shown by').selectOption('Carrier mass');
    await who.getByRole('button', { name: '3 Measured' }).click();
    await who.getByLabel('Carrier mass').fill(what.mass);
    await who.getByRole('button', { name: '4 Pictures' }).click();
    await who.getByLabel('Add a picture').setInputFiles('docs/screenshots/entry-phone.png');
    await who.getByRole('button', { name: 'Save iteration' }).click();
    await who.waitForURL(/builds\/[0-9a-f-]{36}$/);
  };

  await test.step('a claim that the scale contradicts, and the mended one that it confirms', async () => {
    await version(nour, await iterationOf('Flint', 3), {
      change: 'Thicker keel',
      before: '4',
      after: '5',
      mass: '921',
    });
    await expect(nour.getByRole('row', { name: /lighter: Keel/ })).toContainText('contradicted');
    await expect(nour.getByRole('row', { name: /lighter: Keel/ })).toContainText('902 → 921 g');
    await expect(nour.getByText('R-01 inconclusive → fails')).toBeVisible();
    await expect(nour.getByRole('img', { name: 'Picture 1 of Flint 4' })).toBeVisible();
    await version(nour, await iterationOf('Flint', 4), {
      change: 'Thinner keel',
      before: '5',
      after: '3',
      mass: '880',
    });
    await expect(nour.getByRole('row', { name: /lighter: Keel/ })).toContainText('confirmed');
  });

  await test.step('its bill starts from the one before; a line that the brief does not allow is named with the rule', async () => {
    await nour.goto(`${home}/builds/${await iterationOf('Flint', 4)}`);
    const bill = await panel(nour, 'Start from the bill before');
    await bill.getByRole('button', { name: 'Add line' }).click();
    await bill.getByLabel('Part').last().fill('Small motor');
    await bill.getByLabel('Quantity').last().fill('-1');
    await bill.getByRole('button', { name: 'Save bill' }).click();
    await expect(bill.getByText("The quantity can't be negative.")).toBeVisible();
    await bill.getByLabel('Quantity').last().fill('1');
    await bill.getByRole('button', { name: 'Save bill' }).click();
    await expect(nour.getByText('Not allowed: Small motor, because of the rule “motors”.')).toBeVisible();
    await expect(nour.getByText(/^The bill comes to 847\.1 g of 900 g \(R-01\): 52\.9 g left/)).toBeVisible();
    await expect(
      nour.getByText(/The bill says 847\.1 g, the scale 73\.9 g more\. No mass is given for Small motor/),
    ).toBeVisible();
    await page.goto(`${home}/builds/materials`);
    await expect(page.getByRole('row', { name: /^Birch strip/ })).toContainText('more is used than there is');
  });

  await test.step('compared, one thing differs, and the figure may speak', async () => {
    await nour.goto(`${home}/builds/${await iterationOf('Flint', 5)}`);
    await nour.getByRole('link', { name: 'Compare with 4' }).click();
    await expect(nour.getByText(/Flint 4 and Flint 5 differ in one thing, Keel/)).toBeVisible();
    await expect(nour.getByRole('row', { name: /^Carrier mass/ })).toContainText('less for certain');
    await expect(nour.getByRole('img', { name: /Picture 1 of Flint/ })).toHaveCount(2);
  });

  await test.step('what was taken over is credited, on its page and under Features', async () => {
    await anouk.goto(`${home}/builds/new`);
    await anouk.getByLabel('What was changed').fill('Cord brake on the pivot');
    await anouk.getByRole('button', { name: '2 Changes' }).click();
    await anouk.getByRole('button', { name: 'Add change' }).click();
    await anouk.getByLabel('Kind of change').selectOption('taken over');
    await anouk.getByLabel('Feature', { exact: true }).fill('cord brake');
    await anouk.getByRole('button', { name: 'Save iteration' }).click();
    await expect(
      anouk.getByText('Choose the released iteration of another team, or the earlier season, that had it.'),
    ).toBeVisible();
    await anouk.getByLabel('Taken over from').selectOption('Flint 2');
    await anouk.getByRole('button', { name: 'Save iteration' }).click();
    await anouk.waitForURL(/builds\/[0-9a-f-]{36}$/);
    await expect(anouk.getByRole('listitem').filter({ hasText: 'taken over Cord brake from Flint 2' })).toBeVisible();
    await page.goto(`${home}/builds/features`);
    const row = page.getByRole('row', { name: /^Cord brake/ });
    await expect(row).toContainText('Gneiss 4 (from Flint 2)');
    const form = await panel(page, 'Change Pivot for the tray');
    await form.getByLabel('Requirement it answers').selectOption({ label: 'R-01 Carrier mass without payload' });
    await form.getByRole('button', { name: 'Save feature' }).click();
    await expect(page.getByRole('row', { name: /^Pivot for the tray/ })).toContainText('R-01');
  });

  await test.step('of two copies one breaks; the next run at the rig is with the other, at its own setting', async () => {
    const five = `${home}/builds/${await iterationOf('Flint', 5)}`;
    await nour.goto(five);
    await nour.getByRole('button', { name: 'Tell copies apart' }).click();
    await expect(nour.getByText('Copy 1 is the one there was; copy 2 is new.').first()).toBeVisible();
    const mend = await panel(nour, 'Broke copy 1');
    await mend.getByLabel('What happened').fill('The keel split along the grain.');
    await mend.getByRole('button', { name: 'Save note' }).click();
    await expect(nour.getByText(/^broke .*The keel split along the grain\.$/)).toBeVisible();
    // Two watches: the mean of both counts.
    await page.goto(`${home}/bench`);
    const protocol = await panel(page, 'Change Crossing, loaded');
    await protocol.getByLabel('Observers').selectOption('2');
    await protocol.getByRole('button', { name: 'Save protocol' }).click();
    await expect(protocol).toBeHidden();
    await nour.goto(`${home}/bench/enter`);
    await expect(nour.getByLabel('Copy', { exact: true }).locator('option:checked')).toHaveText('2');
    await nour.getByLabel('ballast position').fill('35,5');
    await nour.getByLabel('Value of Flint').fill('7.8');
    await nour.getByRole('button', { name: 'Next observer' }).click();
    await expect(nour.getByText('Observer 2 of 2')).toBeVisible();
    await nour.getByLabel('Value of Flint').fill('7.9');
    await nour.getByRole('button', { name: 'Save practice' }).click();
    await expect(nour.getByText('Flint 5, practice')).toBeVisible();
    await expect(nour.getByLabel('ballast position')).toHaveValue('35,5');
    await nour.goto(five);
    await expect(nour.getByRole('row', { name: /7\.85 s/ })).toContainText(/copy 2.*ballast position 35\.5 mm/s);
  });

  await test.step('what another team has not released stays its own, on every page of the designs', async () => {
    await nour.goto(`${home}/builds/features`);
    await expect(nour.getByRole('row', { name: /^Cord brake/ })).toBeVisible();
    await expect(nour.getByRole('row', { name: /^Cord brake/ })).not.toContainText(/Marl|Gneiss/);
    await expect(nour.getByText('Stiff frame')).toHaveCount(0);
    await nour.goto(`${home}/builds/compare`);
    await expect(nour.getByRole('option', { name: /^Flint 3/ }).first()).toBeAttached();
    await expect(nour.getByRole('option', { name: /^(Marl|Gneiss)/ })).toHaveCount(0);
    await nour.goto(`${home}/builds/class`);
    await expect(nour.getByRole('row', { name: /Marl/ })).toContainText('not released');
    // A released iteration may come from one that is not: its figures stay out of the claims, too.
    await anouk.goto(`${home}/builds/${await iterationOf('Flint', 2)}`);
    await expect(anouk.getByRole('listitem').filter({ hasText: 'Keel cut out' })).toBeVisible();
    await expect(anouk.getByText(/1,?046/)).toHaveCount(0);
    await nour.goto(`${home}/builds/sheet`);
    await expect(nour.getByRole('region', { name: 'Flint' })).toBeVisible();
    await expect(nour.getByRole('region', { name: 'Marl' })).toHaveCount(0);
  });

  await test.step('the drawn lineage is walked by the arrow keys and saved as a table', async () => {
    await page.goto(`${home}/builds`);
    await page.getByRole('group', { name: 'Team' }).getByRole('link', { name: 'Tuff' }).click();
    const drawn = page.getByRole('group', { name: 'Tuff: Carrier mass' });
    await drawn.getByRole('link', { name: /^5, / }).focus();
    await page.keyboard.press('ArrowLeft');
    await expect(drawn.getByRole('link', { name: /^2, / })).toBeFocused();
    await page.keyboard.press('ArrowRight');
    await expect(drawn.getByRole('link', { name: /^3, .*broken$/ })).toBeFocused();
    const file = page.waitForEvent('download');
    await page.getByRole('button', { name: 'CSV' }).click();
    expect((await file).suggestedFilename()).toBe('tuff-carrier-mass.csv');
  });

  await test.step('the course freezes the designs; a student is told, and who leads may still mend', async () => {
    await page.goto(`${home}/builds/class`);
    const rules = await panel(page, 'Change rules');
    await rules.getByLabel('Frozen from').fill('2026-10-01');
    await rules.getByRole('button', { name: 'Save rules' }).click();
    await expect(page.getByText('designs that stay as they are from 1 Oct')).toBeVisible();
    await nour.goto(`${home}/builds`);
    await expect(nour.getByText('The designs are frozen since 1 Oct')).toBeVisible();
    await expect(nour.getByRole('link', { name: /^New iteration/ })).toHaveCount(0);
    await page.goto(`${home}/builds/${await iterationOf('Flint', 4)}`);
    await page.getByText('Change or complete this iteration').click();
    await page.getByRole('button', { name: 'Remove iteration' }).click();
    await confirmed(page);
    await expect(
      page.getByText('Iteration 4 has 1 iteration that came of it, so it is retired instead: they stay.').first(),
    ).toBeVisible();
  });
  await sql.end();
});
