import type { Page } from '@playwright/test';
import { chromiumHere } from '../../scripts/lib/install.mjs';

export const CHROMIUM = chromiumHere();

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
