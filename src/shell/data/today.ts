import { day } from '@/core/format';
import type { Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
import { DAYS_WITHOUT, readBackups, type Backups } from './backups';

const MINUTE = 60_000;
/** What was read last: it is the same for everybody, and changes once a day. */
let known: { at: number; of: string | undefined; backups: Backups } | null = null;

async function load(sql: Sql, { leads }: Asked): Promise<{ backups: Backups | null }> {
  if (!leads) return { backups: null };
  const [now, of] = [Date.now(), process.env.DATABASE_URL];
  if (!known || known.of !== of || now - known.at > 5 * MINUTE)
    known = { at: now, of, backups: await readBackups(sql) };
  return known;
}

/** Says when there was no backup for three days that could be put back. */
export const backupItems = ({ backups, href }: Pick<Asked, 'href'> & { backups: Backups | null }): TodayItem[] => {
  if (!backups || backups.daysWithout < DAYS_WITHOUT) return [];
  const { good, last } = backups;
  return [
    {
      teamId: null,
      urgency: 92,
      tone: 'brick',
      headline: good ? `No good backup since ${day(good.madeAt.toISOString().slice(0, 10))}` : 'No good backup yet',
      detail: last && last.state !== 'good' ? last.note : 'Ironstone makes one each day while it runs.',
      href: href('data'),
      label: 'Data',
    },
  ];
};

export const backupsToday = todayPart('data', load, backupItems);
