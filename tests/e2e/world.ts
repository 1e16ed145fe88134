import { test as base, expect, type Browser, type Page } from '@playwright/test';
import type { DemoAccess } from '../../scripts/prepare';
import { signIn } from './browser';

interface World {
  demo: { origin: string; url: string; access: DemoAccess };
  empty: { origin: string; setupToken: string };
}
export const world = (): World => JSON.parse(process.env.IRONSTONE_E2E!) as World;
export type DemoRole = keyof DemoAccess | 'visitor';

/** Every page of these tests fails on a violation of the content security policy and on an error of a script. */
export const test = base.extend<{ watch: (page: Page) => void; troubles: string[] }>({
  troubles: async ({}, use) => {
    const found: string[] = [];
    await use(found);
    expect(found).toEqual([]);
  },
  watch: async ({ troubles }, use) => {
    await use((page) => {
      page.on('console', (message) => {
        if (/content security policy|hydrat/i.test(message.text())) troubles.push(message.text());
      });
      page.on('pageerror', (error) => troubles.push(String(error)));
    });
  },
});
export { expect };

/** A browser of its own for somebody of the demo installation, already in. */
export async function enter(
  browser: Browser,
  role: DemoRole,
  options: Parameters<Browser['newContext']>[0] = {},
): Promise<Page> {
  const { origin, access } = world().demo;
  const context = await browser.newContext({ baseURL: origin, ...options });
  const page = await context.newPage();
  if (role === 'visitor') return page;
  const way = access[role];
  if (typeof way === 'string') await page.goto(way);
  else await signIn(page, way);
  return page;
}

/** The demo project's address, for somebody who sees it in the list of projects. */
export async function demoHome(page: Page): Promise<string> {
  await page.goto('/projects');
  const href = await page.getByRole('link', { name: 'Gully Courier' }).first().getAttribute('href');
  return href!;
}
