import type { Sql } from '@/db/connection';

/** The backups of this installation: the last one that was put back and compared, and the last one of all. */
export interface Backups {
  good: Backup | null;
  last: (Backup & { state: 'good' | 'unchecked' | 'bad'; note: string }) | null;
  /** Days without a good one: since the last, or since the first account was made. */
  daysWithout: number;
}
interface Backup {
  madeAt: Date;
  file: string;
  bytes: number;
}

/** How long there may be none before Today says so. */
export const DAYS_WITHOUT = 3;

export async function readBackups(sql: Sql): Promise<Backups> {
  const [row] = await sql<[Backups]>`
    with last as (select made_at, file, bytes, state, note from backup order by made_at desc limit 1),
      good as (select made_at, file, bytes from backup where state = 'good' order by made_at desc limit 1)
    select (select to_jsonb(last) from last) as last, (select to_jsonb(good) from good) as good,
      floor(extract(epoch from now() - coalesce((select made_at from good), (select min(created_at) from account), now())) / 86400) as days_without`;
  return { ...row, good: dated(row.good), last: dated(row.last) };
}

/** A row out of JSON, as it comes from a table. */
function dated<B extends Backup>(row: B | null): B | null {
  if (!row) return null;
  const { made_at: madeAt, ...rest } = row as unknown as { made_at: string };
  return { ...(rest as unknown as B), madeAt: new Date(madeAt) };
}
