import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { connect } from '@/db/connection';
import { allSent } from '../faults/world';
import { demoBundle, setProject, zipOf } from '../demo';
import { panel } from './browser';
import { ofRoster } from './roster';
import { enter, expect, test, world } from './world';

const PHONE = { viewport: { width: 390, height: 844 } };

test('from a rubric to a released grade: judges who differ, peers who lift each other, a rule tried first, a change with its reason', async ({
  browser,
  watch,
}) => {
  test.setTimeout(300_000);
  const page = await enter(browser, 'instructor');
  watch(page);
  const bundle = demoBundle();
  setProject(bundle, { title: 'Courier of the grades' });
  // No grade has been shown to anybody here yet.
  delete bundle.tables.released_grade;
  const made = await page.request.post('/api/v1/bundles', {
    data: zipOf(bundle),
    headers: { origin: world().demo.origin, 'content-type': 'application/zip' },
  });
  const home = `/projects/${((await made.json()) as { result: { id: string } }).result.id}`;
  const sql = connect(world().demo.url, 1);
  const people = await Promise.all(['Bea', 'Lena', 'Yusuf'].map((name) => ofRoster(browser, sql, home, name)));
  const [bea, lena, yusuf] = people as [Page, Page, Page];
  for (const one of people) watch(one);
  let rubric = '';

  await test.step('a rubric from a start; students read it before', async () => {
    await page.goto(`${home}/grades`);
    const usual = await panel(page, 'Start from a usual one');
    await usual.getByRole('button', { name: 'Add Presentation' }).click();
    await expect(page.getByText('Added. Change whatever is different').first()).toBeVisible();
    await usual.getByRole('button', { name: 'Close' }).click();
    await page.getByRole('link', { name: 'Presentation', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Answers the need' })).toBeVisible();
    rubric = page.url();
    await bea.goto(`${home}/grades`);
    await bea.getByRole('link', { name: 'Presentation', exact: true }).click();
    await expect(bea.getByText('Ties features to what the client asked for.')).toBeVisible();
    await expect(bea.getByText('Compare judges')).toHaveCount(0);
  });

  // Points of the three criteria, by judge and team; S. Strict gives less to everybody and sees Basalt and Flint alone.
  const given: Record<string, Record<string, [string, string, string]>> = {
    'M. Mild': { Basalt: ['3', '3', '4'], Flint: ['3', '4', '3'], Gneiss: ['4', '3', '3'] },
    'N. Near': { Basalt: ['3', '2.5', '3'], Flint: ['2', '3', '3'], Gneiss: ['3', '3', '2'] },
    'S. Strict': { Basalt: ['1', '1.5', '2'], Flint: ['1', '2', '1.5'] },
  };
  await test.step('three judges score on phones, one of them without a line', async () => {
    for (const [judge, teams] of Object.entries(given)) {
      await page.goto(`${home}/grades`);
      await page.getByLabel('For whom').fill(judge);
      await page.getByLabel('Rubric', { exact: true }).last().selectOption({ label: 'Presentation' });
      await page.getByRole('button', { name: 'Create link' }).click();
      const address = await page.locator('output').innerText();
      const phone = await enter(browser, 'visitor', PHONE);
      watch(phone);
      await phone.goto(new URL(address).pathname);
      await expect(phone.getByText(/Left to do: Basalt, Flint/)).toBeVisible();
      const offline = judge === 'N. Near';
      if (offline) {
        const pages = await Promise.all(
          Object.keys(teams).map((team) => phone.getByRole('link', { name: team }).getAttribute('href')),
        );
        const kept = () =>
          phone.evaluate(async (all) => (await Promise.all(all.map((at) => caches.match(at!)))).every(Boolean), pages);
        await expect.poll(kept).toBe(true);
        await phone.context().setOffline(true);
      }
      for (const [team, points] of Object.entries(teams)) {
        await phone.getByRole('link', { name: team }).click();
        for (const [i, criterion] of ['Answers the need', 'Evidence', 'Clear to everybody'].entries()) {
          const choice = phone.getByRole('group', { name: criterion }).locator(`input[value="${points[i]}"]`);
          await choice.check();
        }
        if (team === 'Basalt') await phone.getByLabel('What was strong').fill(`Well told, says ${judge}`);
        if (judge === 'S. Strict') await phone.getByLabel('What you saw: Answers the need').fill('Only the product');
        await phone.getByRole('button', { name: 'Save points' }).click();
        await phone.waitForURL('**/judge');
      }
      if (offline) {
        await expect(phone.getByText('Saved on this device, not sent yet').first()).toBeVisible();
        await phone.context().setOffline(false);
      }
      await allSent(phone);
      await phone.reload();
      await expect(phone.getByRole('link', { name: /Flint/ })).toContainText('3 of 3 scored');
      await phone.context().close();
    }
  });

  await test.step('what to talk about, who is strict, and what evening it out changes', async () => {
    await page.goto(`${rubric}/judges`);
    const talk = page.getByRole('region', { name: 'To talk about' });
    await expect(talk).toContainText('Basalt, Answers the need: S. Strict gave 1, M. Mild 3, 2 levels apart.');
    await expect(talk).toContainText('S. Strict saw: Only the product');
    await expect(page.getByRole('region', { name: 'Judges' }).getByRole('row', { name: /S. Strict/ })).toContainText(
      '−',
    );
    await expect(page.getByText('This rubric uses the plain mean.')).toBeVisible();
    const plain = page.getByRole('region', { name: 'Teams' }).getByRole('row', { name: /Gneiss/ });
    // 9 by the mean of two; the strict judge did not see it, so it loses what the other two are milder by: (2.458 + 0.625)/2.
    await expect(plain).toContainText(/9\.0\s*7\.5\s*−1\.5/);
    await page.goto(rubric);
    const form = await panel(page, 'Change rubric');
    await form.getByLabel('Several judges count as').selectOption('adjusted');
    await form.getByRole('button', { name: 'Save rubric' }).click();
    await expect(form).toBeHidden();
    await expect(page.getByText('Evened out, of 12')).toBeVisible();
    await expect(page.getByRole('region', { name: 'Points' }).getByRole('row', { name: /Gneiss/ })).toContainText(
      '7.46',
    );
  });

  await test.step('members rate each other; two who lift each other are named to the instructor alone', async () => {
    const answer = async (who: Page, values: Record<string, number>) => {
      await who.goto(`${home}/grades/peers`);
      for (const [mate, value] of Object.entries(values)) {
        const section = who.getByRole('region', { name: mate });
        for (const group of await section.getByRole('group').all())
          await group.locator(`input[value="${value}"]`).check();
      }
      await who.getByRole('button', { name: 'Send answers' }).click();
      await expect(who.getByText('Sent. Only your instructor reads them.').first()).toBeVisible();
    };
    await answer(bea, { 'Lena D.': 5, 'Yusuf C.': 2 });
    await answer(lena, { 'Bea T.': 5, 'Yusuf C.': 2 });
    await answer(yusuf, { 'Bea T.': 3, 'Lena D.': 3 });
    await page.goto(`${home}/grades/peers`);
    await expect(page.getByText('Bea Tolliver and Lena Drost rate each other well above')).toBeVisible();
    await expect(page.getByRole('row', { name: /Yusuf Carden/ })).toContainText('0.80');
    await yusuf.goto(`${home}/grades/peers`);
    await expect(yusuf.locator('body')).not.toContainText('0.80');
  });

  await test.step('an event’s rule is tried on this class and on last season before it is announced', async () => {
    await page.goto(`${home}/grades/components`);
    await expect(page.getByText(/Last season: 100, 96, .* nobody would fail/)).toBeVisible();
    const form = await panel(page, 'Change Crossing');
    await form.getByLabel('Floor').fill('');
    await form.getByLabel('From result to percent').selectOption('bands');
    await form.getByLabel('Better is').selectOption('lower');
    await form.getByLabel('Bands').fill('8 100\n9 70\n10,5 50');
    await form.getByRole('button', { name: 'Save component' }).click();
    await expect(form).toBeHidden();
    await expect(page.getByText(/Last season: 100, 100, 70, 70, 50, 50, 0, 0 %, 2 of 8 would fail/)).toBeVisible();
  });

  await test.step('release; a student reads the own page on a phone, and nobody else’s', async () => {
    await bea.goto(`${home}/grades/mine`);
    await expect(bea.getByText('Your grade stands here once')).toBeVisible();
    await page.goto(`${home}/grades/sheet`);
    const form = await panel(page, 'Release 24 grades');
    await form.getByRole('button', { name: 'Release 24 grades' }).click();
    await expect(form).toBeHidden();
    await expect(page.getByRole('button', { name: /^Release/ })).toHaveCount(0);
    await bea.setViewportSize(PHONE.viewport);
    await bea.goto(`${home}/grades/mine`);
    await expect(bea.getByText('What was strong')).toBeVisible();
    await expect(bea.getByText(/times the member’s factor 1.2/)).toBeVisible();
    expect((await bea.goto(`${home}/grades/sheet`))!.status()).toBe(404);
    expect((await bea.request.get(`${home}/export/grades.csv`)).status()).toBe(404);
  });

  await test.step('a change needs a reason, which the student reads beside the former grade', async () => {
    await page.goto(`${home}/grades/sheet`);
    await page.getByRole('link', { name: 'Bea Tolliver' }).click();
    await expect(page.getByRole('heading', { name: 'Bea Tolliver' })).toBeVisible();
    const mark = await panel(page, 'Notebook 1');
    await mark.getByLabel('Mark', { exact: true }).fill('1');
    await mark.getByRole('button', { name: 'Save mark' }).click();
    await expect(mark).toBeHidden();
    const second = await panel(page, 'Notebook 2');
    await second.getByLabel('Mark', { exact: true }).fill('2');
    await second.getByRole('button', { name: 'Save mark' }).click();
    await expect(page.getByText(/Bea Tolliver was shown .* The evidence says/)).toBeVisible();
    const form = await panel(page, 'Release the changed grade');
    await form.getByRole('button', { name: 'Release', exact: true }).click();
    await expect(form.getByText(/has seen a grade already. Say why it changes/).first()).toBeVisible();
    await form.getByLabel('Why it changes').fill('two notebooks were counted for another student');
    await form.getByRole('button', { name: 'Release', exact: true }).click();
    await expect(form).toBeHidden();
    await bea.goto(`${home}/grades/mine`);
    await expect(
      bea.getByText('Changed because two notebooks were counted for another student.').first(),
    ).toBeVisible();
    await expect(bea.getByRole('region', { name: 'Earlier' }).getByRole('listitem')).toHaveCount(2);
    await lena.goto(`${home}/grades/mine`);
    await expect(lena.locator('body')).not.toContainText('two notebooks');
  });

  await test.step('the file has the columns that the school wants, and is read back', async () => {
    await page.goto(`${home}/grades/sheet`);
    const files = await panel(page, 'Save as CSV');
    const download = page.waitForEvent('download');
    await files.getByRole('link', { name: 'School register' }).click();
    const text = readFileSync(await (await download).path(), 'utf8');
    expect(text.split('\r\n')[0]).toBe('\uFEFFPupil no.;Surname, first name;Mark;Letter;Remark');
    expect(text).toMatch(/4112;Bea Tolliver;\d+(,5)?;[A-D];/);
    await files.getByRole('button', { name: 'Close' }).click();
    const marks = await panel(page, 'Bring marks in');
    await marks.getByLabel('Task').fill('From the register');
    await marks.getByLabel('Rows, with a head').fill(text);
    await marks.getByLabel('Column of the student number').fill('Pupil no.');
    await marks.getByLabel('Column of the mark').fill('Mark');
    await marks.getByRole('button', { name: 'Bring marks in' }).click();
    await expect(marks).toBeHidden();
    await page.getByRole('link', { name: 'Lena Drost' }).click();
    await expect(page.getByText(/From the register: \d+(\.5)? of 100/)).toBeVisible();
  });
  await sql.end();
});
