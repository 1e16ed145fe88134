import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { demoHome, enter, expect, test, type DemoRole } from './world';

test.describe.configure({ mode: 'parallel' });
const MOST_SCRIPT = 250 * 1024;
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
  'builds/new',
  'builds/parts',
  'bench',
  'bench/enter',
  'bench/sessions',
  'reviews',
  'grades',
  'event',
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
];
const FOR_STUDENTS = SHEETS.filter((sheet) => !LED.includes(sheet));
/** A concept is written by a student. */
const FOR_INSTRUCTORS = SHEETS.filter((sheet) => sheet !== 'concepts/new');

/** Serious and critical findings on a page with everything open, in light, and for what colours decide in dark. */
async function obstacles(page: Page, address: string): Promise<string[]> {
  await page.emulateMedia({ colorScheme: 'light' });
  await page.goto(address, { waitUntil: 'load' });
  await page.locator('details').evaluateAll((all) => all.forEach((one) => one.setAttribute('open', '')));
  const light = await new AxeBuilder({ page }).analyze();
  await page.emulateMedia({ colorScheme: 'dark' });
  const dark = await new AxeBuilder({ page }).withRules(['color-contrast', 'link-in-text-block']).analyze();
  return Object.entries({ light, dark }).flatMap(([scheme, { violations }]) =>
    violations
      .filter((one) => one.impact === 'serious' || one.impact === 'critical')
      .map((one) => `${address}, ${scheme}: ${one.id} at ${one.nodes.map((node) => node.target.join(' ')).join(', ')}`),
  );
}

async function addresses(page: Page, role: DemoRole): Promise<string[]> {
  if (role === 'visitor') return ['/sign-in', '/nowhere', '/setup', '/outbox', `/s/${'x'.repeat(43)}`];
  if (role === 'client' || role === 'board' || role === 'substitute') return [`/${role}`];
  if (role === 'judge') {
    await page.goto('/judge');
    return [
      '/judge',
      (await page.locator('main a[href^="/judge/"], a[href^="/judge/"]').first().getAttribute('href'))!,
    ];
  }
  const home = await demoHome(page);
  const within = async (sheet: string, link: string, but = '') => {
    await page.goto(`${home}/${sheet}`);
    const found = page.locator(`main a[href*="${link}"]${but}`).first();
    return (await found.count()) ? [(await found.getAttribute('href'))!] : [];
  };
  const inside = [
    ...(await within('builds', '/builds/')),
    ...(await within('bench', '/trials/')),
    ...(await within('standings', '/standings/')),
    ...(await within('schedule/gates', '/gates/', ':not([href*="/edit"])')),
    ...(await within('bench/sessions', '/sessions/')),
    ...(await within('concepts', '/concepts/', ':not([href*="/new"])')),
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
  ['instructor', 0, 4],
  ['instructor', 1, 4],
  ['instructor', 2, 4],
  ['instructor', 3, 4],
  ['student', 0, 2],
  ['student', 1, 2],
  ['client', 0, 1],
  ['judge', 0, 1],
  ['board', 0, 1],
  ['substitute', 0, 1],
  ['visitor', 0, 1],
] as const;

for (const [role, part, of] of LOOKS) {
  test(`no serious obstacle on any page of the ${role}, light and dark, part ${part + 1} of ${of}`, async ({
    browser,
    watch,
  }) => {
    test.setTimeout(480_000);
    const phone =
      role === 'student' || role === 'judge' || role === 'substitute' ? { viewport: { width: 390, height: 844 } } : {};
    const page = await enter(browser, role, { reducedMotion: 'reduce', ...phone });
    watch(page);
    const all = await addresses(page, role);
    expect(all.length).toBeGreaterThanOrEqual(role === 'instructor' ? 36 : 1);
    const found: string[] = [];
    for (const address of all.filter((_, i) => i % of === part)) found.push(...(await obstacles(page, address)));
    expect(found).toEqual([]);
    await page.context().close();
  });
}

test('a cold load of any page transfers at most 250 kB of script, compressed', async ({ browser }) => {
  test.setTimeout(600_000);
  const page = await enter(browser, 'instructor');
  const all = [...(await addresses(page, 'instructor')), '/sign-in'];
  const state = await page.context().storageState();
  const heaviest: [string, number][] = [];
  const load = async (address: string) => {
    const context = await browser.newContext({ storageState: state, baseURL: new URL(page.url()).origin });
    const cold = await context.newPage();
    const session = await context.newCDPSession(cold);
    await session.send('Network.enable');
    const scripts = new Set<string>();
    let bytes = 0;
    session.on('Network.responseReceived', ({ requestId, type }) => void (type === 'Script' && scripts.add(requestId)));
    session.on(
      'Network.loadingFinished',
      ({ requestId, encodedDataLength }) => void (bytes += scripts.has(requestId) ? encodedDataLength : 0),
    );
    await cold.goto(address, { waitUntil: 'load' });
    // Quiet for long enough means that no script follows; a page that listens is never idle as a whole.
    for (let last = -1; last !== bytes;) {
      last = bytes;
      await cold.waitForTimeout(700);
    }
    expect(scripts.size, address).toBeGreaterThan(0);
    heaviest.push([address.replace(/[0-9a-f-]{36}/g, '…'), bytes]);
    await context.close();
  };
  for (const address of all) await load(address);
  heaviest.sort((a, b) => b[1] - a[1]);
  console.log(`heaviest: ${heaviest[0]![0]} with ${Math.round(heaviest[0]![1] / 1024)} kB of script`);
  expect(heaviest.filter(([, bytes]) => bytes > MOST_SCRIPT)).toEqual([]);
});

test('nothing is fetched from anywhere else, and no page scrolls sideways', async ({ browser }) => {
  test.setTimeout(480_000);
  const page = await enter(browser, 'instructor');
  const { origin } = new URL(page.url());
  const foreign: string[] = [];
  const wide: string[] = [];
  page.on(
    'request',
    (request) =>
      void (/^(https?|wss?):/.test(request.url()) && !request.url().startsWith(origin) && foreign.push(request.url())),
  );
  for (const address of await addresses(page, 'instructor')) {
    for (const width of [1280, 390]) {
      await page.setViewportSize({ width, height: 800 });
      await page.goto(address);
      const over = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      );
      if (over > 0) wide.push(`${address} at ${width}: ${over} px`);
    }
  }
  expect(wide).toEqual([]);
  expect(foreign).toEqual([]);
});

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
    expect(sum, sheet).toBeLessThan(0.05);
  }
});
