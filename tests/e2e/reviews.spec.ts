import { connect, type Tx } from '@/db/connection';
import { makeLink } from '@/areas/course/write/links/commands';
import { rowsOf } from '@/shell/bundle/format';
import { demoBundle, setProject, zipOf } from '../demo';
import { panel } from './browser';
import { ofRoster } from './roster';
import { enter, expect, test, world } from './world';

const PHONE = { viewport: { width: 390, height: 844 } };

test('a review of eight teams: planned, prepared, noted by three at once, decided, mended, and unveiled to the client', async ({
  browser,
  watch,
}) => {
  test.setTimeout(300_000);
  const page = await enter(browser, 'instructor');
  watch(page);
  const bundle = demoBundle();
  setProject(bundle, { title: 'Courier of the reviews' });
  // All eight teams in one section.
  for (const table of ['team', 'enrolment', 'team_member'])
    for (const row of rowsOf(bundle, table)) if (row.section_id === 'section-2') row.section_id = 'section-1';
  const made = await page.request.post('/api/v1/bundles', {
    data: zipOf(bundle),
    headers: { origin: world().demo.origin, 'content-type': 'application/zip' },
  });
  const home = `/projects/${((await made.json()) as { result: { id: string } }).result.id}`;
  const project = home.slice(10);
  const sql = connect(world().demo.url, 1);
  const bySystem = <R>(run: (tx: Tx) => Promise<R>) =>
    sql.begin(async (tx) => {
      await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Test", "act": "test"}', true)`;
      return run(tx);
    });
  await bySystem(
    (tx) => tx`
      insert into project_instructor (project_id, account_id, role) select ${project}, id, 'assistant' from account where login = 'tarn'`,
  );
  const [assistant, nour, basalt, guest] = await Promise.all([
    enter(browser, 'assistant', PHONE),
    ofRoster(browser, sql, home, 'Nour'),
    ofRoster(browser, sql, home, 'Kofi'),
    enter(browser, 'visitor', PHONE),
  ]);
  for (const one of [assistant, nour, guest]) watch(one);
  let plan = '';

  await test.step('eight teams over two class meetings: it says that it fits, and what would when it does not', async () => {
    await page.goto(`${home}/reviews`);
    const form = await panel(page, 'Plan a review');
    await form.getByLabel('Name', { exact: true }).fill('Review of week nine');
    await expect(form.getByText('Fits: 8 teams in 2 class meetings.')).toBeVisible();
    await form.getByLabel('A team has').fill('30');
    await expect(form.getByText('Does not fit: 6 teams have no time in 2 class meetings.')).toBeVisible();
    await expect(form.getByText(/One of these would do: \d+ min for each team instead of 30/)).toBeVisible();
    await form.getByLabel('A team has').fill('8');
    await form.getByRole('button', { name: 'Plan review' }).click();
    await page.waitForURL(/\/reviews\/[0-9a-f-]{36}$/);
    plan = page.url();
    await expect(page.getByRole('row', { name: /(Mon 26|Wed 28) Oct/ })).toHaveCount(8);
    await expect(page.getByRole('row', { name: /Flint/ }).first()).toContainText('not frozen yet');
  });

  await test.step('a team answers what the review asks and freezes its packet; another team does not read it', async () => {
    await nour.goto(`${home}/reviews`);
    await nour.getByRole('link', { name: 'Review of week nine' }).click();
    await nour.getByRole('link', { name: 'not frozen yet' }).click();
    await expect(nour.getByText(/speaks? against going on/)).toBeVisible();
    const answers = await panel(nour, 'Answer the questions');
    await answers.getByLabel('What worries you most?').fill('The cord wears out');
    await answers.getByRole('button', { name: 'Save answers' }).click();
    await expect(answers).toBeHidden();
    await nour.getByRole('button', { name: 'Freeze packet' }).click();
    await expect(nour.getByText('The packet is frozen as it is now.').first()).toBeVisible();
    await expect(nour.getByText('The cord wears out').first()).toBeVisible();
    await expect(nour.getByText('Cord of the brake is frayed after ten runs')).toBeVisible();
    const answer = await basalt.goto(nour.url().split('?')[0]!);
    expect(answer!.status()).toBe(404);
  });

  await test.step('a visiting engineer gets a link for the panel', async () => {
    await page.goto(plan);
    await page.getByLabel('For whom').fill('Engineer from the mill');
    await page.getByRole('button', { name: 'Create link' }).click();
    await guest.goto((await page.getByRole('status').or(page.locator('output')).first().textContent())!);
    await guest.getByRole('link', { name: /Flint/ }).click();
    await expect(guest.getByRole('heading', { name: 'What Flint shows' })).toBeVisible();
    await expect(guest.getByText('The cord wears out')).toBeVisible();
    await expect(guest.getByText('Nour')).toHaveCount(0);
  });

  await test.step('three note at once, one of them without a line; two findings that say the same become one', async () => {
    const room = plan.replace(/(\?.*)?$/, '/room');
    await assistant.goto(room);
    const toFlint = async () => {
      while (!(await assistant.getByRole('heading', { name: 'Flint', exact: true }).isVisible()))
        await assistant.getByRole('button', { name: /→$/ }).click();
    };
    await toFlint();
    await page.goto(room);
    await page.getByRole('navigation', { name: 'Running order' }).getByRole('button', { name: /Flint/ }).click();
    await page.getByRole('button', { name: 'Start Flint' }).click();
    await expect(page.getByRole('button', { name: 'End Flint' })).toBeVisible();
    await assistant.context().setOffline(true);
    await assistant.getByLabel('What has to be mended before the next review').fill('The cord of the brake frays');
    await assistant.getByRole('button', { name: 'Note it' }).click();
    await expect(assistant.getByText('Saved on this device, not sent yet')).toBeVisible();
    await page.getByLabel('What has to be mended before the next review').fill('Brake cord frays');
    await page.getByRole('button', { name: 'Note it' }).click();
    await guest.getByText('Good', { exact: true }).click();
    await guest.getByLabel('What is good about it').fill('Hollow hook, well made');
    await guest.getByRole('button', { name: 'Note it' }).click();
    const noted = page.getByRole('listitem');
    await expect(noted.filter({ hasText: 'Hollow hook, well made' })).toContainText('Engineer from the mill');
    await expect(noted.filter({ hasText: 'Brake cord frays' })).toContainText('Maren O.');
    await assistant.context().setOffline(false);
    await expect(noted.filter({ hasText: 'The cord of the brake frays' })).toContainText('Ines T.', {
      timeout: 30_000,
    });
    await page.getByRole('button', { name: 'merge these two' }).click();
    // The one without a line had noted it first.
    await expect(noted.filter({ hasText: 'The cord of the brake frays' })).toContainText('Ines T. and Maren O.');
    await expect(noted.filter({ hasText: 'Brake cord frays' })).toHaveCount(0);
  });

  await test.step('an action stands on the team’s Today; a verdict with a condition changes the gate that asks for it', async () => {
    await page.getByText('Action', { exact: true }).click();
    await page.getByLabel('What is to be done').fill('Try the new cord thirty times');
    await page.getByLabel('By whom').selectOption({ label: 'Nour A.' });
    await page.getByRole('button', { name: 'Note it' }).click();
    await expect(page.getByText('Try the new cord thirty times: Nour A.', { exact: false })).toBeVisible();
    await nour.goto(home);
    await expect(nour.getByText('Try the new cord thirty times', { exact: false }).first()).toBeVisible();
    const form = await panel(page, /^Verdict/);
    await form.getByLabel('Verdict', { exact: true }).selectOption('conditions');
    await expect(
      form.getByText('Gate “Ready for the day” counts this review as passed', { exact: false }),
    ).toBeVisible();
    await form.getByRole('button', { name: 'Add a condition' }).click();
    await form.getByLabel('What is to be done').fill('Round the edge under the cord');
    await form.getByRole('button', { name: 'Give verdict' }).click();
    await expect(form).toBeHidden();
    await page.getByRole('button', { name: 'Release to the team' }).click();
    await expect(page.getByRole('button', { name: 'Hide from the team' })).toBeVisible();
    const [gate] = await sql<[{ id: string }]>`
      select id from gate where project_id = ${project} and name = 'Ready for the day'`;
    await nour.goto(`${home}/schedule/gates/${gate.id}`);
    await expect(nour.getByText('proceed with conditions, 1 open', { exact: false })).toBeVisible();
    await nour
      .getByRole('listitem')
      .filter({ hasText: 'Round the edge under the cord' })
      .getByRole('button', { name: 'mark as done' })
      .click();
    await expect(nour.getByText('proceed with conditions, all met', { exact: false })).toBeVisible();
  });

  await test.step('the finding is closed with an iteration, and the next packet tells what was mended', async () => {
    await page.goto(`${home}/reviews/findings`);
    await expect(page.getByText(/^4 of 8 teams:/)).toBeVisible();
    const row = page.getByRole('row', { name: /The cord of the brake frays/ });
    await row.getByRole('link', { name: /^Close/ }).click();
    const form = page.getByRole('dialog');
    await form.getByRole('button', { name: 'Close finding' }).click();
    await expect(form.getByText('Choose what shows it', { exact: false })).toBeVisible();
    await form.getByLabel('Shown by').selectOption({ label: 'Iteration 3: Hook hollowed' });
    await form.getByLabel('What was done').fill('A cord of two strands');
    await form.getByRole('button', { name: 'Close finding' }).click();
    await expect(form).toBeHidden();
    await page.goto(`${home}/reviews/findings?all`);
    await expect(row).toContainText('mended: A cord of two strands');
    await page.goto(`${home}/reviews`);
    await page.getByRole('link', { name: 'Unveiling to the client' }).click();
    await page.getByRole('row', { name: /Flint/ }).getByRole('link', { name: 'not frozen yet' }).click();
    await expect(page.getByRole('row', { name: /The cord of the brake frays/ })).toContainText(
      'mended: A cord of two strands',
    );
    await page.getByRole('button', { name: 'Freeze packet' }).click();
    await expect(page.getByText('The packet is frozen as it is now.').first()).toBeVisible();
  });

  await test.step('the client answers wish by wish on a phone, and the handover tells it', async () => {
    await page.getByRole('link', { name: 'Wishes and handover' }).click();
    const told = page.getByRole('row', { name: /nothing over nine hundred/ });
    await expect(told).toContainText('The evidence doesn’t settle it.');
    const link = await bySystem((tx) =>
      makeLink(tx, project, {
        purpose: 'client',
        label: 'The society',
        endsOn: new Date(Date.now() + 9e9).toISOString().slice(0, 10),
      }),
    );
    await guest.goto(link);
    await guest.getByRole('link', { name: 'see what the teams show' }).click();
    await guest.getByRole('region', { name: 'Unveiling to the client' }).getByRole('link', { name: /Flint/ }).click();
    const wish = guest.getByRole('listitem').filter({ hasText: 'nothing over nine hundred' });
    await wish.getByRole('button', { name: 'Send' }).click();
    await expect(wish.getByText('Say yes or no.')).toBeVisible();
    await wish.getByLabel('Do you agree?').selectOption('no');
    await wish.getByLabel('Comment').fill('It says 902 on my scale');
    await wish.getByRole('button', { name: 'Send' }).click();
    await expect(wish.getByRole('button', { name: 'Change' })).toBeVisible();
    await page.reload();
    await expect(told).toContainText('does not agree');
    await expect(told).toContainText('It says 902 on my scale');
  });
  await sql.end();
});
