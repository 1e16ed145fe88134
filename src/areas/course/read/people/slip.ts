import { readCode, tokenHash } from '@/server/secrets';
import { type Sql } from '@/db/connection';

/** Which slip: by the secret of its address, or by the short code that is typed from paper. */
const ofSlip = (sql: Sql, token: string) => {
  const code = readCode(token);
  return code ? sql`code_hash = ${tokenHash(code)}` : sql`token_hash = ${tokenHash(token)}`;
};

/** Whom a slip signs in, as long as it is good for. */
export interface SlipFound {
  accountId: string;
  name: string;
  team: string | null;
  project: string;
}

export async function findSlip(sql: Sql, token: string): Promise<SlipFound | null> {
  if (token.length > 100) return null;
  const [row] = await sql<SlipFound[]>`
    select a.id as account_id, a.name, t.name as team, p.title as project
    from sign_in_slip s join account a on a.id = s.account_id join project p on p.id = s.project_id
    left join team_member m on m.project_id = s.project_id and m.account_id = s.account_id left join team t on t.id = m.team_id
    where ${ofSlip(sql, token)} and s.used_at is null and s.expires_at > now()`;
  return row ?? null;
}

/** Uses a slip up; null when it was used or has expired meanwhile. */
export async function useUpSlip(sql: Sql, token: string): Promise<string | null> {
  const [row] = await sql<{ accountId: string }[]>`
    update sign_in_slip set used_at = now() where ${ofSlip(sql, token)} and used_at is null and expires_at > now()
    returning account_id`;
  return row?.accountId ?? null;
}
