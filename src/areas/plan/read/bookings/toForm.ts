import type { Closure } from '@/areas/plan/read/bookings';

/** A stored machine as its form shows it. */
export function machineForm(row: Record<string, unknown>): Record<string, unknown> {
  const text = (value: unknown) => String(value as number);
  return {
    name: row.name,
    room: row.room,
    capacity: text(row.capacity),
    useMinutes: text(row.useMinutes),
    resetMinutes: text(row.resetMinutes),
    opensAfter: text(row.opensAfter),
    closesBefore: text(row.closesBefore),
    supervision: row.supervision,
    cuts: row.cuts,
    ...(row.closures ? { closures: row.closures as Closure[] } : {}),
  };
}

export const NEW_RESOURCE = {
  name: '',
  room: '',
  capacity: '1',
  useMinutes: '15',
  resetMinutes: '2',
  opensAfter: '5',
  closesBefore: '5',
  supervision: 'in the room',
  cuts: false,
  closures: [],
};
