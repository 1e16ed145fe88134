import type { Meeting, Pattern } from '@/core/calendar';

/** A stored section as its form shows it. */
export function sectionForm(row: Record<string, unknown>): Record<string, unknown> {
  const pattern = row.pattern as Pattern;
  const weekly = pattern.kind === 'weekly';
  const extra = (row.extra as (Meeting & { inReserve: boolean })[] | undefined)?.map((m) => ({
    day: m.date,
    start: m.start,
    minutes: String(m.minutes),
    inReserve: m.inReserve,
  }));
  const lost = (row.lost as { date: string; start: string | null; reason: string }[] | undefined)?.map((m) => ({
    day: m.date,
    start: m.start ?? '',
    reason: m.reason,
  }));
  return {
    name: row.name,
    room: row.room,
    firstDay: row.firstDay,
    lastDay: row.lastDay,
    teamsReleased: row.teamsReleased,
    kind: pattern.kind,
    slots: weekly ? pattern.slots.map((slot) => ({ ...slot, minutes: String(slot.minutes) })) : [],
    cycle: weekly ? '' : pattern.cycle.join(' '),
    meetsOn: weekly ? '' : pattern.meetsOn.join(' '),
    cycleFirstDay: weekly ? '' : pattern.firstDay,
    cycleStart: weekly ? '' : pattern.start,
    cycleMinutes: weekly ? '' : String(pattern.minutes),
    ...(extra ? { extra } : {}),
    ...(lost ? { lost } : {}),
  };
}

export const NEW_SECTION = {
  name: '',
  room: '',
  firstDay: '',
  lastDay: '',
  kind: 'weekly',
  slots: [{ day: 'Mon', start: '', minutes: '50' }],
  cycle: 'A B',
  meetsOn: 'A',
  cycleFirstDay: '',
  cycleStart: '',
  cycleMinutes: '',
  extra: [],
  lost: [],
  teamsReleased: false,
};
