import { type Sql } from '@/db/connection';

const MINUTES = 15;
const PER_ACCOUNT = 5;
/** A class of 30 sits behind one address, so only a flood of failures closes it. */
const PER_ADDRESS = 300;

/** Notes a try as failed before the password is looked at, and says whether it may go on. */
export async function mayTry(sql: Sql, login: string, address: string): Promise<{ id: number } | { refused: string }> {
  const [counts] = await sql<[{ mine: number; theirs: number }]>`
    select
      (select count(*) from sign_in_attempt a where a.login = ${login} and not a.succeeded and a.at > now() - ${MINUTES} * interval '1 minute'
        and a.at > coalesce((select max(at) from sign_in_attempt b where b.login = ${login} and b.succeeded), '-infinity')
        and a.at > coalesce((select failures_forgiven_at from account where lower(login) = ${login}), '-infinity')) as mine,
      (select count(*) from sign_in_attempt where address = ${address} and not succeeded and at > now() - ${MINUTES} * interval '1 minute') as theirs`;
  if (counts.mine >= PER_ACCOUNT) {
    return {
      refused: `Too many wrong passwords for this name. Wait ${MINUTES} minutes, or ask your instructor for a new password.`,
    };
  }
  if (counts.theirs >= PER_ADDRESS) return { refused: `Too many failures from this network. Wait ${MINUTES} minutes.` };
  const [row] = await sql<
    [{ id: number }]
  >`insert into sign_in_attempt (login, address, succeeded) values (${login}, ${address}, false) returning id`;
  return row;
}

/** Marks a try as successful. */
export async function succeeded(sql: Sql, id: number): Promise<void> {
  await sql`update sign_in_attempt set succeeded = true where id = ${id}`;
}
