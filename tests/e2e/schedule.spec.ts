import { addDays, format, formatISO, parseISO, startOfISOWeek } from 'date-fns';
import ICAL from 'ical.js';
import type { Browser, Locator, Page } from '@playwright/test';
import { confirmed, panel, signIn } from './browser';
import { pinDay, TODAY } from './day';
import { demoHome, enter, expect, test, world } from './world';

// A term of four weeks, two of them gone, with two sections that meet twice a week: eight meetings for a plan of eight.
const monday = startOfISOWeek(parseISO(TODAY));
const day = (days: number) => formatISO(addDays(monday, days), { representation: 'date' });
const EVENT = day(14);
const ROSTER = (from: number, teams: string) =>
  `Student number,Team,Name\n${teams
    .split(' ')
    .map((team, i) => `${from + i},${team},${['Ada Alder', 'Bo Birch', 'Cy Cedar', 'Dee Dogwood'][from + i - 901]}`)
    .join('\n')}`;

async function said(page: Page, words: string | RegExp) {
  await expect(page.getByText(words).first()).toBeVisible();
}

/** Unchecks what is checked: the list of it gets shorter with each, and another section brings another one. */
async function uncheckAll(list: Locator) {
  const checked = list.getByRole('checkbox', { checked: true });
  await expect(async () => {
    while ((await checked.count()) > 0) await checked.first().uncheck({ timeout: 2_000 });
    await expect(checked).toHaveCount(0);
  }).toPass();
}

