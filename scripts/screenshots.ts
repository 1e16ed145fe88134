/**
 * npm run screenshots: one picture of each main view into docs/screenshots, from the demo data.
 * Options: --out FOLDER, --only NAME,NAME, --dark, --phone (for looking at a change; those are not committed).
 */
import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { chromium, type Browser, type BrowserContext, type Page } from '@playwright/test';
import { build } from './lib/build.mjs';
import { startCluster } from './lib/cluster.mjs';
import { needChromium } from './lib/install.mjs';
import { serve } from './lib/serve.mjs';
import { BROWSER, signIn } from '../tests/e2e/browser';

type Served = Awaited<ReturnType<typeof serve>>;
const { values } = parseArgs({
  options: {
    out: { type: 'string', default: 'docs/screenshots' },
    only: { type: 'string' },
    dark: { type: 'boolean', default: false },
    phone: { type: 'boolean', default: false },
    all: { type: 'boolean', default: false },
  },
});
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

interface View {
  name: string;
  role:
    | 'instructor'
    | 'college'
    | 'assistant'
    | 'student'
    | 'client'
    | 'judge'
    | 'board'
    | 'substitute'
    | 'official'
    | 'panel'
    | 'audience'
    | 'visitor';
  /** The page below the project, or a whole path when it starts with "/". */
  at: string;
  phone?: boolean;
  /** Made only with --all: pages to look at that are no main view. */
  extra?: boolean;
  /** Clicks the link of this name before the picture is taken. */
  follow?: RegExp;
  /** What is done on the page before the picture is taken. */
  act?: (page: Page) => Promise<void>;
}

/** The desk of the duel. */
async function openDesk(page: Page) {
  await page
    .getByRole('link', { name: /^Twin-line duel/ })
    .first()
    .click();
  await page.getByRole('link', { name: 'To the desk' }).click();
  await page.getByRole('heading', { name: 'Entered lately' }).waitFor();
}
/** The desk of the duel, with every start held and a correction begun. */
async function stopDay(page: Page) {
  await openDesk(page);
  await page.getByRole('button', { name: 'Correct W1-4' }).click();
  const form = page.getByRole('region', { name: 'Correct W1-4' });
  await form.getByRole('button', { name: 'Slate won' }).click();
  await form.getByRole('button', { name: 'Show what changes' }).click();
  await page.getByRole('button', { name: 'Stop all starts' }).click();
  await page.getByRole('alertdialog').getByLabel('somebody stands too close').check();
  await page.getByRole('alertdialog').getByRole('button').last().click();
  await page.getByRole('button', { name: 'Let starts go on' }).waitFor();
}
/** The result of the match that is on, half entered. */
async function enterResult(page: Page) {
  await page.getByRole('button', { name: 'Enter result' }).first().click();
  await page.getByRole('button', { name: /won/ }).first().click();
}
/** A mass too close to the limit, typed and not decided. */
async function inspectChert(page: Page) {
  await page.getByRole('link', { name: 'Chert' }).click();
  await page.getByLabel('Carrier mass in g').fill('902');
  await page.getByText('You may decide either way').waitFor();
}

/** The plan of today's review, and from there one of its pages. */
const inReview =
  (name: RegExp, ...then: ((page: Page) => Promise<void>)[]) =>
  async (page: Page) => {
    await page.getByRole('link', { name }).first().click();
    await page.waitForURL(/reviews\/[0-9a-f-]{36}/);
    await page.getByRole('heading', { name: 'What each team goes through' }).waitFor();
    for (const step of then) await step(page);
  };
