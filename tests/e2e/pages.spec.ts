import { FIELD } from '@/ui/outbox/field';
import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import type axe from 'axe-core';
import { oddWords, wordsOf } from './words';
import { demoHome, enter, expect, test, type DemoRole } from './world';

test.describe.configure({ mode: 'parallel' });
const AXE = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');
/** Bytes of script: anywhere; on pages of the field; and on those of them that are no form. */
const MOST_SCRIPT = 220 * 1024;
const MOST_IN_FIELD = 200 * 1024;
const MOST_WITHOUT_FORM = 180 * 1024;
/** Where somebody stands at a rig. */
const MOST_AT_RIG = 150 * 1024;
const WITHOUT_FORM: (keyof typeof FIELD)[] = [
  '/outbox',
  '/judge',
  '/projects/[project]',
  '/projects/[project]/bench/enter',
  '/projects/[project]/builds',
];
const isOneOf = (address: string, routes: readonly string[]) =>
  routes.some((route) =>
    new RegExp(`^(https?://[^/]+)?${route.replaceAll(/\[\w+\]/g, '[0-9a-f-]{36}')}$`).test(
      address.replace(/\?.*/, '').replace(/\/$/, ''),
    ),
  );
const mostFor = (address: string) =>
  isOneOf(address, ['/projects/[project]/bench/enter'])
    ? MOST_AT_RIG
    : isOneOf(address, WITHOUT_FORM)
      ? MOST_WITHOUT_FORM
      : isOneOf(address, Object.keys(FIELD))
        ? MOST_IN_FIELD
        : MOST_SCRIPT;
/** What is looked at: everything but rules that are still tried out. */
const STANDARDS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice'];
const SHEETS = [
  '',
  'brief',
  'brief/edit',
  'brief/changes?from=1&to=2',
  'interview',
  'interview/notes',
  'interview/answers',
  'requirements',
  'requirements/edit',
  'requirements/compliance',
  'requirements/weights',
  'requirements/budgets',
  'requirements/research',
  'requirements/import',
  'profile',
  'schedule',
  'schedule/what-if',
  'schedule/progress',
  'schedule/lesson',
  'schedule/stages',
  'schedule/calendar',
  'schedule/gates',
  'schedule/gates/edit',
  'schedule/bookings',
  'schedule/machines',
  'concepts',
  'concepts/new',
  'concepts/pitches',
  'concepts/selection',
  'concepts/selection/edit',
  'teams',
  'teams/forming',
  'teams/charters',
  'teams/draws',
  'builds',
  'builds/class',
  'bench/results',
  'bench/series',
  'builds/compare',
  'builds/features',
  'builds/new',
  'builds/materials',
  'builds/sheet',
  'builds/parts',
  'bench',
  'bench/enter',
  'bench/sessions',
  'reviews',
  'reviews/findings',
  'reviews/kinds',
  'grades',
  'grades/peers',
  'grades/components',
  'grades/sheet',
  'grades/mine',
  'event',
  'event/programme',
  'event/inspection',
  'event/announcer',
  'event/awards',
  'event/awards/certificates',
  'standings',
  'legacy',
  'safety',
  'safety/sign-offs',
  'safety/incidents',
  'history',
  'data',
  'teams/slips',
  'find?q=tray',
];
const LED = [
  'schedule/what-if',
  'schedule/lesson',
  'schedule/stages',
  'schedule/gates/edit',
  'schedule/machines',
  'safety/incidents',
  'brief/edit',
  'requirements/weights',
  'requirements/import',
  'profile',
  'history',
  'data',
  'teams/slips',
  'teams/forming',
  'concepts/selection/edit',
  'reviews/kinds',
  'grades/components',
  'grades/sheet',
  'event/announcer',
  'event/awards',
  'event/awards/certificates',
];
const FOR_STUDENTS = SHEETS.filter((sheet) => !LED.includes(sheet));
/** A concept is written by a student, who alone has a grade. */
const FOR_INSTRUCTORS = SHEETS.filter((sheet) => sheet !== 'concepts/new' && sheet !== 'grades/mine');

/**
 * What is wrong with a page, looked at in one visit: every finding of accessibility in light, and of what colours decide in
 * dark, with everything open; words that nobody says; sideways scrolling; what is fetched from elsewhere; and, for a load
 * without a cache, more script than allowed.
 */
