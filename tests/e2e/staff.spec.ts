import { confirmed, panel, signIn } from './browser';
import { demoHome, enter, expect, test, world } from './world';

// Several people who lead: an owner invites somebody new, who records and finds nothing to grade with.

test('an owner invites an assistant by name; they sign in with what was shown once, and are taken out again', async ({
  browser,
  watch,
}) => {
  const desk = await enter(browser, 'instructor');
  watch(desk);
  const home = await demoHome(desk);
  await desk.goto(`${home}/teams`);
  const dialog = await panel(desk, /^Instructors and assistants/);
  await dialog.getByLabel('Sign-in name of an instructor, or the name of somebody new').fill('nobody');
  await dialog.getByLabel('What they do').selectOption({ label: 'assists: records, but does not grade or decide' });
  await dialog.getByRole('button', { name: 'Invite' }).click();
  await expect(dialog.getByText('For somebody new write the whole name')).toBeVisible();
  await dialog.getByLabel('Sign-in name of an instructor, or the name of somebody new').fill('Ottilie Brook');
  await dialog.getByRole('button', { name: 'Invite' }).click();
  const shown = dialog.locator('.callout output');
  await expect(shown).toHaveCount(2);
  const [login, password] = await shown.allInnerTexts();
  const context = await browser.newContext({ baseURL: world().demo.origin });
  const page = await context.newPage();
  watch(page);
  await signIn(page, { login: login!, password: password! });
  expect(await demoHome(page)).toBe(home);
  await page.goto(home);
  const index = page.getByRole('navigation', { name: 'Index' });
  for (const sheet of ['Teams', 'Bench', 'Safety'])
    await expect(index.getByRole('link', { name: sheet })).toBeVisible();
  for (const sheet of ['History', 'Data']) await expect(index.getByRole('link', { name: sheet })).toHaveCount(0);
  await page.goto(`${home}/schedule/lesson`);
  await page.getByRole('button', { name: 'Ilse V.' }).click(); // marked as away
  await expect(page.getByRole('button', { name: 'Ilse V.' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Ilse V.' }).click();
  await desk.reload(); // the panel’s address opens it again
  const row = dialog.getByRole('listitem').filter({ hasText: 'Ottilie Brook' });
  await row.getByRole('button', { name: 'remove' }).click();
  await confirmed(desk);
  await expect(row).toHaveCount(0);
  expect((await page.goto(home))!.status()).toBe(404);
  await context.close();
});