/** A team's packet, frozen or as it stands now. */
const openPacket = (team: string) => async (page: Page) => {
  await page
    .getByRole('row', { name: new RegExp(`\\d (${team})`) })
    .first()
    .getByRole('link')
    .first()
    .click();
  await page.getByText('speak against').or(page.getByText('speaks against')).first().waitFor();
};
/** The room, with its first team begun. */
async function openRoom(page: Page) {
  await page.getByRole('link', { name: 'Open the room' }).click();
  const start = page.getByRole('button', { name: /^Start / });
  await start
    .or(page.getByRole('button', { name: /^End / }))
    .first()
    .waitFor();
  if (await start.first().isVisible()) await start.first().click();
  await page.getByRole('button', { name: /^End / }).waitFor();
}
async function openMinutes(page: Page) {
  await page.getByRole('link', { name: 'Minutes' }).click();
  await page.getByText('Verdict:').waitFor();
}
async function openHandover(page: Page) {
  await page.getByRole('link', { name: 'Wishes and handover' }).click();
  await page.getByText('What became of it').first().waitFor();
}
async function openHeldPeers(page: Page) {
  await page
    .getByRole('row', { name: /14 Oct/ })
    .getByRole('link')
    .first()
    .click();
  await page.getByRole('link', { name: 'Peer reviews' }).click();
  await page.getByRole('heading', { name: /^Peer reviews/ }).waitFor();
}
/** How judges of a rubric compare. */
async function compareJudges(page: Page) {
  await page.getByRole('link', { name: 'Compare judges' }).click();
  await page.getByRole('heading', { name: 'Strict and mild' }).waitFor();
}
async function changeRubric(page: Page) {
  await page.getByRole('button', { name: 'Change rubric' }).click();
  await page.getByRole('dialog').getByLabel('It counts').first().waitFor();
}
async function scoreATeam(page: Page) {
  await page.getByRole('link', { name: 'Score teams' }).click();
  await page.getByRole('link', { name: /Gneiss/ }).click();
  await page.getByLabel('What was strong').waitFor();
}
async function changeCrossing(page: Page) {
  await page.getByRole('button', { name: 'Change Crossing' }).click();
  await page.getByRole('dialog').getByLabel('From result to percent').waitFor();
}
async function openStatistics(page: Page) {
  await page.getByRole('link', { name: 'Statistics of the class' }).click();
  await page.getByText('Tells students apart?').scrollIntoViewIfNeeded();
}
/** The verdict on the first team of the room. */
async function openVerdict(page: Page) {
  await openRoom(page);
  await page.getByRole('button', { name: /^End / }).first().click();
  await page
    .getByRole('button', { name: /verdict/i })
    .first()
    .click();
  await page.getByRole('dialog').waitFor();
}
async function closeFinding(page: Page) {
  await page
    .getByRole('link', { name: 'Close' })
    .or(page.getByRole('button', { name: /^Close/ }))
    .first()
    .click();
  await page.getByRole('dialog').waitFor();
}
/** A requirement's row of a new concept, open. */
async function openAnswers(page: Page) {
  await page.getByText('Carrier mass without payload').click();
}
/** The form of a protocol that measures several quantities. */
async function openProtocol(page: Page) {
  await page.getByRole('button', { name: 'Change Pump efficiency' }).click();
  await page.getByRole('dialog').getByLabel('Formula').first().scrollIntoViewIfNeeded();
}
/** The usual tests, to add one. */
async function openUsual(page: Page) {
  await page.getByRole('button', { name: 'Add a usual test' }).click();
  await page.getByRole('dialog').getByText('Timed run', { exact: true }).first().waitFor();
}
/** The grid of a results sheet with some lines filled in, one of them wrong. */
async function typeSheet(page: Page) {
  await page.getByRole('link', { name: 'Type in a sheet' }).click();
  await page.getByLabel('crank speed, rpm, row 1', { exact: true }).click();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text', '60\t1485\t31,2\n60\t1492\t31.4\n60\t148\t30,9\n60\t1479\tx');
    document.activeElement!.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
  });
}
/** The second of two quantities, at the rig. */
async function keyTwo(page: Page) {
  await page.getByLabel('crank speed').fill('60');
  await page.getByLabel('Lifted water of').fill('1480');
  await page.keyboard.press('Enter');
}
/** A run with a derived value. */
async function openDerived(page: Page) {
  await page
    .getByRole('row', { name: /Pump efficiency/ })
    .first()
    .getByRole('link')
    .first()
    .click();
  await page.getByText('worked out as').first().waitFor();
}
/** The chart of one weight, in view. */
async function drawFlips(page: Page) {
  await page.locator('figure').scrollIntoViewIfNeeded();
  await page.locator('.recharts-surface').first().waitFor();
  await page.evaluate(() => document.querySelector('figure')!.scrollIntoView({ block: 'end' }));
}
/** The bill of an iteration, in view. */
async function showBill(page: Page) {
  await page.getByRole('heading', { name: 'Bill of materials' }).scrollIntoViewIfNeeded();
  await page.evaluate(() => document.querySelector('[aria-label="Bill of materials"]')!.scrollIntoView());
}
async function openBill(page: Page) {
  await page.getByRole('button', { name: 'Change bill' }).click();
  await page.getByRole('dialog').waitFor();
}
/** A change with a claim, being entered. */
async function addChange(page: Page) {
  const step = page.getByRole('button', { name: '2 Changes' });
  if (await step.isVisible()) await step.click();
  await page.getByRole('button', { name: 'Add change' }).click();
  await page.getByLabel('It makes it').selectOption('lighter');
  await page.getByLabel('Kind of change').scrollIntoViewIfNeeded();
}
/** What was measured, with a second reading. */
async function addReading(page: Page) {
  const step = page.getByRole('button', { name: '3 Measured' });
  if (await step.isVisible()) await step.click();
  await page.getByLabel('Carrier mass').fill('812');
  await page.getByRole('button', { name: 'Add reading' }).first().click();
  await page.getByLabel('Reading 2').fill('814');
  await page.getByText('Measured properties').scrollIntoViewIfNeeded();
}
/** The copies of an iteration. */
async function showCopies(page: Page) {
  await page.evaluate(() => document.querySelector('[aria-label="Copies"]')!.scrollIntoView());
}
async function breakCopy(page: Page) {
  await page
    .getByRole('button', { name: /^Broke/ })
    .first()
    .click();
  await page.getByRole('dialog').waitFor();
}
/** An iteration beside the one it was built on. */
async function compare(page: Page) {
  await page.getByRole('link', { name: /^Compare with/ }).click();
  await page.waitForURL(/compare/);
}
/** Two designs that both have runs. */
async function compareRuns(page: Page) {
  await page.getByRole('link', { name: /^Compare with/ }).click();
  await page.waitForURL(/compare/);
  const choice = page.getByLabel('First iteration');
  await choice.selectOption((await choice.locator('option', { hasText: /^Flint 3/ }).getAttribute('value'))!);
  await page.waitForURL(/a=/);
  await page.getByRole('heading', { name: 'Measured' }).evaluate((one) => one.scrollIntoView());
}
/** What the doses of a team's versions say of each other. */
async function doseResults(page: Page) {
  await page.getByRole('link', { name: 'Dose repeatability' }).click();
  await page.waitForURL(/protocol=/);
}
/** A value in the wrong unit, asked back with what would fit. */
async function slipAtTheRig(page: Page) {
  await page.getByLabel('Team', { exact: true }).selectOption({ label: 'Basalt 3' });
  await page.getByLabel(/^Value of/).fill('8020');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^Use/ }).waitFor();
}
/** The second of two who read a run. */
async function secondObserver(page: Page) {
  const rig = page.url();
  await page.goto(rig.replace('/enter', ''));
  await page.getByRole('button', { name: 'Change Crossing, loaded' }).click();
  await page.getByLabel('Observers').selectOption('2');
  await page.getByRole('button', { name: 'Save protocol' }).click();
  await page.getByRole('dialog').waitFor({ state: 'hidden' });
  await page.goto(rig);
  await page.getByLabel(/^Value of/).fill('8.02');
  await page.keyboard.press('Enter');
  await page.getByText('Observer 2 of 2').waitFor();
}
async function startFromPreset(page: Page) {
  await page.getByLabel('Start from').selectOption('Stopwatch by hand');
}
async function openConclusion(page: Page) {
  await doseResults(page);
  await page.getByRole('button', { name: /^Conclude/ }).click();
  await page.getByRole('dialog').waitFor();
}
/** Teams as the program proposes them. */
async function formTeams(page: Page) {
  await page.getByRole('button', { name: 'Form teams' }).click();
  await page.waitForTimeout(1500);
}
async function openSelection(page: Page) {
  await page.getByRole('heading', { name: 'Vote of the panel' }).scrollIntoViewIfNeeded();
}