async function visit(page: Page, address: string, seen: Seen): Promise<string[]> {
  const wrong: string[] = [];
  seen.reset();
  await page.emulateMedia({ colorScheme: 'light' });
  await page.goto(address, { waitUntil: 'load' });
  const overflow = async () => {
    const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    if (over > 0) wrong.push(`${address} at ${page.viewportSize()!.width}: ${over} px too wide`);
  };
  await overflow();
  const { width, height } = page.viewportSize()!;
  if (width > 390) {
    await page.setViewportSize({ width: 390, height });
    await overflow();
    await page.setViewportSize({ width, height });
  }
  await page.locator('details').evaluateAll((all) => all.forEach((one) => one.setAttribute('open', '')));
  // Quiet for long enough means that no script follows; a page that listens is never idle as a whole. What is fetched ahead of
  // its use comes later.
  for (let last = -1; last !== seen.bytes;) {
    last = seen.bytes;
    await page.waitForTimeout(150);
  }
  if (seen.scripts.size === 0) wrong.push(`${address}: no script was seen`);
  if (seen.bytes > mostFor(address)) wrong.push(`${address}: ${Math.round(seen.bytes / 1024)} kB of script`);
  wrong.push(...oddWords(await wordsOf(page)).map((said) => `${address} says “${said}”`));
  await page.evaluate(AXE);
  const look = async (scheme: 'light' | 'dark', { within = 'html', rules }: { within?: string; rules?: string[] }) => {
    await page.emulateMedia({ colorScheme: scheme });
    const found = await page.evaluate(
      async ([within, runOnly]) =>
        (window as unknown as { axe: typeof axe }).axe.run(within, {
          resultTypes: ['violations'],
          runOnly,
          // The ticks of the meeting line are a drawing; its name says what they show, in other words.
          rules: { 'label-content-name-mismatch': { enabled: false } },
        }),
      [within, rules ? { type: 'rule' as const, values: rules } : { type: 'tag' as const, values: STANDARDS }] as const,
    );
    for (const { id, nodes } of found.violations)
      wrong.push(`${address}, ${scheme}: ${id} at ${nodes.map((node) => node.target.join(' ')).join(', ')}`);
  };
  await look('light', {});
  await look('dark', { rules: ['color-contrast', 'link-in-text-block'] });
  wrong.push(...seen.foreign.map((url) => `${address} fetches ${url}`));
  // What is opened afterwards fetches its own script.
  for (const id of await panelsOf(page)) {
    await page.locator(`[data-panel="${id}"]`).press('Enter'); // what is opened above may lie over it
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('button').first().waitFor();
    wrong.push(...oddWords(await dialog.innerText()).map((said) => `${address}, panel ${id}, says “${said}”`));
    await look('light', { within: '[role=dialog]' });
    await page.keyboard.press('Escape');
    await expect(dialog).toHaveCount(0);
  }
  return wrong;
}

/** The panels of a page, one of each kind: where each line of a list has its own, the first. */
async function panelsOf(page: Page): Promise<string[]> {
  const ids = await page
    .locator('[data-panel]')
    .evaluateAll((all) => all.map((one) => one.getAttribute('data-panel')!));
  const kindOf = (id: string) => id.replace(/-?[0-9a-f]{8}(-.*)?$/, '');
  return ids.filter((id, i) => ids.findIndex((other) => kindOf(other) === kindOf(id)) === i);
}

/** What a page fetches from now on, without a cache. */
interface Seen {
  scripts: Set<string>;
  bytes: number;
  foreign: string[];
  reset: () => void;
}

async function watchTraffic(page: Page): Promise<Seen> {
  const { origin } = new URL(page.url());
  const seen: Seen = {
    scripts: new Set(),
    bytes: 0,
    foreign: [],
    reset: () => void Object.assign(seen, { scripts: new Set(), bytes: 0, foreign: [] }),
  };
  const session = await page.context().newCDPSession(page);
  await session.send('Network.enable');
  await session.send('Network.setCacheDisabled', { cacheDisabled: true });
  session.on(
    'Network.responseReceived',
    ({ requestId, type }) => void (type === 'Script' && seen.scripts.add(requestId)),
  );
  session.on(
    'Network.loadingFinished',
    ({ requestId, encodedDataLength }) => void (seen.bytes += seen.scripts.has(requestId) ? encodedDataLength : 0),
  );
  page.on('request', (request) => {
    const url = request.url();
    if (/^(https?|wss?):/.test(url) && !url.startsWith(origin)) seen.foreign.push(url);
  });
  return seen;
}

