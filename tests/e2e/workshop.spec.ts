import postgres from 'postgres';
import type { Page } from '@playwright/test';
import { rowsOf } from '@/shell/bundle/format';
import { demoBundle, rowsWith, rowWith, setProject, zipOf } from '../demo';
import { panel } from './browser';
import { ofRoster } from './roster';
import { demoHome, enter, expect, test, world } from './world';

const TITLE = 'Courier of the workshop';
const PHONE = { width: 390, height: 844 };

/** The demo project once more, on Monday 26 October at 10:02, with one gate that Flint has not passed and an empty line. */
function workshop(): Buffer {
  const bundle = demoBundle();
  setProject(bundle, { title: TITLE });
  const { tables } = bundle;
  const [release] = rowsOf(bundle, 'gate');
  const stage = rowWith(bundle, 'stage', { name: 'Presentation rehearsal' });
  tables.gate = [{ ...release, stage_id: stage.id, guards_final: true }];
  const item = (kind: string, text: string, count: number, more = {}) => ({
    gate_id: release!.id,
    kind,
    text,
    count,
    ...more,
  });
  tables.gate_item = [
    item('runs', 'First records', 3, { position: 0 }),
    item('checks', 'Mock-up checked', 2, { position: 1 }),
    item('signed', 'Drawing approved', 1, { position: 2, signer: 'instructor' }),
  ];
  tables.gate_signature = [];
  tables.gate_decision = [];
  tables.action = rowsWith(bundle, 'action', { source_kind: 'own' });
  const [flint, gneiss] = ['Flint', 'Gneiss'].map((name) => rowWith(bundle, 'team', { name }).id);
  const own = new Set(rowsWith(bundle, 'iteration', { team_id: flint }).map(({ id }) => id));
  tables.iteration_check = rowsOf(bundle, 'iteration_check').filter((one) => !own.has(one.iteration_id));
  const cable = rowWith(bundle, 'machine', { name: 'Test cable' });
  cable.capacity = 1;
  tables.booking = rowsOf(bundle, 'booking').filter(
    ({ state, team_id: team, machine_id: machine }) => machine !== cable.id && (state === 'done' || team === gneiss),
  );
  for (const one of tables.booking) if (one.station) one.station = 1;
  return zipOf(bundle);
}

