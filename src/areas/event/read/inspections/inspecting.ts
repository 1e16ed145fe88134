import type { Seat } from '@/server/access';
import type { Sql } from '@/db/connection';
import {
  deviceOf,
  readInspections,
  type Check,
  type Inspection,
  type Repair,
  type Seal,
} from '@/areas/event/read/inspections';
import type { DeviceStanding } from '@/core/inspection';

/** What the inspection of one device shows. */
export interface InspectingProps {
  projectId: string;
  path: string;
  team: { id: string; name: string };
  checks: Check[];
  device: DeviceStanding;
  /** The last look at each point. */
  last: Inspection[];
  history: Inspection[];
  seals: Seal[];
  repairs: Repair[];
  /** Pictures go with an account only. */
  pictures: boolean;
}

export async function loadInspecting(
  sql: Sql,
  seat: Seat,
  team: { id: string; name: string },
): Promise<InspectingProps> {
  const inspected = await readInspections(sql, seat.project.id);
  const own = <T extends { teamId: string }>(rows: readonly T[]) => rows.filter(({ teamId }) => teamId === team.id);
  const history = own(inspected.inspections);
  return {
    projectId: seat.project.id,
    path: seat.role === 'official' ? '/api/v1/official-inspections' : '/api/v1/inspections',
    team: { id: team.id, name: team.name },
    checks: inspected.checks,
    device: deviceOf(inspected, team.id),
    last: inspected.checks.flatMap(({ id }) => history.findLast(({ checkId }) => checkId === id) ?? []),
    history,
    seals: own(inspected.seals),
    repairs: own(inspected.repairs),
    pictures: seat.role === 'instructor' || seat.role === 'assistant',
  };
}
