import { whoDid } from '@/core/names';
import { missing } from '@/core/safety';
import type { Sql } from '@/db/connection';
import { relationOf, type Target } from '@/server/access';
import { FieldError } from '@/server/outcome';
import type { Work } from '@/server/perform';
import {
  stopNow,
  hazardsOf,
  readBy,
  readSafety,
  type Hazard,
  type Safety,
  missingWords,
  type Lack,
} from '@/areas/safety';
import { readPaces } from '@/areas/plan/read/readPaces';
import { may, type Permission } from '@/server/policy';
import { judgeGates, readFound, listGates, type TeamGate } from '@/areas/plan/read/gates';

/** One thing that stands before some work: what it is, and who can supply what is missing. */
export interface Hold {
  says: string;
  who: string;
  /** For what is missing of safety: of reading or of training. */
  of?: Lack['of'];
}

/**
 * Asks the policy with what holds the work; when it does not let, says what is missing and who can supply it.
 * @throws FieldError at `field`
 */
export function mustNotBeHeld(
  { seat }: Pick<Work, 'seat'>,
  permission: Permission,
  target: Target,
  holds: readonly Hold[],
  field: string,
): void {
  const relation = relationOf(seat, target);
  if (may(permission, { ...relation, held: holds.length > 0 })) return;
  throw new FieldError(field, `Held: ${sentence(holds)}.`);
}

/** What holds some work, as one text: "gate “Material release” is shut: no run recorded (the team)". */
export function sentence(holds: readonly Hold[]): string {
  return holds.map(({ says, who }) => (who ? `${says} (${who})` : says)).join('; ');
}

/** What a shut gate holds: one line for each thing that is missing. */
function gateHold({ gate, missing: lacking, decision }: TeamGate): Hold {
  if (decision?.kind === 'held')
    return { says: `gate “${gate.name}” is held by the instructor: ${decision.reason}`, who: '' };
  const parts = lacking.map(({ text, says, who }) => `${text}: ${says}${who ? ` (${who})` : ''}`);
  return {
    says: `gate “${gate.name}” is shut. Missing: ${parts.join('; ') || 'it has no items'}. The instructor can open it with a reason`,
    who: '',
  };
}

interface Where {
  projectId: string;
  teamId: string;
  today: string;
}

type Guards = 'guardsBuilding' | 'guardsFinal';

/** The gates that guard something, as they stand for every team. */
export async function readGuarding(
  sql: Sql,
  { projectId, today }: Omit<Where, 'teamId'>,
  guards: Guards,
): Promise<TeamGate[]> {
  const gates = (await listGates(sql, projectId)).filter((gate) => gate[guards]);
  if (gates.length === 0) return [];
  return judgeGates(gates, await readFound(sql, projectId), await readSafety(sql, projectId), { today });
}

/** What the gates hold that guard something and are shut for a team. */
export function shutFor(gates: readonly TeamGate[], teamId: string, guards: Guards): Hold[] {
  return gates.filter((one) => one.teamId === teamId && one.gate[guards] && one.state === 'shut').map(gateHold);
}

interface Person {
  id: string;
  name: string;
}

/** What a team lacks for work with these hazards: somebody who is signed off, and the cautions read. */
export function safetyHolds(
  safety: Safety,
  hazards: readonly Hazard[],
  team: { id: string; members: readonly Person[] },
  day: string,
  asks: 'each' | 'one' = 'one',
): Hold[] {
  const lacking = missing({
    hazards,
    people: team.members.map((member) => member.id),
    asks,
    signOffs: safety.signOffs,
    read: readBy(safety, team.id),
    day,
  });
  return missingWords(lacking, team.members).map(({ says, of }) => ({
    says,
    of,
    who: of === 'reading' ? 'the team reads them on Safety' : 'the instructor signs on Safety',
  }));
}

/** Who is in a team now, of every team of the project. */
export async function readMembers(sql: Sql, projectId: string): Promise<(Person & { teamId: string })[]> {
  return sql<(Person & { teamId: string })[]>`
    select m.team_id, a.id, a.name from team_member m join account a on a.id = m.account_id
    join enrolment e on e.project_id = m.project_id and e.account_id = m.account_id and e.left_on is null
    where m.project_id = ${projectId} order by a.name`;
}

async function teamOf(sql: Sql, { projectId, teamId }: Omit<Where, 'today'>) {
  return { id: teamId, members: (await readMembers(sql, projectId)).filter((one) => one.teamId === teamId) };
}

/** What holds building: gates before it, and the hazards of the stage that the team is at. */
export async function holdsOfBuilding({ tx, seat, projectId, now }: Work, teamId: string): Promise<Hold[]> {
  const today = now.slice(0, 10);
  const gates = shutFor(await readGuarding(tx, { projectId, today }, 'guardsBuilding'), teamId, 'guardsBuilding');
  const safety = await readSafety(tx, projectId);
  if (safety.hazards.every((hazard) => hazard.stages.length === 0)) return gates;
  const stage = (await readPaces(tx, seat.project, now)).get(teamId)?.current;
  const hazards = stage ? hazardsOf(safety.hazards, 'stages', stage.id) : [];
  if (hazards.length === 0) return gates;
  return [...gates, ...safetyHolds(safety, hazards, await teamOf(tx, { projectId, teamId }), today)];
}

/** What was missing for a run under a protocol on the day it took place. */
export async function holdsOfRun(sql: Sql, { teamId, ...where }: Where & { protocolId: string }): Promise<Hold[]> {
  return (await holdsOfRuns(sql, { ...where, teamIds: [teamId] })).get(teamId)!;
}

/** A call to stop, which holds every start until it is lifted. */
export async function holdOfStop(sql: Sql, projectId: string): Promise<Hold[]> {
  const stop = await stopNow(sql, projectId);
  if (!stop) return [];
  const says = `${whoDid(stop.byName)} called to stop${stop.reason ? `: ${stop.reason}` : ''}`;
  return [{ says, who: 'whoever leads the day lifts it at the desk' }];
}

/** The same for runs of several teams. */
export async function holdsOfRuns(
  sql: Sql,
  { projectId, teamIds, today, protocolId }: Omit<Where, 'teamId'> & { teamIds: readonly string[]; protocolId: string },
): Promise<ReadonlyMap<string, Hold[]>> {
  const safety = await readSafety(sql, projectId);
  const hazards = hazardsOf(safety.hazards, 'protocols', protocolId);
  const members = hazards.length === 0 ? [] : await readMembers(sql, projectId);
  return new Map(
    teamIds.map((id) => {
      const team = { id, members: members.filter(({ teamId }) => teamId === id) };
      return [id, hazards.length === 0 ? [] : safetyHolds(safety, hazards, team, today)];
    }),
  );
}