test('from a gate that refuses to a run sheet that is followed', async ({ browser, watch }) => {
  test.setTimeout(600_000);
  const page = await enter(browser, 'instructor');
  watch(page);
  const made = await page.request.post('/api/v1/bundles', {
    data: workshop(),
    headers: { origin: world().demo.origin, 'content-type': 'application/zip' },
  });
  const home = `/projects/${((await made.json()) as { result: { id: string } }).result.id}`;
  const sql = postgres(world().demo.url, { max: 1, onnotice: () => {} });
  const people: Page[] = [];
  /** Somebody of the roster on a phone, signed in already. */
  const student = async (name: string): Promise<Page> => {
    const one = await ofRoster(browser, sql, home, name);
    watch(one);
    people.push(one);
    return one;
  };
  const go = (sheet: string, who = page) => who.goto(`${home}/${sheet}`);
  const [nour, petra, sam] = [await student('Nour'), await student('Petra'), await student('Sam')];
  let iteration = '';

  await test.step('the gate refuses material and says what is missing and who supplies it; planning goes on', async () => {
    await go('builds/new', nour);
    await nour.getByLabel('What was changed').fill('Frame of birch');
    await nour.getByLabel('State').selectOption('building');
    await nour.getByRole('button', { name: 'Save iteration' }).click();
    const says = nour.getByRole('alert').filter({ hasText: 'gate “Material release” is shut' });
    await expect(says).toContainText(
      'Mock-up checked: iteration 3 checked by nobody yet (2 more people who did not make it)',
    );
    await expect(says).toContainText('Drawing approved: not signed (the instructor)');
    await nour.getByLabel('State').selectOption('planned');
    await nour.getByRole('button', { name: 'Save iteration' }).click();
    await nour.waitForURL(/builds\/[0-9a-f-]{36}$/);
    iteration = new URL(nour.url()).pathname.split('/').at(-1)!;
  });

  await test.step('two others check it, its maker can’t; it opens with a condition; the work begins', async () => {
    await expect(nour.getByText('Made by Nour A.')).toBeVisible();
    await expect(nour.getByRole('button', { name: /I have checked it/ })).toHaveCount(0);
    for (const who of [petra, sam]) {
      await go(`builds/${iteration}`, who);
      await who.getByRole('button', { name: /I have checked it/ }).click();
      await expect(who.getByRole('button', { name: 'withdraw my check' })).toBeVisible();
    }
    await go('schedule/gates');
    await page.getByRole('link', { name: 'Material release, Flint: shut' }).click();
    await expect(page.getByRole('row', { name: /Mock-up checked/ })).toContainText(
      'iteration 4 checked by Petra H., Sam I.',
    );
    await expect(page.getByRole('row', { name: /Drawing approved/ })).toContainText('missing');
    await page.getByText('Open it although something is missing').click();
    await page.getByLabel('What is to be done').fill('Bring the drawing');
    await page.getByLabel('By whom').selectOption({ label: 'Nour A.' });
    await page.getByRole('button', { name: 'Decide' }).click();
    await expect(page.getByText('Bring the drawing: Nour A., by Wed 28 Oct')).toBeVisible();
    await expect(page.getByText('open with conditions', { exact: true })).toBeVisible();
    await go(`builds/${iteration}`, nour);
    await nour.getByText('Change or complete this iteration').click();
    await nour.getByLabel('State').selectOption('building');
    await nour.getByRole('button', { name: 'Save iteration' }).click();
    await expect(nour.getByText(/Frame of birch · prototype, building/)).toBeVisible();
  });

  await test.step('the laser is asked for by three teams; the line says in which order the slots go, and why', async () => {
    await go('schedule/bookings');
    const form = page.locator('#book');
    for (const [team, who] of [
      ['Basalt', 'Kofi B.'],
      ['Flint', 'Petra H.'],
      ['Marl', 'Yusuf C.'],
    ] as const) {
      await form.getByLabel('Team').selectOption({ label: team });
      await form.getByLabel('Slot').selectOption('');
      await form.getByLabel('Operated by').selectOption({ label: who });
      await form.getByRole('button', { name: /^Book or ask/ }).click();
      await expect(page.getByRole('row', { name: new RegExp(`\\d ${team} `) })).toBeVisible();
    }
    const line = page.getByRole('table').filter({ hasText: 'Ahead because of' }).getByRole('row');
    await expect(line.nth(1)).toContainText(/Marl.*3 meetings behind.*less slack in the schedule/);
    await expect(line.nth(2)).toContainText(/Flint.*less time used/);
    await expect(line.nth(3)).toContainText('Basalt');
    await page.getByRole('button', { name: /^Give .* to the first in the queue/ }).click();
    await expect(line).toHaveCount(3);
  });

  await test.step('two browsers book the same slot: one has it, the other gets a clear no and what is free', async () => {
    const [kofi, anouk] = [await student('Kofi'), await student('Anouk')];
    for (const who of [kofi, anouk]) {
      await go('schedule/bookings', who);
      await who.getByRole('link', { name: 'Test cable' }).click();
      await expect(who.getByRole('heading', { level: 1 })).toHaveText('Bookings of Test cable');
      await who.getByLabel('Slot').selectOption('2026-10-26 10:27');
    }
    const book = (who: Page) => who.getByRole('button', { name: /^Book or ask/ }).click();
    await Promise.all([book(kofi), book(anouk)]);
    const refusals = (who: Page) =>
      who.getByRole('alert').filter({ hasText: /^This slot is taken by (Basalt|Gneiss)\. / });
    await expect.poll(async () => (await refusals(kofi).count()) + (await refusals(anouk).count())).toBe(1);
    const loser = (await refusals(kofi).count()) ? kofi : anouk;
    await expect(loser.getByLabel('Slot')).toHaveValue('2026-10-26 10:27'); // what was entered is still there
    await expect(refusals(loser)).toContainText('Free in this meeting: 10:10.');
    await loser.getByLabel('For', { exact: true }).fill('60');
    await loser.getByLabel('Slot').selectOption('2026-10-26 10:10');
    await book(loser);
    await expect(loser.getByText('This would outlast the meeting: it ends at 10:55, the use at 11:10.')).toBeVisible();
  });

  await test.step('a sign-off that ended since the booking holds the start', async () => {
    const dario = await student('Dario');
    await go('schedule/bookings', dario);
    await dario.getByRole('button', { name: 'start', exact: true }).click();
    await expect(
      dario
        .getByText('Held: sign-off for Laser cutter ended on 25 Oct: Anouk F. (the instructor signs on Safety).')
        .first(),
    ).toBeVisible();
    await go('');
    await expect(page.getByText('Laser cutter, today 10:25, is held')).toBeVisible();
  });

  await test.step('the run sheet prints on one page and is followed: a held start, a run made all the same', async () => {
    await go('bench/sessions');
    await page.getByRole('link', { name: 'Mon 26 Oct, 10:10' }).click();
    await expect(page.getByText(/^Fits: ends at 10:41/)).toBeVisible();
    const pdf = await page.pdf({ format: 'A4', preferCSSPageSize: true });
    expect(pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)).toHaveLength(1);
    await page.getByRole('button', { name: 'Begin the session' }).click();
    await page.getByRole('button', { name: 'Start', exact: true }).click();
    await expect(page.getByText(/^Held: cautions of Stored energy: raised masses not read/).first()).toBeVisible();
    // It ran all the same: its value is entered where runs are entered.
    const address = page.url();
    const marl = await sql<{ id: string; event: string }[]>`
      select t.id, e.id as event from team t join event e on e.project_id = t.project_id
      where t.project_id = ${home.slice(10)} and t.name = 'Marl' and e.name = 'Heavy haul'`;
    await go(`bench/enter?event=${marl[0]!.event}&team=${marl[0]!.id}`);
    await expect(page.getByText(/^Marl is held: /)).toBeVisible();
    await page.getByText('practice', { exact: false }).first().click();
    await page.getByLabel('Value of Marl').fill('2400');
    await page.getByRole('button', { name: /^Save/ }).click();
    await expect(page.getByRole('list', { name: 'Runs just saved' })).toContainText('2400');
    await page.goto(address);
    const sheet = page.getByRole('table');
    await expect(sheet.getByRole('row', { name: /Marl 1/ })).toContainText('done');
    await page.getByRole('button', { name: 'Start', exact: true }).click();
    await expect(page.getByText('runs since')).toHaveCount(2);
    await page.getByRole('button', { name: 'Run done' }).click();
    await expect(sheet.getByRole('row', { name: /Gneiss 1/ })).toContainText('done');
    await go('bench');
    await expect(page.getByText(/recorded despite a hold: cautions of Stored energy/).first()).toBeVisible();
    await go('', sam);
    await expect(sam.getByText('Heavy haul: test session is on')).toBeVisible();
  });
  await sql.end();
  await Promise.all([page, ...people].map((one) => one.context().close()));
});