/** Who leads the project, open. */
async function openStaff(page: Page) {
  await page.getByRole('button', { name: /^Instructors and assistants/ }).click();
  await page.getByRole('button', { name: 'Invite' }).waitFor();
}

/** A run that waits on a phone where somebody else is signed in by now. */
async function nextStudent(page: Page) {
  await enterOffline(page);
  await changeFirst(page, { by: crypto.randomUUID(), byName: 'Petra H.' });
  await page.goto('/outbox');
}

/** Changes the first entry of a device's outbox, and what it holds. */
async function changeFirst(page: Page, change: object, body: object = {}) {
  await page.evaluate(
    async ([change, body]) => {
      const request = indexedDB.open('ironstone-outbox');
      await new Promise((resolve) => (request.onsuccess = resolve));
      const store = request.result.transaction('entries', 'readwrite').objectStore('entries');
      const all = store.getAll();
      await new Promise((resolve) => (all.onsuccess = resolve));
      const [first] = all.result as { body: object }[];
      store.put({ ...first!, ...change, body: { ...first!.body, ...body } });
      request.result.close();
    },
    [change, body] as const,
  );
}

/** Two runs entered without a line. */
async function enterOffline(page: Page) {
  for (let tries = 0; tries < 60 && !(await page.evaluate(async () => Boolean(await caches.match('/outbox')))); tries++)
    await page.waitForTimeout(500);
  await page.context().setOffline(true);
  for (const keys of ['8.1', '7.96']) {
    for (const key of keys) await page.getByRole('button', { name: key, exact: true }).click();
    await page.getByRole('button', { name: /^Save/ }).click();
    await page.waitForTimeout(600);
  }
}
/** The first of them as an attempt that somebody else has recorded meanwhile: a clash. */
async function outbox(page: Page) {
  await enterOffline(page);
  await changeFirst(page, {}, { attempt: 3 });
  await page.context().setOffline(false);
  await page.goto('/outbox');
  await page.getByRole('region', { name: 'Refused' }).waitFor();
}
async function openRun(page: Page) {
  await page.locator('a[href*="/runs/"]').first().click();
  await page.getByText('Correct this run').click();
}
async function openStudents(page: Page) {
  await page.getByText('sign-in names, slips').first().click();
}
async function makeSlips(page: Page) {
  await page.getByRole('button', { name: /^Make \d+ slips/ }).click();
  await page.getByRole('button', { name: 'Print the sheet' }).waitFor();
}
async function waitForChecks(page: Page) {
  await page.getByText('Likely the same').waitFor();
}
async function secondVisit(page: Page) {
  await page.getByRole('link', { name: /second visit/ }).click();
  await page.getByRole('heading', { name: 'Answers, second visit' }).waitFor();
}
async function changeTilt(page: Page) {
  await page.getByRole('row', { name: /R-05/ }).getByRole('link', { name: 'change' }).click();
  await page.getByLabel('Limit', { exact: true }).fill('10');
  await page.getByRole('region', { name: 'What it touches' }).waitFor();
  await page.getByRole('region', { name: 'What it touches' }).scrollIntoViewIfNeeded();
}
async function pasteList(page: Page) {
  const text =
    'code,statement,kind,parameter,dimension,value,unit\nR-20,Width on the cable,max,Width,length,300,mm\nR-21,Brake force,min,Brake force,force,5,g\nR-01,Mass,max,Carrier mass,mass,1,kg';
  await page.getByLabel('The list, pasted').fill(text);
  await page.getByRole('button', { name: 'Check it first' }).click();
  await page.getByText(/can be taken/).waitFor();
}
/** A meeting of section 5, which has nothing to spare. */
async function loseTuesday(page: Page) {
  await page.getByRole('combobox', { name: 'Section' }).selectOption({ label: '5' });
  await page
    .getByRole('checkbox', { name: /^Week of/ })
    .first()
    .check();
  await page.getByLabel('Reason').fill('fire drill');
  await page.getByRole('button', { name: 'Apply way 1' }).waitFor();
}
async function moveStage(page: Page) {
  const bar = page.getByRole('button', { name: /^Packing and inspection, section 2/ });
  await bar.focus();
  await bar.press('ArrowRight');
  await bar.press('ArrowRight');
  await page.getByRole('region', { name: 'What this move does' }).waitFor();
}
async function openStage(page: Page) {
  await page.getByRole('button', { name: 'Change Order of parts' }).click();
  await page.getByRole('button', { name: 'Save the stage' }).waitFor();
}
async function showDaysOff(page: Page) {
  await page.getByRole('button', { name: 'From a calendar file' }).click();
  const off = (uid: number, day: string, what: string) =>
    `BEGIN:VEVENT\r\nUID:${uid}\r\nDTSTART;VALUE=DATE:${day}\r\nSUMMARY:${what}\r\nEND:VEVENT\r\n`;
  const text = `BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${off(1, '20260907', 'Holiday')}${off(2, '20261021', 'Open day')}END:VCALENDAR\r\n`;
  const file = { name: 'school.ics', mimeType: 'text/calendar', buffer: Buffer.from(text) };
  await page.getByLabel('Calendar file (.ics)').setInputFiles(file);
  await page.getByRole('button', { name: 'Take 1 entry' }).scrollIntoViewIfNeeded();
}
/** A project of its own with a section and no plan yet. */
async function plansToStartFrom(page: Page) {
  await page.getByLabel('Title').fill('Second courier');
  await page.getByLabel('Client or competition').fill('Allotments');
  await page.getByLabel('Day of the event').fill('2027-03-19');
  await page.getByRole('button', { name: 'Create project' }).click();
  await page.getByRole('region', { name: 'First steps' }).waitFor();
  const home = `${page.url()}/schedule`;
  await page.goto(`${home}/calendar?panel=new`);
  await page.getByLabel('Section', { exact: true }).fill('1');
  await page.getByLabel('First day').fill('2027-02-01');
  await page.getByLabel('Last day').fill('2027-03-19');
  await page.getByLabel('Start', { exact: true }).first().fill('10:05');
  await page.getByRole('button', { name: 'Save the section' }).click();
  await page.getByRole('heading', { name: 'Section 1' }).waitFor();
  await page.goto(home);
}
/** A session that is on, with one run through and one going. */
async function runSession(page: Page) {
  await page.getByRole('link', { name: /Mon 26 Oct/ }).click();
  await page.getByRole('button', { name: 'Begin the session' }).click();
  await page.getByRole('button', { name: 'it ran anyway' }).click();
  await page.getByText('Gneiss attempt 1').waitFor();
  await page.getByRole('button', { name: 'Start', exact: true }).click();
  await page.getByRole('button', { name: 'Run done' }).waitFor();
}
async function openSession(page: Page) {
  await page.getByRole('link', { name: /Wed 28 Oct/ }).click();
  await page.getByRole('heading', { name: /^Run sheet/ }).waitFor();
}
async function openGate(page: Page) {
  await page.getByRole('link', { name: /^Final cut, Marl/ }).click();
  await page.getByText('Open it although something is missing').click();
}
/** As on paper: A4 upright, within its margins. */
async function asPrinted(page: Page) {
  await page.setViewportSize({ width: 718, height: 1046 });
  await page.emulateMedia({ media: 'print' });
}
async function openFirst(page: Page) {
  await page
    .getByRole('button', { name: /^Change/ })
    .first()
    .click();
  await page.getByRole('dialog').waitFor();
}
async function openEventPanel(page: Page) {
  await page.getByRole('button', { name: 'Opening and officials' }).first().click();
  await page.getByRole('button', { name: 'Name official' }).first().waitFor();
}
async function withdrawAttempt(page: Page) {
  await page
    .getByRole('button', { name: /^Withdraw Marl/ })
    .first()
    .click();
  await page.getByRole('alertdialog').waitFor();
}
async function pressName(page: Page, name: string) {
  await page.getByText(name).first().click();
}
const VIEWS: View[] = [
  { name: 'today', role: 'instructor', at: '' },
  { name: 'brief', role: 'instructor', at: 'brief' },
  { name: 'interview', role: 'instructor', at: 'interview', extra: true },
  { name: 'answers', role: 'instructor', at: 'interview/answers', act: secondVisit, extra: true },
  { name: 'requirements', role: 'instructor', at: 'requirements', act: waitForChecks },
  { name: 'compliance', role: 'instructor', at: 'requirements/compliance' },
  { name: 'schedule', role: 'instructor', at: 'schedule' },
  { name: 'what-if', role: 'instructor', at: 'schedule/what-if', act: loseTuesday, extra: true },
  { name: 'progress', role: 'instructor', at: 'schedule/progress', extra: true },
  { name: 'gates', role: 'instructor', at: 'schedule/gates' },
  { name: 'gate', role: 'instructor', at: 'schedule/gates', act: openGate, extra: true },
  { name: 'gates-edit', role: 'instructor', at: 'schedule/gates/edit', act: openFirst, extra: true },
  { name: 'my-gates', role: 'student', at: 'schedule/gates', extra: true },
  { name: 'bookings', role: 'instructor', at: 'schedule/bookings', extra: true },
  { name: 'my-bookings', role: 'student', at: 'schedule/bookings', extra: true },
  { name: 'machines', role: 'instructor', at: 'schedule/machines', act: openFirst, extra: true },
  { name: 'reviews', role: 'instructor', at: 'reviews', extra: true },
  { name: 'review-new', role: 'instructor', at: 'reviews?panel=new', extra: true },
  { name: 'review-kinds', role: 'instructor', at: 'reviews/kinds', extra: true },
  { name: 'findings', role: 'instructor', at: 'reviews/findings', extra: true },
  { name: 'my-findings', role: 'student', at: 'reviews/findings', phone: true, extra: true },
  { name: 'my-reviews', role: 'student', at: 'reviews', phone: true, extra: true },
  { name: 'review-plan', role: 'instructor', at: 'reviews', act: inReview(/^Mid-project/), extra: true },
  { name: 'packet', role: 'instructor', at: 'reviews', act: inReview(/^Mid-project/, openPacket('Flint')) },
  {
    name: 'packet-print',
    role: 'instructor',
    at: 'reviews',
    act: inReview(/^Mid-project/, openPacket('Flint'), asPrinted),
    extra: true,
  },
  { name: 'review-room', role: 'instructor', at: 'reviews', act: inReview(/^Mid-project/, openRoom) },
  {
    name: 'room-phone',
    role: 'assistant',
    at: 'reviews',
    phone: true,
    act: inReview(/^Mid-project/, openRoom),
    extra: true,
  },
  { name: 'peer-form', role: 'student', at: 'reviews', phone: true, follow: /write a review/, extra: true },
  {
    name: 'minutes',
    role: 'instructor',
    at: 'reviews',
    act: inReview(/^Readiness/, openPacket('Marl|Tuff'), openMinutes),
    extra: true,
  },
  { name: 'peers', role: 'instructor', at: 'reviews', act: openHeldPeers, extra: true },
  {
    name: 'handover',
    role: 'instructor',
    at: 'reviews',
    act: inReview(/^Unveiling/, openPacket('Flint'), openHandover),
    extra: true,
  },
  {
    name: 'handover-print',
    role: 'instructor',
    at: 'reviews',
    act: inReview(/^Unveiling/, openPacket('Flint'), openHandover, asPrinted),
    extra: true,
  },
  { name: 'panel', role: 'panel', at: '/panel', phone: true, extra: true },
  { name: 'panel-team', role: 'panel', at: '/panel', follow: /Flint/, phone: true, extra: true },
  { name: 'panel-client', role: 'client', at: '/panel', phone: true, extra: true },
  { name: 'run-sheet', role: 'instructor', at: 'bench/sessions', act: runSession, extra: true },
  { name: 'run-sheet-planned', role: 'instructor', at: 'bench/sessions', act: openSession, extra: true },
  {
    name: 'run-sheet-print',
    role: 'instructor',
    at: 'bench/sessions',
    act: async (page) => {
      await openSession(page);
      await asPrinted(page);
    },
    extra: true,
  },
  { name: 'lesson-print', role: 'instructor', at: 'schedule/lesson', act: asPrinted, extra: true },
  { name: 'sessions', role: 'instructor', at: 'bench/sessions', extra: true },
  { name: 'safety', role: 'instructor', at: 'safety' },
  {
    name: 'hazard-edit',
    role: 'instructor',
    at: 'safety',
    act: (page) => page.getByRole('button', { name: 'Change Cutting tools' }).click(),
    extra: true,
  },
  { name: 'my-safety', role: 'student', at: 'safety', extra: true },
  {
    name: 'sign-offs',
    role: 'instructor',
    at: 'safety/sign-offs',
    act: (page) => pressName(page, 'Sign students off'),
    extra: true,
  },
  { name: 'incidents', role: 'instructor', at: 'safety/incidents', extra: true },
  { name: 'schedule-move', role: 'instructor', at: 'schedule', act: moveStage, extra: true },
  { name: 'schedule-student', role: 'student', at: 'schedule', extra: true },
  { name: 'lesson', role: 'instructor', at: 'schedule/lesson', extra: true },
  { name: 'stages', role: 'instructor', at: 'schedule/stages', act: openStage, extra: true },
  { name: 'calendar', role: 'instructor', at: 'schedule/calendar', extra: true },
  { name: 'days-off', role: 'instructor', at: 'schedule/calendar', act: showDaysOff, extra: true },
  { name: 'start-plans', role: 'instructor', at: '/projects/new', act: plansToStartFrom, extra: true },
  { name: 'my-progress', role: 'student', at: 'schedule/progress', extra: true },
  { name: 'my-today', role: 'student', at: '', extra: true },
  { name: 'help', role: 'visitor', at: '/help', extra: true },
  { name: 'event-opening', role: 'instructor', at: 'event', act: openEventPanel, extra: true },
  { name: 'withdraw', role: 'official', at: '/official', phone: true, act: withdrawAttempt, extra: true },
  { name: 'official', role: 'official', at: '/official', phone: true, extra: true },
  { name: 'substitute', role: 'substitute', at: '/substitute', extra: true },
  { name: 'concepts', role: 'instructor', at: 'concepts' },
  { name: 'my-concepts', role: 'student', at: 'concepts', extra: true },
  { name: 'concept', role: 'instructor', at: 'concepts', follow: /^Counterweight/, extra: true },
  { name: 'concept-new', role: 'student', at: 'concepts/new', act: openAnswers, extra: true },
  { name: 'pitches', role: 'instructor', at: 'concepts/pitches', extra: true },
  { name: 'selection', role: 'instructor', at: 'concepts/selection', act: drawFlips },
  { name: 'selection-top', role: 'instructor', at: 'concepts/selection', extra: true },
  { name: 'selection-votes', role: 'instructor', at: 'concepts/selection', act: openSelection, extra: true },
  { name: 'selection-edit', role: 'instructor', at: 'concepts/selection/edit', extra: true },
  { name: 'teams', role: 'instructor', at: 'teams', extra: true },
  { name: 'my-teams', role: 'student', at: 'teams', extra: true },
  { name: 'forming', role: 'instructor', at: 'teams/forming', act: formTeams, extra: true },
  { name: 'charters', role: 'instructor', at: 'teams/charters', extra: true },
  { name: 'my-charter', role: 'student', at: 'teams/charters', extra: true },
  { name: 'draw', role: 'instructor', at: 'teams/draws', extra: true },
  { name: 'parts', role: 'instructor', at: 'builds/parts', extra: true },
  {
    name: 'interfaces',
    role: 'instructor',
    at: 'builds/parts',
    act: (page) => page.getByRole('heading', { name: 'Interfaces', exact: true }).scrollIntoViewIfNeeded(),
    extra: true,
  },
  { name: 'my-parts', role: 'student', at: 'builds/parts', extra: true },
  { name: 'iterations', role: 'instructor', at: 'builds', extra: true },
  { name: 'builds', role: 'instructor', at: 'builds', follow: /^Tuff$/ },
  { name: 'team-pages', role: 'instructor', at: 'builds/sheet', extra: true },
  { name: 'team-page-print', role: 'instructor', at: 'builds/sheet', act: asPrinted, extra: true },
  { name: 'materials', role: 'instructor', at: 'builds/materials', extra: true },
  { name: 'bill', role: 'instructor', at: 'builds', follow: /^Marl 2/, act: showBill, extra: true },
  { name: 'bill-panel', role: 'instructor', at: 'builds', follow: /^Marl 2/, act: openBill, extra: true },
  { name: 'rules-panel', role: 'instructor', at: 'builds/class?panel=rules', extra: true },
  { name: 'material-panel', role: 'instructor', at: 'builds/materials?panel=new', extra: true },
  { name: 'changes-step', role: 'student', at: 'builds/new', act: addChange, extra: true },
  { name: 'readings', role: 'student', at: 'builds/new', act: addReading, extra: true },
  { name: 'tuff-5', role: 'instructor', at: 'builds', follow: /^Tuff 5/, extra: true },
  { name: 'compare-tuff', role: 'instructor', at: 'builds', follow: /^Marl 2/, act: compareRuns, extra: true },
  { name: 'copies', role: 'instructor', at: 'builds', follow: /^Tuff 5/, act: showCopies, extra: true },
  { name: 'copy-panel', role: 'instructor', at: 'builds', follow: /^Tuff 5/, act: breakCopy, extra: true },
  { name: 'properties-panel', role: 'instructor', at: 'builds/class?panel=properties', extra: true },
  { name: 'entry-settings', role: 'instructor', at: 'bench/enter?section=5', phone: true, extra: true },
  { name: 'class-board', role: 'instructor', at: 'bench/board', extra: true },
  { name: 'board-doser', role: 'college', at: 'bench/board', follow: /^Dose repeatability/, extra: true },
  { name: 'usual', role: 'instructor', at: 'bench', act: openUsual, extra: true },
  { name: 'protocol', role: 'college', at: 'bench', follow: /^Sheet of Pump efficiency/, extra: true },
  { name: 'protocol-form', role: 'college', at: 'bench', act: openProtocol, extra: true },
  {
    name: 'type-sheet',
    role: 'college',
    at: 'bench',
    follow: /^Sheet of Pump efficiency/,
    act: typeSheet,
    extra: true,
  },
  {
    name: 'enter-two',
    role: 'college',
    at: 'bench/enter',
    follow: /^Pump efficiency/,
    act: keyTwo,
    phone: true,
    extra: true,
  },
  { name: 'run-derived', role: 'college', at: 'bench', act: openDerived, extra: true },
  { name: 'results', role: 'instructor', at: 'bench/results', extra: true },
  { name: 'results-team', role: 'instructor', at: 'bench/results', follow: /^Tuff$/, extra: true },
  { name: 'series', role: 'college', at: 'bench/series', extra: true },
  { name: 'series-alder', role: 'college', at: 'bench/series', follow: /^crank speed, Delivery/, extra: true },
  { name: 'results-doser', role: 'college', at: 'bench/results', extra: true },
  { name: 'results-alder', role: 'college', at: 'bench/results', follow: /^Alder$/, act: doseResults, extra: true },
  {
    name: 'conclusion-panel',
    role: 'college',
    at: 'bench/results',
    follow: /^Alder$/,
    act: openConclusion,
    extra: true,
  },
  { name: 'instrument-panel', role: 'instructor', at: 'bench?panel=new-instrument', act: startFromPreset, extra: true },
  { name: 'slip-phone', role: 'instructor', at: 'bench/enter', phone: true, act: slipAtTheRig, extra: true },
  { name: 'observers-phone', role: 'instructor', at: 'bench/enter', phone: true, act: secondObserver, extra: true },
  { name: 'doser-today', role: 'college', at: '', extra: true },
  { name: 'protocol-panel', role: 'instructor', at: 'bench?panel=new-protocol', extra: true },
  { name: 'builds-class', role: 'instructor', at: 'builds/class', extra: true },
  { name: 'features', role: 'instructor', at: 'builds/features', extra: true },
  { name: 'compare', role: 'instructor', at: 'builds', follow: /^Marl 2/, act: compare, extra: true },
  { name: 'iteration-alder', role: 'college', at: 'builds', follow: /^Alder 3/, extra: true },
  { name: 'iteration', role: 'instructor', at: 'builds', follow: /^Marl 2/, extra: true },
  { name: 'bench', role: 'instructor', at: 'bench' },
  { name: 'entry-phone', role: 'student', at: 'bench/enter', phone: true },
  { name: 'outbox-phone', role: 'student', at: 'bench/enter', phone: true, act: outbox, extra: true },
  { name: 'slips', role: 'instructor', at: 'teams/slips', act: makeSlips, extra: true },
  { name: 'grades', role: 'instructor', at: 'grades', extra: true },
  { name: 'verdict', role: 'instructor', at: 'reviews', act: inReview(/Mid-project/, openVerdict), extra: true },
  { name: 'close-finding', role: 'instructor', at: 'reviews/findings', act: closeFinding, extra: true },
  { name: 'rubric', role: 'instructor', at: 'grades', follow: /^Build quality/, extra: true },
  { name: 'rubric-student', role: 'student', at: 'grades', follow: /^Build quality/, phone: true, extra: true },
  { name: 'rubric-edit', role: 'instructor', at: 'grades', follow: /^Process/, act: changeRubric, extra: true },
  { name: 'rubric-new', role: 'instructor', at: 'grades?panel=usual', extra: true },
  { name: 'judges', role: 'instructor', at: 'grades', follow: /^Build quality/, act: compareJudges, extra: true },
  {
    name: 'score-phone',
    role: 'student',
    at: 'grades',
    follow: /^Team work/,
    act: scoreATeam,
    phone: true,
    extra: true,
  },
  { name: 'peers', role: 'instructor', at: 'grades/peers', extra: true },
  { name: 'peers-phone', role: 'student', at: 'grades/peers', phone: true, extra: true },
  { name: 'components', role: 'instructor', at: 'grades/components', extra: true },
  { name: 'component-panel', role: 'instructor', at: 'grades/components', act: changeCrossing, extra: true },
  { name: 'grade-sheet', role: 'instructor', at: 'grades/sheet' },
  { name: 'statistics', role: 'instructor', at: 'grades/sheet', act: openStatistics, extra: true },
  { name: 'grade-columns', role: 'instructor', at: 'grades/sheet?panel=save', extra: true },
  { name: 'grade-student', role: 'instructor', at: 'grades/sheet', follow: /^Emil/, extra: true },
  { name: 'my-grade', role: 'student', at: 'grades/mine', phone: true, extra: true },
  { name: 'event', role: 'instructor', at: 'event', extra: true },
  { name: 'programme', role: 'instructor', at: 'event/programme', extra: true },
  { name: 'contest', role: 'instructor', at: 'event/programme', follow: /^Twin-line duel/ },
  {
    name: 'contest-student',
    role: 'student',
    at: 'event/programme',
    follow: /^Twin-line duel/,
    phone: true,
    extra: true,
  },
  { name: 'contest-table', role: 'instructor', at: 'event/programme', follow: /^Friendly round/, extra: true },
  { name: 'contest-heats', role: 'instructor', at: 'event/programme', follow: /^Timed heats/, extra: true },
  { name: 'contest-new', role: 'instructor', at: 'event/programme?panel=new', extra: true },
  { name: 'desk', role: 'instructor', at: 'event/programme', act: openDesk, extra: true },
  { name: 'desk-stopped', role: 'instructor', at: 'event/programme', act: stopDay, extra: true },
  { name: 'desk-phone', role: 'official', at: '/official/desk', phone: true, act: enterResult, extra: true },
  { name: 'inspection', role: 'instructor', at: 'event/inspection', extra: true },
  {
    name: 'inspection-phone',
    role: 'official',
    at: '/official/inspection',
    phone: true,
    act: inspectChert,
    extra: true,
  },
  { name: 'inspection-list-phone', role: 'student', at: 'event/inspection', phone: true, extra: true },
  { name: 'announcer', role: 'instructor', at: 'event/announcer', extra: true },
  { name: 'awards', role: 'instructor', at: 'event/awards', extra: true },
  { name: 'certificates', role: 'instructor', at: 'event/awards/certificates', extra: true },
  { name: 'audience', role: 'audience', at: '/audience', phone: true, extra: true },
  { name: 'standings', role: 'instructor', at: 'standings' },
  { name: 'trace', role: 'instructor', at: 'standings', follow: /, Flint:/, extra: true },
  { name: 'history', role: 'instructor', at: 'history', extra: true },
  { name: 'judge-phone', role: 'judge', at: '/judge', phone: true },
  { name: 'client-phone', role: 'client', at: '/client', phone: true, extra: true },
  { name: 'board', role: 'board', at: '/board' },
  { name: 'offline-phone', role: 'student', at: 'bench/enter', phone: true, act: enterOffline, extra: true },
  { name: 'phones', role: 'instructor', at: '/phones', extra: true },
  { name: 'data', role: 'instructor', at: 'data', extra: true },
  { name: 'put-back', role: 'instructor', at: 'history', follow: /^restore/, extra: true },
  { name: 'run', role: 'student', at: 'bench', act: openRun, phone: true, extra: true },
  { name: 'students', role: 'instructor', at: 'teams', act: openStudents, extra: true },
  { name: 'sign-in', role: 'visitor', at: '/sign-in', extra: true },
  { name: 'projects', role: 'instructor', at: '/projects', extra: true },
  { name: 'new-project', role: 'instructor', at: '/projects/new', extra: true },
  { name: 'account', role: 'instructor', at: '/account', extra: true },
  { name: 'account-phone', role: 'student', at: '/account', phone: true, extra: true },
  { name: 'staff', role: 'instructor', at: 'teams', act: openStaff, extra: true },
  { name: 'share-phone', role: 'student', at: '/sign-in?share=1', phone: true, extra: true },
  { name: 'next-phone', role: 'student', at: 'bench/enter', phone: true, act: nextStudent, extra: true },
  { name: 'assistant-today', role: 'assistant', at: '', extra: true },
  { name: 'assistant-lesson', role: 'assistant', at: 'schedule/lesson', extra: true },
  { name: 'assistant-progress', role: 'assistant', at: 'schedule/progress', extra: true },
  { name: 'assistant-teams', role: 'assistant', at: 'teams', extra: true },
  { name: 'assistant-enter', role: 'assistant', at: 'bench/enter', phone: true, extra: true },
  { name: 'assistant-grades', role: 'assistant', at: 'grades', extra: true },
  { name: 'assistant-standings', role: 'assistant', at: 'standings', extra: true },
  { name: 'requirement-edit', role: 'instructor', at: 'requirements/edit', extra: true },
  { name: 'requirement-change', role: 'instructor', at: 'requirements', act: changeTilt, extra: true },
  {
    name: 'weights',
    role: 'instructor',
    at: 'requirements/weights',
    act: (page) => page.getByText('Consistency ratio').scrollIntoViewIfNeeded(),
    extra: true,
  },
  { name: 'budgets', role: 'student', at: 'requirements/budgets', extra: true },
  { name: 'research', role: 'instructor', at: 'requirements/research', extra: true },
  { name: 'import-list', role: 'instructor', at: 'requirements/import', act: pasteList, extra: true },
  { name: 'notes-phone', role: 'student', at: 'interview/notes', phone: true, extra: true },
  { name: 'notes', role: 'instructor', at: 'interview/notes', extra: true },
  { name: 'questions-phone', role: 'student', at: 'interview', phone: true, extra: true },
  { name: 'brief-edit', role: 'instructor', at: 'brief/edit', extra: true },
  { name: 'brief-student', role: 'student', at: 'brief', extra: true },
  { name: 'brief-changes', role: 'instructor', at: 'brief/changes?from=1&to=2', extra: true },
  { name: 'profile', role: 'instructor', at: 'profile', extra: true },
  { name: 'requirements-phone', role: 'student', at: 'requirements', phone: true, act: waitForChecks, extra: true },
  { name: 'iteration-new', role: 'student', at: 'builds/new', extra: true },
  { name: 'legacy', role: 'instructor', at: 'legacy', extra: true },
  { name: 'find', role: 'instructor', at: 'find?q=tray', extra: true },
  { name: 'student-today', role: 'student', at: '', extra: true },
  { name: 'setup', role: 'visitor', at: '/setup', extra: true },
  { name: 'nowhere', role: 'visitor', at: '/nowhere', extra: true },
  { name: 'judge-team', role: 'judge', at: '/judge', follow: /^Chert/, phone: true, extra: true },
];