async function student(browser: Browser, login: string, password: string): Promise<Page> {
  const context = await browser.newContext({ baseURL: world().demo.origin, viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await signIn(page, { login, password });
  return page;
}

test('a term is laid out, loses a day and is mended; a team falls behind; a substitute and a calendar look in', async ({
  browser,
  watch,
}) => {
  test.setTimeout(600_000);
  const page = await enter(browser, 'instructor');
  watch(page);
  let home = '';
  const go = (sheet: string, who = page) => who.goto(`${home}/${sheet}`);
  const people: Record<string, Page> = {};

  await test.step('two sections on different days, and the plan of the template over their meetings', async () => {
    await page.goto('/projects/new');
    await page.getByRole('radio', { name: /Crumb Ferry/ }).check();
    await page.getByLabel('Title').fill('Ferry of the four weeks');
    await page.getByLabel('Client or competition').fill('Bakery');
    await page.getByLabel('Day of the event').fill(EVENT);
    await page.getByLabel('Time zone').fill('UTC');
    await page.getByRole('button', { name: 'Create project' }).click();
    await expect(page.getByRole('region', { name: 'First steps' })).toBeVisible();
    home = new URL(page.url()).pathname;
    await pinDay(home.split('/')[2]!);
    await go('schedule');
    await page.getByRole('link', { name: 'Enter the first section' }).click();
    for (const [name, days] of [
      ['A', ['Mon', 'Wed']],
      ['B', ['Tue', 'Thu']],
    ] as const) {
      if (name === 'B') await panel(page, 'Add section');
      const form = page
        .locator('form')
        .filter({ has: page.getByRole('button', { name: 'Save section' }) })
        .last();
      await form.getByLabel('Section', { exact: true }).fill(name);
      await form.getByLabel('First day').fill(day(-14));
      await form.getByLabel('Last day').fill(EVENT);
      await form.getByRole('button', { name: 'Add a meeting time' }).click();
      for (const [i, weekday] of days.entries()) {
        await form.getByLabel('Day', { exact: true }).nth(i).selectOption(weekday);
        await form.getByLabel('Start').nth(i).fill('00:05');
      }
      await form.getByRole('button', { name: 'Save section' }).click();
      await expect(page.getByRole('heading', { name: `Section ${name}` })).toBeVisible();
    }
    await go('schedule');
    await expect(page.getByRole('button', { name: /^Account of it, section A: meeting 8, no slack/ })).toBeVisible();
    await expect(page.getByRole('button', { name: /^Account of it, section B: meeting 8, no slack/ })).toBeVisible();
  });

  await test.step('days off from a calendar file: garbage is told so, one among 20,000 events is found and taken', async () => {
    await go('schedule/calendar');
    await panel(page, 'From a calendar file');
    const file = page.getByLabel('Calendar file (.ics)');
    const ics = (text: string) => ({ name: 'school.ics', mimeType: 'text/calendar', buffer: Buffer.from(text) });
    await file.setInputFiles(ics('%PDF-1.4 nothing of the kind'));
    await expect(page.getByRole('alert').filter({ hasText: 'no calendar in the iCalendar format' })).toBeVisible();
    const compact = (date: string) => date.replaceAll('-', '');
    const lessons = Array.from(
      { length: 20_000 },
      (_, i) =>
        `BEGIN:VEVENT\r\nUID:${i}\r\nDTSTART:${compact(day(5))}T100000Z\r\nSUMMARY:Lesson ${i}\r\nEND:VEVENT\r\n`,
    );
    const off = `BEGIN:VEVENT\r\nUID:off\r\nDTSTART;VALUE=DATE:${compact(day(5))}\r\nSUMMARY:Open house\r\nEND:VEVENT\r\n`;
    await file.setInputFiles(ics(`BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${lessons.join('')}${off}END:VCALENDAR\r\n`));
    await said(page, '20001 events in the file, 1 of them whole days of this term, 20000 with a time of day.');
    await page.getByRole('button', { name: 'Take 1 entry' }).click();
    await said(page, '1 entry taken.');
    await said(page, /Open house\)/);
  });

  await test.step('the rosters', async () => {
    for (const [section, from, teams] of [
      ['A', 901, 'Oak Elm'],
      ['B', 903, 'Ash Yew'],
    ] as const) {
      await go('teams');
      if (section === 'B') await page.getByText('Paste a roster').click();
      await page.getByLabel('Into section').selectOption({ label: section });
      await page.getByLabel('Roster, pasted').fill(ROSTER(from, teams));
      await page.getByRole('button', { name: 'Check it first' }).click();
      await page.getByRole('button', { name: 'Enrol 2 students' }).click();
      const slips = page.getByRole('region', { name: 'New sign-in names' }).getByRole('row');
      await expect(slips).toHaveCount(3);
      for (const row of await slips.all()) {
        const [name, login, password] = await row.getByRole('cell').allInnerTexts();
        if (name?.startsWith('Ada')) people.Ada = await student(browser, login!, password!);
      }
    }
  });
  const Ada = people.Ada!;
  watch(Ada);

  await test.step('a stage is tried elsewhere by keys: seen for both sections, left, and kept by drag', async () => {
    await go('schedule');
    const bar = page.getByRole('button', { name: /^Account of it, section A/ });
    await bar.focus();
    await bar.press('ArrowRight');
    const effect = page.getByRole('region', { name: 'What this move does' });
    await expect(effect).toContainText('“Account of it” starts 1 meeting later than it could');
    await expect(effect).toContainText('Section A: 1 meeting short (it fitted before)');
    await expect(effect).toContainText('Section B: 1 meeting short (it fitted before)');
    await bar.press('Escape');
    await expect(effect).toHaveCount(0);
    const box = (await bar.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width * 1.6, box.y + box.height / 2, { steps: 6 });
    await page.mouse.up();
    await page.waitForTimeout(200); // a click that belongs to the drag itself is swallowed, for a twentieth of a second
    await expect(effect).toContainText('starts 1 meeting later');
    await effect.getByRole('button', { name: /^Apply/ }).click();
    const changes = page.getByRole('region', { name: 'Changes of the plan' });
    await changes.getByRole('button', { name: 'undo' }).click();
    await expect(changes.getByText('undone')).toBeVisible();
    await expect(page.getByRole('button', { name: /^Account of it, section A: meeting 8, no slack/ })).toBeVisible();
  });

  await test.step('two move the same stage: the second is shown both, and takes the first’s', async () => {
    const other = await page.context().newPage();
    watch(other);
    await go('schedule', other);
    const barOn = (who: Page) => who.getByRole('button', { name: /^Account of it, section A/ });
    const moved = async (who: Page, steps: number) => {
      await barOn(who).focus();
      for (let i = 0; i < steps; i++) await barOn(who).press('ArrowRight');
    };
    await moved(page, 2);
    await moved(other, 1);
    await barOn(other).press('Enter');
    await said(other, 'Saved. It can be undone below.');
    await barOn(page).press('Enter');
    const effect = page.getByRole('region', { name: 'What this move does' });
    await expect(effect.getByRole('alert')).toContainText('there it starts 1 meeting later than it could; here 2');
    await effect.getByRole('button', { name: 'Take theirs' }).click();
    await expect(effect).toHaveCount(0);
    await expect(barOn(page)).toHaveAccessibleName(/meeting 9, 1 meeting short/);
    await page
      .getByRole('region', { name: 'Changes of the plan' })
      .getByRole('button', { name: 'undo' })
      .first()
      .click();
    await expect(barOn(page)).toHaveAccessibleName(/meeting 8, no slack/);
    await other.close();
  });

  await test.step('section B loses a day: remedies are compared, one is applied and undone', async () => {
    await go('schedule/what-if');
    await page.getByRole('combobox', { name: 'Section' }).selectOption({ label: 'B' });
    const meetings = page.getByRole('list', { name: 'Meetings' });
    await uncheckAll(meetings);
    await said(page, 'Choose the meetings that are cancelled.');
    await meetings.getByRole('checkbox', { name: format(addDays(monday, 8), 'EEE d MMM') }).check();
    await page.getByLabel('Reason').fill('school trip');
    const does = page.getByRole('region', { name: 'Effect' });
    await expect(does).toContainText('Section B: 1 meeting short (now: fits, no slack)');
    await expect(does).toContainText('Section A: fits, no slack');
    const remedies = page.getByRole('region', { name: 'Remedies' });
    const ways = remedies.getByRole('row').filter({ has: page.getByRole('button', { name: /^Apply way/ }) });
    await expect(ways.first()).toContainText('Work on “Account of it” beside “Mend and improve”');
    await expect(ways.first()).toContainText('0.5');
    await expect(ways.filter({ hasText: 'Leave out “Mend and improve”' })).toHaveCount(1);
    await expect(ways.first()).toContainText('Section B: fits, no slack');
    await remedies.getByRole('button', { name: 'Apply way 1', exact: true }).click();
    const changes = page.getByRole('region', { name: 'Changes of the plan' });
    await expect(changes).toContainText('Section B loses');
    await go('schedule');
    await expect(page.getByRole('button', { name: /^Account of it, section B: meeting 7, no slack/ })).toBeVisible();
    await expect(page.getByRole('button', { name: /^Account of it, section A: meeting 7, slack 1/ })).toBeVisible();
    await changes.getByRole('button', { name: 'undo' }).first().click();
    await expect(page.getByRole('button', { name: /^Account of it, section B: meeting 8, no slack/ })).toBeVisible();
  });

  await test.step('a whole week is lost: five pages tell the same, and remedies are offered where days off are entered', async () => {
    await go('schedule/what-if');
    await page.getByRole('combobox', { name: 'Section' }).selectOption({ label: 'B' });
    // The next meeting is chosen already, which lies in this week or the next, by the day of the test.
    const meetings = page.getByRole('list', { name: 'Meetings' });
    await uncheckAll(meetings);
    const week = page.getByRole('checkbox', { name: `Week of ${format(addDays(monday, 8), 'd MMM')}` });
    await week.check();
    await page.getByRole('button', { name: 'Apply to plan, without a remedy' }).click();
    const story = (who = page) => who.getByRole('region', { name: 'How the plan stands' });
    await expect(story()).toContainText(/Section B\. The class plan is 2 meetings short\./);
    await expect(page.getByRole('region', { name: 'Effect' })).toContainText('Section B: 2 meetings short');
    const told = (await story().innerText()).replace(/\s*What can be done/g, '');
    for (const sheet of ['schedule', 'schedule/progress', 'schedule/calendar', '']) {
      await page.goto(sheet ? `${home}/${sheet}` : home);
      await expect(story()).toBeVisible();
      expect((await story().innerText()).replace(/\s*What can be done/g, '').replace(/\n+/g, '\n'), sheet).toBe(
        told.replace(/\n+/g, '\n'),
      );
    }
    await go('schedule/calendar');
    await expect(page.getByRole('region', { name: 'Remedies' })).toBeVisible();
    await go('schedule');
    await page.getByRole('link', { name: 'What can be done' }).click();
    const changes = page.getByRole('region', { name: 'Changes of the plan' });
    await changes.getByRole('button', { name: 'undo' }).first().click();
    await expect(story()).toContainText(/Section B\. The class plan leaves/);
  });

  await test.step('a team hands in on a phone and is accepted; the one that does not falls behind', async () => {
    await go('schedule/progress', Ada);
    const first = Ada.getByRole('listitem').filter({ hasText: 'Brief and warm-up' });
    await first.getByLabel('Where it is, or a note').fill('on the shelf');
    await first.getByRole('button', { name: 'Hand in' }).click();
    await expect(Ada.getByRole('button', { name: 'withdraw' })).toBeVisible();
    await go('schedule/progress');
    const look = page.getByRole('region', { name: 'To review' });
    await expect(look).toContainText('Oak: Brief and warm-up');
    await look.getByText('return it', { exact: true }).click();
    await look.getByRole('button', { name: 'Return' }).click();
    await expect(look.getByText('Say what is still to be done.')).toBeVisible();
    await look.getByRole('button', { name: 'Accept' }).click();
    await expect(look).toHaveCount(0);
    await go('schedule/progress', Ada);
    await expect(Ada.getByText('1 stage accepted')).toBeVisible();
    // Today is of the section that meets now or next; A is asked for by name.
    await go('schedule');
    await page.getByRole('group', { name: 'Section' }).getByRole('link', { name: 'Section A' }).click();
    await page.waitForURL(/section=/);
    await expect(page.getByRole('group', { name: 'Section' }).locator('[aria-current]')).toHaveText('Section A');
    await page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: 'Today' }).click();
    const elm = page.getByRole('region', { name: 'Elm' });
    await expect(elm.getByText(/meetings behind: Brief and warm-up, meeting \d, planned 1/)).toBeVisible();
    await elm.getByRole('link', { name: 'Progress →' }).click();
    await expect(page.getByRole('heading', { name: 'Progress of Elm' })).toBeVisible();
    await go('', Ada);
    await said(Ada, /to hand in: one sketch each|meetings? behind: Sketches/);
  });

  await test.step('a student changes section and keeps what was handed in', async () => {
    await go('teams');
    await page.getByText('sign-in names, slips').first().click();
    await page.getByLabel('Team of Ada A.').selectOption({ label: 'Ash' });
    await said(page, 'Ada A. is moved.');
    await go('schedule/progress', Ada);
    await expect(Ada.getByRole('heading', { name: 'Progress of Ash' })).toBeVisible();
    await go('history');
    const row = page.getByRole('row', { name: /Ada Alder added hand.in .*team: Oak/ });
    await expect(row).toContainText('Brief and warm-up');
  });

  await test.step('who is away, and the substitute’s page by link', async () => {
    await go('schedule/lesson');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Lesson');
    await page
      .getByRole('button', { name: /is away$/ })
      .first()
      .click();
    await said(page, /1 of \d members? away/);
    await page.getByLabel('For whom').fill('Sub');
    await page.getByRole('button', { name: 'Create link' }).click();
    const link = await page.locator('output').last().innerText();
    const other = await (await browser.newContext()).newPage();
    watch(other);
    await other.goto(link);
    await expect(other.getByRole('heading', { level: 1 })).toContainText(/^Section [AB], /);
    await expect(other.getByRole('region', { name: 'Run sheet' })).toContainText('Teams work as listed below');
    await expect(other.getByRole('note', { name: 'Cautions' })).toContainText('Local codes, the school’s rules');
    await said(other, /1 of \d members? away/);
    await expect(other.getByRole('button')).toHaveCount(1); // prints, and nothing else
  });

  await test.step('the calendar that subscribes loads in another program’s parser, until its link ends', async () => {
    await go('schedule/calendar');
    const panel = page.getByRole('region', { name: 'Calendars that subscribe' });
    await panel.getByLabel('For whom').fill('Phone');
    await panel.getByRole('button', { name: 'Create link' }).click();
    const link = await panel.locator('output').last().innerText();
    expect(link).toMatch(/\/feed\/[\w-]{43}\.ics$/);
    const stranger = await browser.newContext();
    const answer = await stranger.request.get(link);
    expect(answer.headers()['content-type']).toContain('text/calendar');
    const events = new ICAL.Component(ICAL.parse(await answer.text()) as unknown[])
      .getAllSubcomponents('vevent')
      .map((one) => new ICAL.Event(one));
    const timed = events.filter((one) => !one.startDate.isDate);
    expect(timed.map((one) => one.startDate.toJSDate().toISOString().slice(0, 16)).sort()).toEqual(
      [-14, -13, -12, -11, -7, -6, -5, -4, 0, 1, 2, 3, 7, 8, 9, 10, 14].map((days) => `${day(days)}T00:05`),
    );
    expect(events.find((one) => one.summary.startsWith('Event:'))?.startDate.toString()).toBe(EVENT);
    await panel.getByRole('button', { name: 'end link' }).click();
    await confirmed(page);
    await said(page, 'Link ended.');
    expect((await stranger.request.get(link)).status()).toBe(404);
  });
});