test('a team reads the cautions on a phone, and its hold is gone', async ({ browser, watch }) => {
  const page = await enter(browser, 'instructor');
  watch(page);
  const home = await demoHome(page);
  await page.goto(`${home}/safety`);
  await panel(page, 'Change Cutting tools');
  await page.getByLabel('Protective equipment').first().fill('eye protection, cutting mat, glove');
  await page.getByRole('button', { name: 'Save hazard' }).first().click();
  await expect(page.getByText(/teams read it again/).first()).toBeVisible();
  const phone = await enter(browser, 'student', { viewport: PHONE });
  watch(phone);
  await phone.goto(`${home}/schedule/gates`);
  await expect(phone.getByText('cautions of Cutting tools changed since they were read')).toBeVisible();
  await phone.goto(`${home}/safety`);
  await phone.getByRole('button', { name: 'It has changed; Flint has read it again' }).click();
  await expect(phone.getByRole('button', { name: /has read it again/ })).toHaveCount(0);
  await phone.goto(`${home}/schedule/gates`);
  await expect(phone.getByText('cautions of Cutting tools')).toHaveCount(0);
  await page.goto(`${home}/safety`);
  // Other teams may have been formed meanwhile; Flint is none of those that have not read it.
  await expect(page.getByText(/^not by Basalt, Gneiss, Marl, Chert,/)).toBeVisible();
});