async function open(browser: Browser, served: Served, view: View): Promise<BrowserContext> {
  const context = await browser.newContext({
    baseURL: served.origin,
    viewport: view.phone || values.phone ? PHONE : DESK,
    colorScheme: values.dark ? 'dark' : 'light',
    reducedMotion: 'reduce',
  });
  const access = served.access!;
  const page = await context.newPage();
  if (view.role === 'visitor') return context;
  const way = access[view.role];
  if (typeof way === 'string') await page.goto(way);
  else await signIn(page, way);
  return context;
}

async function take(browser: Browser, served: Served, view: View) {
  const context = await open(browser, served, view);
  const page = context.pages()[0]!;
  if (!view.at.startsWith('/')) {
    if (!/\/projects\/[0-9a-f-]{36}/.test(page.url())) await page.goto('/projects');
    if (page.url().endsWith('/projects'))
      await page
        .getByRole('link', { name: /Gully Courier|Nursery Doser/ })
        .first()
        .click();
    await page.waitForURL(/\/projects\/[0-9a-f-]{36}/);
    const home = new URL(page.url()).pathname.split('/').slice(0, 3).join('/');
    await page.goto(`${home}/${view.at}`);
  } else await page.goto(view.at);
  if (view.follow) {
    const before = page.url();
    await page.getByRole('link', { name: view.follow }).first().click();
    await page.waitForURL((url) => url.href !== before);
  }
  await view.act?.(page);
  // A page that listens is never idle; its own content is there with "load".
  await page.waitForLoadState('load');
  await page.waitForTimeout(400);
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: path.join(values.out, `${view.name}.png`) });
  console.log(`${view.name}.png  ${new URL(page.url()).pathname.replace(/[0-9a-f-]{36}/g, '…')}`);
  await context.close();
}

async function main() {
  const executablePath = await needChromium();
  await build();
  const cluster = await startCluster('test', { fast: true });
  try {
    const served = await serve(cluster, 'pictures', ['--demo']);
    const browser = await chromium.launch({ executablePath, args: BROWSER });
    try {
      const wanted = VIEWS.filter((view) =>
        values.only ? values.only.split(',').includes(view.name) : values.all || !view.extra,
      );
      if (!values.only && !values.all && values.out === 'docs/screenshots')
        rmSync(values.out, { recursive: true, force: true });
      mkdirSync(values.out, { recursive: true });
      for (const view of wanted)
        await take(browser, served, view).catch((error: unknown) => console.error(view.name, error));
    } finally {
      await browser.close();
      await served.stop();
    }
  } finally {
    cluster.stop();
  }
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
