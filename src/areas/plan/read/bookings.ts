import { remembered } from '@/db/remember';
import type { Material } from '@/core/bookings';
import type { Supervision } from '@/core/safety';
import { type Sql } from '@/db/connection';

/** A machine or rig that is shared. */
export interface Machine {
  id: string;
  name: string;
  room: string;
  /** How many can use it at once. */
  capacity: number;
  useMinutes: number;
  resetMinutes: number;
  /** Open from so many minutes after a meeting's start to so many before its end. */
  opensAfter: number;
  closesBefore: number;
  supervision: Supervision;
  /** It works material, so that a use says in which. */
  cuts: boolean;
  version: number;
  closures: Closure[];
}
export interface Closure {
  from: string;
  to: string;
  reason: string;
}
export interface Booking {
  id: string;
  machineId: string;
  teamId: string;
  operatorId: string | null;
  operator: string | null;
  material: Material;
  purpose: string;
  state: 'asked' | 'booked' | 'running' | 'done' | 'missed' | 'cancelled';
  day: string | null;
  start: string | null;
  minutes: number | null;
  station: number | null;
  askedAt: string;
  startedAt: string | null;
  endedAt: string | null;
  /** What was missing when it was used all the same. */
  heldFor: string;
  version: number;
}

export const listMachines = remembered(async (sql: Sql, projectId: string): Promise<Machine[]> => {
  return sql<Machine[]>`
    select r.id, r.name, r.room, r.capacity, r.use_minutes, r.reset_minutes, r.opens_after, r.closes_before, r.supervision, r.cuts,
      r.version, coalesce((select jsonb_agg(jsonb_build_object('from', c.first_day, 'to', c.last_day, 'reason', c.reason)
        order by c.first_day, c.last_day) from closure c where c.machine_id = r.id), '[]') as closures
    from machine r where r.project_id = ${projectId} order by r.name`;
});
/** All bookings and requests that were not cancelled, in the order of their times; requests last, the earlier first. */
export const listBookings = remembered(async (sql: Sql, projectId: string): Promise<Booking[]> => {
  return sql<Booking[]>`
    select b.id, b.machine_id, b.team_id, b.operator_id, a.name as operator, b.material, b.purpose, b.state, b.day, b.start, b.minutes,
      b.station, to_jsonb(b.asked_at) #>> '{}' as asked_at, to_jsonb(b.started_at) #>> '{}' as started_at,
      to_jsonb(b.ended_at) #>> '{}' as ended_at, b.held_for, b.version
    from booking b left join account a on a.id = b.operator_id
    where b.project_id = ${projectId} and b.state <> 'cancelled'
    order by b.day nulls last, b.start, b.station, b.asked_at, b.id`;
});

/** The closure that a day lies in. */
export function closedOn({ closures }: Pick<Machine, 'closures'>, day: string): Closure | undefined {
  return closures.find(({ from, to }) => from <= day && day <= to);
}