test('a hand-in without a line waits on the phone and goes out by itself', async ({ browser, watch }) => {
  const page = await enter(browser, 'student', { viewport: { width: 390, height: 844 } });
  watch(page);
  const home = await demoHome(page);
  await page.goto(`${home}/schedule/progress`);
  const kept = () =>
    page.evaluate(
      async (path) => Boolean(await caches.match(path, { ignoreSearch: true })),
      `${home}/schedule/progress`,
    );
  await expect.poll(kept, { timeout: 30_000 }).toBe(true);
  await page.context().setOffline(true);
  await page.reload();
  const last = page.getByRole('listitem').filter({ hasText: 'Packing and inspection' });
  await last.getByText('hand it in').click();
  await last.getByRole('button', { name: 'Hand in' }).click();
  await expect(page.getByRole('region', { name: 'Waiting' })).toContainText('Flint hands in “Packing and inspection”');
  await page.context().setOffline(false);
  await expect(page.getByRole('region', { name: 'Waiting' })).toHaveCount(0, { timeout: 30_000 });
  await expect(last).toContainText('handed in');
  await last.getByRole('button', { name: 'withdraw' }).click();
  await expect(last.getByText('hand it in')).toBeVisible();
});

test('an event that has passed is said on the plan, with the way to mend it', async ({ browser, watch }) => {
  const page = await enter(browser, 'instructor');
  watch(page);
  await page.goto('/projects/new');
  await page.getByLabel('Title').fill('Over already');
  await page.getByLabel('Client or competition').fill('Bakery');
  await page.getByLabel('Day of the event').fill(day(-7));
  await said(page, 'This day has passed. Plans count back from it.');
  await page.getByLabel('Time zone').fill('UTC');
  await page.getByRole('button', { name: 'Create project' }).click();
  await expect(page.getByRole('region', { name: 'First steps' })).toBeVisible();
  await page.goto(`${new URL(page.url()).pathname}/schedule`);
  await said(page, /The event on .* has passed\./);
  await page.getByRole('link', { name: 'Set another day' }).click();
  await expect(page.getByLabel('Day of the event')).toHaveValue(day(-7));
});

test('the lesson sheet prints on one page, the plan on one', async ({ browser }) => {
  const page = await enter(browser, 'instructor');
  const home = await demoHome(page);
  for (const sheet of ['schedule/lesson', 'schedule']) {
    await page.goto(`${home}/${sheet}`);
    const pdf = await page.pdf({ format: 'A4', preferCSSPageSize: true });
    expect(pdf.toString('latin1').match(/\/Type\s*\/Page\b/g), sheet).toHaveLength(1);
  }
});