async function addresses(page: Page, role: DemoRole): Promise<string[]> {
  if (role === 'visitor') return ['/sign-in', '/nowhere', '/setup', '/help', '/outbox', `/s/${'x'.repeat(43)}`];
  if (role === 'client') return ['/client', '/panel'];
  if (role === 'panel') {
    await page.goto('/panel');
    return ['/panel', (await page.locator('a[href^="/panel?team="]').first().getAttribute('href'))!];
  }
  if (role === 'official') return ['/official', '/official/desk', '/official/inspection', '/official/announcer'];
  if (role === 'board' || role === 'substitute' || role === 'audience') return [`/${role}`];
  if (role === 'judge') {
    await page.goto('/judge');
    return [
      '/judge',
      '/judge/practice',
      (await page.locator('main a[href^="/judge/"], a[href^="/judge/"]').first().getAttribute('href'))!,
    ];
  }
  const home = await demoHome(page);
  // As text: a browser need not draw a page for the addresses on it.
  const within = async (sheet: string, link: string | RegExp, but = '\n') => {
    const text = await (await page.request.get(`${home}/${sheet}`)).text();
    const main = text.slice(text.indexOf('<main'), text.indexOf('</main>'));
    const found = [...main.matchAll(/<a [^>]*href="([^"]+)"/g)].map(([, href]) => href!.replaceAll('&amp;', '&'));
    return found
      .filter((href) => (typeof link === 'string' ? href.includes(link) : link.test(href)) && !href.includes(but))
      .slice(0, 1);
  };
  const [review = ''] = await within('reviews', /\/reviews\/[0-9a-f-]{36}/);
  const [slot = ''] = await within(review.slice(home.length + 1), /\/reviews\/[0-9a-f-]{36}\/[0-9a-f-]{36}/);
  const [rubric = ''] = (await within('grades', /\/grades\/[0-9a-f-]{36}/)).slice(-1);
  const [contest = ''] = await within('event/programme', '/contests/');
  const inside = [
    contest,
    ...(role === 'instructor'
      ? [`${contest}/desk`, ...(await within('event/inspection', /\/inspection\/[0-9a-f-]{36}/))]
      : []),
    rubric,
    ...(role === 'instructor' ? [`${rubric}/judges`, ...(await within('grades/sheet', /\/sheet\/[0-9a-f-]{36}/))] : []),
    ...[review, `${review}/peers`, slot, `${slot}/minutes`, `${slot}/handover`],
    ...(role === 'instructor' ? [`${review}/room`] : []),
    ...(await within('builds', /\/builds\/[0-9a-f-]{36}/)),
    ...(await within('bench', '/runs/')),
    ...(await within('bench', '/protocols/')).flatMap((sheet) => [sheet, `${sheet}/sheet`]),
    ...(await within('standings', '/standings/')),
    ...(await within('schedule/gates', '/gates/', '/edit')),
    ...(await within('bench/sessions', '/sessions/')),
    ...(await within('concepts', '/concepts/', '/new')),
  ];
  const sheets = (role === 'instructor' ? FOR_INSTRUCTORS : FOR_STUDENTS).map((sheet) => `${home}/${sheet}`);
  const putBack = role === 'instructor' ? await within('history', '/put-back?change') : [];
  return [
    '/projects',
    '/account',
    '/phones',
    '/outbox',
    ...putBack,
    ...(role === 'instructor' ? ['/projects/new'] : []),
    ...sheets,
    ...inside,
  ];
}

/** Where the pages are many, they are looked at in parts, which run beside each other. */
const LOOKS = [
  ['instructor', 0, 3],
  ['instructor', 1, 3],
  ['instructor', 2, 3],
  ['student', 0, 2],
  ['student', 1, 2],
  ['client', 0, 1],
  ['judge', 0, 1],
  ['board', 0, 1],
  ['substitute', 0, 1],
  ['official', 0, 1],
  ['panel', 0, 1],
  ['audience', 0, 1],
  ['visitor', 0, 1],
] as const;

for (const [role, part, of] of LOOKS) {
  test(`every page of the ${role}, part ${part + 1} of ${of}: no obstacle in light or dark, no odd words, nothing too wide, nothing from elsewhere, little script`, async ({
    browser,
    watch,
  }) => {
    test.setTimeout(480_000);
    const phone = ['student', 'judge', 'substitute', 'official', 'panel', 'audience'].includes(role)
      ? { viewport: { width: 390, height: 844 } }
      : {};
    // What a service worker keeps would not count as transferred.
    const page = await enter(browser, role, { reducedMotion: 'reduce', serviceWorkers: 'block', ...phone });
    watch(page);
    const all = await addresses(page, role);
    if (role === 'visitor') await page.goto('/sign-in');
    const seen = await watchTraffic(page);
    expect(all.length).toBeGreaterThanOrEqual(role === 'instructor' ? 50 : role === 'student' ? 36 : 1);
    const wrong: string[] = [];
    const heaviest = { address: '', bytes: 0 };
    for (const address of all.filter((_, i) => i % of === part)) {
      wrong.push(...(await visit(page, address, seen)));
      if (seen.bytes > heaviest.bytes) Object.assign(heaviest, { address, bytes: seen.bytes });
    }
    const place = heaviest.address.replace(/[0-9a-f-]{36}/g, '…');
    console.log(`heaviest for the ${role}: ${place} with ${Math.round(heaviest.bytes / 1024)} kB of script`);
    expect(wrong).toEqual([]);
    await page.context().close();
  });
}

test('on a phone nothing moves under the finger while a page comes alive', async ({ browser }) => {
  const page = await enter(browser, 'student', { viewport: { width: 390, height: 844 } });
  const home = await demoHome(page);
  await page.addInitScript(() => {
    const moved = { sum: 0 };
    Object.assign(window, { moved });
    new PerformanceObserver((list) => {
      for (const one of list.getEntries()) moved.sum += (one as unknown as { value: number }).value;
    }).observe({ type: 'layout-shift', buffered: true });
  });
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  for (const sheet of ['', 'schedule/bookings', 'builds']) {
    await page.goto(`${home}/${sheet}`, { waitUntil: 'load' });
    await page.waitForTimeout(1500);
    const { sum } = await page.evaluate(() => (window as unknown as { moved: { sum: number } }).moved);
    expect(sum, sheet).toBeLessThan(0.02);
  }
});
