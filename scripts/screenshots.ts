/**
 * npm run screenshots: one picture of each main view into docs/screenshots, from the demo data.
 * Options: --out FOLDER, --only NAME,NAME, --dark, --phone (for looking at a change; those are not committed).
 */
import { mkdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { chromium, type Browser, type BrowserContext } from '@playwright/test';
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
  role: 'instructor' | 'student' | 'client' | 'judge' | 'board' | 'visitor';
  /** The page below the project, or a whole path when it starts with "/". */
  at: string;
  phone?: boolean;
  /** Made only with --all: pages to look at that are no main view. */
  extra?: boolean;
  /** Clicks the link of this name before the picture is taken. */
  follow?: RegExp;
}
const VIEWS: View[] = [
  { name: 'today', role: 'instructor', at: '' },
  { name: 'brief', role: 'instructor', at: 'brief' },
  { name: 'requirements', role: 'instructor', at: 'requirements' },
  { name: 'schedule', role: 'instructor', at: 'schedule' },
  { name: 'teams', role: 'instructor', at: 'teams' },
  { name: 'builds', role: 'instructor', at: 'builds' },
  { name: 'iteration', role: 'instructor', at: 'builds', follow: /^Flint 3/ },
  { name: 'bench', role: 'instructor', at: 'bench' },
  { name: 'entry-phone', role: 'student', at: 'bench/enter', phone: true },
  { name: 'grades', role: 'instructor', at: 'grades' },
  { name: 'event', role: 'instructor', at: 'event' },
  { name: 'standings', role: 'instructor', at: 'standings' },
  { name: 'trace', role: 'instructor', at: 'standings', follow: /, Flint:/ },
  { name: 'history', role: 'instructor', at: 'history' },
  { name: 'judge-phone', role: 'judge', at: '/judge', phone: true },
  { name: 'client-phone', role: 'client', at: '/client', phone: true },
  { name: 'board', role: 'board', at: '/board' },
  { name: 'sign-in', role: 'visitor', at: '/sign-in', extra: true },
  { name: 'projects', role: 'instructor', at: '/projects', extra: true },
  { name: 'new-project', role: 'instructor', at: '/projects/new', extra: true },
  { name: 'account', role: 'instructor', at: '/account', extra: true },
  { name: 'requirement-edit', role: 'instructor', at: 'requirements/edit', extra: true },
  { name: 'iteration-new', role: 'student', at: 'builds/new', extra: true },
  { name: 'legacy', role: 'instructor', at: 'legacy', extra: true },
  { name: 'find', role: 'instructor', at: 'find?q=tray', extra: true },
  { name: 'concepts', role: 'instructor', at: 'concepts', extra: true },
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
  if (view.role === 'instructor' || view.role === 'student') await signIn(page, access[view.role]);
  else if (view.role !== 'visitor') await page.goto(access[view.role]);
  return context;
}

async function take(browser: Browser, served: Served, view: View) {
  const context = await open(browser, served, view);
  const page = context.pages()[0]!;
  if (!view.at.startsWith('/')) {
    if (!/\/projects\/[0-9a-f-]{36}/.test(page.url())) await page.goto('/projects');
    if (page.url().endsWith('/projects'))
      await page
        .getByRole('link', { name: /Gully Courier/ })
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
  await page.waitForLoadState('networkidle');
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
