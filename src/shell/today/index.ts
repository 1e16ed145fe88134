import type { Sql } from '@/db/connection';
import { AREAS } from '@/shell/areas';
import { backupsToday } from '@/shell/data/today';
import type { Asked, TodayItem } from '@/areas/area';

export type { Asked, TodayItem } from '@/areas/area';

const PARTS = [...AREAS.flatMap(({ today }) => today ?? []), backupsToday];

/** All lines but those of sheets the course does not use, most urgent first; equal ones in the order of the areas. */
export async function readToday(sql: Sql, hidden: readonly string[], asked: Asked): Promise<TodayItem[]> {
  const shown = PARTS.filter(({ sheet }) => !hidden.includes(sheet));
  const lines = await Promise.all(shown.map((part) => part.lines(sql, asked)));
  return lines.flat().sort((a, b) => b.urgency - a.urgency);
}
