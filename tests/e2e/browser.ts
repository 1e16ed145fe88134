import { existsSync } from 'node:fs';
import type { Locator, Page } from '@playwright/test';

const [SHELL, WINDOWED] = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];
/** Debian's chromium without a window of its own; the other one where only that is installed (scripts/lib/install.mjs). */
export const CHROMIUM = !existsSync(SHELL) && existsSync(WINDOWED) ? WINDOWED : SHELL;

/** Chromium's switches for a machine without a screen, a sandbox or a way out of loopback. */
export const BROWSER = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

/** Signs in through the form. */
export async function signIn(page: Page, account: { login: string; password: string }): Promise<void> {
  await page.goto('/sign-in');
  await page.getByLabel('Name', { exact: true }).fill(account.login);
  await page.getByLabel('Password', { exact: true }).fill(account.password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL(/\/projects/);
}

/** Answers the question that is asked before something is done: the last of its buttons does it. */
export async function confirmed(page: Page): Promise<void> {
  const question = page.getByRole('alertdialog');
  await question.getByRole('button').last().click();
  await question.waitFor({ state: 'detached' });
}

/** Opens the panel that a button stands for. */
export async function panel(page: Page, button: string | RegExp): Promise<Locator> {
  await page.getByRole('button', { name: button }).click();
  return page.getByRole('dialog');
}
