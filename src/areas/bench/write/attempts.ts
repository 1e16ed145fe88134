import { readingsOf } from '@/areas/bench/read/runs';
import type { Readings, Settings } from '@/areas/bench/read/run';
import { isOfficial } from '@/areas/bench/read/attempts/officials';
import { opennessAt, type Opening } from '@/areas/bench/read/attempts/openings';
import { allowed } from '@/server/access';
import { FieldError } from '@/server/outcome';
import { momentOf, type Work } from '@/server/perform';

/** A run as it is stored, with the first that was read, and its attempt. */
export interface KnownRun {
  teamId: string;
  protocolId: string;
  status: string;
  penalties: Record<string, number>;
  conditions: Record<string, { value: number; unit: string }>;
  protocolVersion: number;
  settings: Settings;
  readings: Readings | null;
  witness: string;
  leftOut: string;
  copyId: string | null;
  note: string;
  value: number | null;
  unit: string | null;
  observed: number[] | null;
  withdrawn: boolean;
  /** Of its attempt, where it counts. */
  attempt: number | null;
  eventId: string | null;
  eventName: string | null;
  version: number;
}

/** A run of the project as it stands; undefined when there is none. */
export async function knownRun({ tx, projectId }: Work, id: string): Promise<KnownRun | undefined> {
  const [row] = await tx<KnownRun[]>`
    select r.team_id, r.protocol_id, r.status, r.penalties, r.conditions, r.protocol_version, r.settings, r.specimen_id as copy_id, r.note,
      r.witness, r.left_out, v.value, v.unit, v.observed, not r.stands as withdrawn, a.number as attempt, a.event_id, e.name as event_name, r.version,
      ${readingsOf(tx)} as readings
    from run r join quantity q on q.protocol_id = r.protocol_id and q.position = 0
    left join attempt a on a.run_id = r.id left join event e on e.id = a.event_id
    left join reading v on v.run_id = r.id and v.quantity_id = q.id and v.observer = 1
    where r.id = ${id} and r.project_id = ${projectId}`;
  return row;
}

/** What was seen of a run, in words: "4.94 m", "foul, 9.5 m", "did not start", with its penalties. */
export function runWords(run: Pick<KnownRun, 'status' | 'value' | 'unit' | 'penalties'>): string {
  const { status, value, unit, penalties } = run;
  const counted = Object.entries(penalties).filter(([, times]) => times > 0);
  return [
    ...(status === 'ok' ? [] : [status.replaceAll('-', ' ')]),
    ...(value === null ? [] : [`${value} ${unit}`]),
    ...counted.map(([code, times]) => `${times} × ${code.replaceAll('-', ' ')}`),
  ].join(', ');
}

/** Whether the person may enter, correct and withdraw attempts of this team in the event. */
export async function judges({ tx, seat }: Work, eventId: string, teamId: string): Promise<boolean> {
  return allowed(seat, 'attempt.write', { teamId, official: await isOfficial(tx, seat, eventId) });
}

/**
 * Why a run can't be an attempt but is a practice run, in words; null when it counts. An event is looked at as it stood when
 * the run was entered on its device.
 */
export async function whyPractice(
  work: Work,
  event: { id: string; name: string },
  { teamId, sectionId }: { teamId: string; sectionId: string },
): Promise<string | null> {
  if (!(await judges(work, event.id, teamId)))
    return `Recorded as practice: attempts in ${event.name} are entered by its officials or your instructor`;
  const [row] = await work.tx<(Opening & { section: string })[]>`
    select o.opens_at, o.closes_at, s.name as section from section s
    left join event_opening o on o.section_id = s.id and o.event_id = ${event.id} where s.id = ${sectionId}`;
  const open = row?.opensAt ? opennessAt(row, momentOf(work)) : 'closed';
  return open === 'open'
    ? null
    : `Recorded as practice: ${event.name} was not open for section ${row?.section ?? ''} at that moment`;
}

/** Refuses a change of an attempt by somebody else than its officials, and one without a reason. */
export async function mayCorrect(
  work: Work,
  attempt: { eventId: string; eventName: string; number: number; teamId: string },
  reason: string,
): Promise<void> {
  const { eventId, eventName, number, teamId } = attempt;
  if (!(await judges(work, eventId, teamId)))
    throw new FieldError(
      '',
      `This run is attempt ${number} in ${eventName}. Its officials or your instructor can change it: tell them what went wrong.`,
    );
  if (!reason) throw new FieldError('reason', 'Say why: the team and your instructor will read it.');
}
