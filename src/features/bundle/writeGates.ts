import { listBookings, listResources } from '@/domain/bookings/read';
import { listGates } from '@/domain/gates/read';
import { readSafety } from '@/domain/safety/read';
import { listSessions } from '@/domain/sessions/read';
import type { Bundle } from './format';
import { type Sql } from '@/db/connection';

interface Places {
  team: (id: string) => string | null;
  person: (id: string | null) => number | null;
  section: (id: string) => string;
  event: (id: string) => string;
  protocol: (id: string) => string;
  stage: (id: string) => string;
}
type Part = Pick<Bundle, 'hazards' | 'machines' | 'sessions' | 'gates'>;

const by =
  <T>(key: (one: T) => string) =>
  (a: T, b: T) =>
    key(a) < key(b) ? -1 : key(a) > key(b) ? 1 : 0;

/** Hazards, machines, test sessions and gates; incidents go nowhere. */
export async function writeGates(sql: Sql, projectId: string, places: Places): Promise<Part> {
  const [safety, resources, bookings, sessions, gates, readers] = [
    await readSafety(sql, projectId),
    await listResources(sql, projectId),
    await listBookings(sql, projectId),
    await listSessions(sql, projectId),
    await listGates(sql, projectId),
    await sql<{ hazardId: string; teamId: string; readBy: string | null; readOn: string; textVersion: number }[]>`
      select hazard_id, team_id, read_by, read_on, text_version from acknowledgement where project_id = ${projectId}`,
  ];
  const machineOf = new Map(resources.map((one) => [one.id, one.name]));
  const owners = await sql<{ id: string; ownerId: string | null }[]>`
    select id, owner_id from action where project_id = ${projectId} and source_kind = 'gate'`;
  const ownerOf = new Map(owners.map((one) => [one.id, one.ownerId]));
  return {
    hazards: safety.hazards.map(
      ({ id, name, cautions, equipment, supervision, needsTraining, needsReading, ...one }) => ({
        ...{ name, cautions, equipment, supervision, needsTraining, needsReading },
        stages: one.stages.map(places.stage).sort(),
        machines: one.resources.map((each) => machineOf.get(each)!).sort(),
        protocols: one.protocols.map(places.protocol).sort(),
        materials: [...one.materials].sort(),
        signOffs: safety.signOffs
          .filter((each) => each.hazardId === id && places.person(each.personId) !== null)
          .map(({ personId, signedOn, signedBy, validUntil }) => ({
            ...{ person: places.person(personId)!, signedOn, signedBy, validUntil },
          }))
          .sort((a, b) => a.person - b.person),
        readBy: readers
          .filter((each) => each.hazardId === id && each.textVersion === one.textVersion)
          .map((each) => ({ team: places.team(each.teamId)!, by: places.person(each.readBy), on: each.readOn }))
          .sort(by((each) => each.team)),
      }),
    ),
    machines: resources.map(({ id, version: _version, ...machine }) => ({
      ...machine,
      bookings: bookings
        .filter((one) => one.resourceId === id)
        .map(({ id: _id, resourceId: _of, teamId, operatorId, operator: _name, version: _seen, ...one }) => ({
          ...one,
          team: places.team(teamId)!,
          operator: places.person(operatorId),
        }))
        .sort(by((one) => `${one.day} ${one.start} ${one.station} ${one.askedAt} ${one.team}`)),
    })),
    sessions: sessions
      .map(({ sectionId, eventId, resourceId, ...one }) => ({
        section: places.section(sectionId),
        event: places.event(eventId),
        machine: resourceId && machineOf.get(resourceId)!,
        ...pick(one),
        teams: one.teams.map((team) => places.team(team)!),
        runs: one.marks
          .map(({ teamId, attempt, startedAt, endedAt, skipped, heldFor }) => ({
            ...{ team: places.team(teamId)!, attempt, startedAt, endedAt, skipped, heldFor },
          }))
          .sort(by((run) => `${run.attempt} ${run.team}`)),
      }))
      .sort(by((one) => `${one.day} ${one.start} ${one.section} ${one.event}`)),
    gates: gates.map(
      ({ id: _id, stageId: _stage, stageName, version: _version, items, signatures, decisions, ...gate }) => ({
        ...gate,
        stage: stageName,
        items: items.map((item) => ({
          ...{ kind: item.kind, text: item.text, count: item.count, signer: item.signer },
          stage: item.stage?.name ?? null,
          signatures: signatures
            .filter((one) => one.itemId === item.id)
            .map((one) => ({
              ...{
                team: places.team(one.teamId)!,
                by: places.person(one.byId),
                byName: one.by,
                on: one.on,
                note: one.note,
              },
            }))
            .sort(by((one) => `${one.team} ${one.byName}`)),
        })),
        decisions: decisions
          .map(({ teamId, kind, reason, by: byName, on, conditions }) => ({
            ...{ team: places.team(teamId)!, kind, reason, by: byName, on },
            conditions: conditions.map(({ id, what, dueOn, done }) => ({
              ...{ what, dueOn, done, owner: places.person(ownerOf.get(id) ?? null) },
            })),
          }))
          .sort(by((one) => one.team)),
      }),
    ),
  };
}

type Kept = Pick<
  Awaited<ReturnType<typeof listSessions>>[number],
  | 'day'
  | 'start'
  | 'minutes'
  | 'attempts'
  | 'minutesPerAttempt'
  | 'resetMinutes'
  | 'restMinutes'
  | 'stations'
  | 'drawn'
  | 'seed'
  | 'begunAt'
  | 'endedAt'
>;

function pick(one: Kept): Kept {
  const { day, start, minutes, attempts, minutesPerAttempt, resetMinutes, restMinutes, stations, drawn, seed } = one;
  const { begunAt, endedAt } = one;
  return {
    ...{ day, start, minutes, attempts, minutesPerAttempt, resetMinutes, restMinutes, stations, drawn, seed },
    ...{ begunAt, endedAt },
  };
}
