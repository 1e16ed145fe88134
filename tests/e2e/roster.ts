import type { Browser, Page } from '@playwright/test';
import type postgres from 'postgres';
import { SESSION_COOKIE } from '@/server/actor';
import { newToken, tokenHash } from '@/server/secrets';
import { world } from './world';

const PHONE = { width: 390, height: 844 };

/** Somebody of a project's roster on a phone, by first name, signed in already. */
export async function ofRoster(browser: Browser, sql: postgres.Sql, home: string, name: string): Promise<Page> {
  const token = newToken();
  await sql`insert into session (token_hash, account_id, expires_at)
    select ${tokenHash(token)}, a.id, now() + interval '1 hour' from account a join enrolment e on e.account_id = a.id
    where a.name like ${`${name} %`} and e.project_id = ${home.split('/')[2]!}`;
  const context = await browser.newContext({ baseURL: world().demo.origin, viewport: PHONE });
  await context.addCookies([{ name: SESSION_COOKIE, value: token, url: world().demo.origin }]);
  return context.newPage();
}
