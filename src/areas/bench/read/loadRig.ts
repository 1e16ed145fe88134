import { offeredUnits } from '@/core/dimensions';
import { moment, quantity } from '@/core/format';
import { convert } from '@/core/units';
import type { Sql } from '@/db/connection';
import { listRecentRunIds } from './instruments';
import { listProtocols, type Protocol, type Quantity } from './protocols';
import { listAttempts, listEvents, listNewestRuns, type EventRecord } from './runs';
import type { Run } from '@/areas/bench/read/run';
import { isBroken, listCopies, listLatestIterations } from '@/areas/builds';
import { listStudents, type Section, type Team } from '@/areas/course';
import { isOfficial } from '@/areas/bench/read/attempts/officials';
import { listOpenings, openingOf, opennessAt } from '@/areas/bench/read/attempts/openings';
import { safetyHolds, sentence } from '@/areas/plan';
import { hazardsOf, readSafety } from '@/areas/safety';
import { allowed, seesAll, type Seat } from '@/server/access';
import { momentHere, momentOfEntry } from '@/server/clock';
import type { RigProps, RigQuantity } from '@/areas/bench/shared/rig';

interface Asked {
  /** The event asked for; else the protocol asked for, which is practised alone; else the first event. */
  eventId?: unknown;
  protocolId?: unknown;
  /** The protocol alone, also where an event is run under it. */
  only?: boolean;
  section: Section | null;
  teams: Team[];
  /** Local time of the project. */
  now: string;
  /** The order of teams at the rig where heats are run; null for that of the list. */
  orderOf?: (eventId: string, made: ReadonlyMap<string, number>) => Promise<string[] | null>;
}

/** The events that somebody enters runs of: no hidden ones but for those who lead; those of the link for its holder. */
async function eventsFor(sql: Sql, seat: Seat): Promise<EventRecord[]> {
  const events = await listEvents(sql, seat.project.id);
  const only = 'eventId' in seat.actor ? seat.actor.eventId : null;
  return events.filter((event) => (!event.hidden || seesAll(seat)) && (only === null || event.id === only));
}

/**
 * What entry at the rig shows: the events and protocols to choose from, and of the one chosen the teams in run order with their attempts, the
 * protocol with its cautions, the runs so far, and whether what is entered now counts. `rig` is null without either or
 * a section.
 */
export async function loadRig(
  sql: Sql,
  seat: Seat,
  { eventId, protocolId, only = false, section, teams: all, now, orderOf }: Asked,
): Promise<{
  events: EventRecord[];
  /** Those that no event is run under. */
  alone: Protocol[];
  event: EventRecord | null;
  rig: Omit<RigProps, 'first' | 'opener'> | null;
}> {
  const { project } = seat;
  const [events, protocols, attempts, latest, safety, students, openings] = await Promise.all([
    eventsFor(sql, seat),
    listProtocols(sql, project.id),
    listAttempts(sql, project.id),
    listLatestIterations(sql, project.id),
    readSafety(sql, project.id),
    listStudents(sql, project.id),
    listOpenings(sql, project.id),
  ]);
  const alone =
    'eventId' in seat.actor ? [] : protocols.filter(({ id }) => !events.some((one) => one.protocolId === id));
  const practised =
    (only ? protocols : alone).find(({ id }) => id === protocolId) ?? (events.length === 0 ? alone[0] : undefined);
  const event = practised ? null : (events.find((one) => one.id === eventId) ?? events[0] ?? null);
  const protocol = practised ?? protocols.find((one) => one.id === event?.protocolId);
  if (!protocol || !section) return { events, alone, event, rig: null };

  const official = event !== null && (await isOfficial(sql, seat, event.id));
  const works = (teamId: string) => seesAll(seat) || teamId === seat.teamId;
  const counts = (teamId: string) => event !== null && allowed(seat, 'attempt.write', { teamId, official });
  const teams = all.filter((team) => team.sectionId === section.id && (official || works(team.id)));
  const copies = await listCopies(sql, project.id, latest.map(({ id }) => id).sort());
  const made = attempts.filter((run) => event !== null && run.eventId === event.id);
  // Where heats are run, the order at the rig is theirs.
  const madeBy = new Map(teams.map(({ id }) => [id, made.filter(({ teamId }) => teamId === id).length]));
  const order = event && (await orderOf?.(event.id, madeBy));
  if (order) teams.sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));
  const newest = await listNewestRuns(sql, project.id, {
    limit: 60,
    teamIds: teams.map(({ id }) => id),
    seenBy: 'all',
  });
  const runners = teams.map((team) => {
    const iteration = latest.find((one) => one.teamId === team.id);
    const own = made.filter((run) => run.teamId === team.id);
    return {
      teamId: team.id,
      name: team.name,
      iterationId: iteration?.id ?? null,
      iterationNumber: iteration?.number ?? 1,
      attempts: own.reduce((most, run) => Math.max(most, run.attempt ?? 0), 0),
      copies: copies
        .filter(({ iterationId }) => iterationId === iteration?.id)
        .map((copy) => ({ id: copy.id, number: copy.number, broken: isBroken(copy) })),
      // What a team set in practice is its own.
      settings: works(team.id)
        ? lastSettings(newest.find((run) => run.teamId === team.id && run.protocolId === protocol.id))
        : {},
      counts: counts(team.id),
    };
  });
  const last = newest
    .filter((run) => (run.eventId ? run.eventId === event?.id : run.protocolId === protocol.id) && !run.withdrawn)
    // Whoever is an official of other teams sees what counts of them, and no practice.
    .filter((run) => run.attempt !== null || works(run.teamId))
    .slice(0, 5)
    .map((run) => ({
      id: run.id,
      version: run.version,
      text: `${teams.find((team) => team.id === run.teamId)!.name} ${run.iterationNumber}, ${run.attempt ? `attempt ${run.attempt}` : 'practice'}`,
      value: run.status === 'ok' ? quantity(run.value, run.unit) : run.status.replaceAll('-', ' '),
      attempt: run.attempt !== null,
      withdraws: run.attempt !== null ? counts(run.teamId) : works(run.teamId),
    }));
  const hazards = hazardsOf(safety.hazards, 'protocols', protocol.id);
  const members = (teamId: string) =>
    students.filter((one) => one.teamId === teamId).map(({ accountId, name }) => ({ id: accountId, name }));
  const held = teams.flatMap((team) => {
    const says = sentence(safetyHolds(safety, hazards, { id: team.id, members: members(team.id) }, now.slice(0, 10)));
    // Names stay with those who work with the team.
    return says
      ? [[team.id, works(team.id) ? says : 'it is not cleared for this rig; ask the instructor'] as const]
      : [];
  });
  const runsSoFar = event ? made : newest.filter((run) => run.protocolId === protocol.id && works(run.teamId));
  const quantityAtRig = (one: Quantity, i: number): RigQuantity => {
    const units = [...new Set([one.unit, ...offeredUnits(one.dimension, project.units, project.currency)])];
    const readOf = (run: Run): readonly [number | null, string | null, ...unknown[]] | undefined =>
      run.readings ? run.readings[one.quantityId] : i === 0 ? [run.value, run.unit] : undefined;
    return {
      id: one.quantityId,
      name: one.parameterName,
      unit: one.unit,
      units,
      scales: scalesOf(units, one.unit),
      observers: one.observers,
      soFar: runsSoFar.flatMap((run) => {
        const [value, from] = (run.status === 'ok' && readOf(run)) || [];
        return value == null ? [] : [convert({ value, from: from!, to: one.unit }).value];
      }),
    };
  };
  const [opening, present] = [event && openingOf(openings, event.id, section.id), momentOfEntry(project, now, 0)];
  const openness = opening ? opennessAt(opening, present) : 'closed';
  return {
    events,
    alone,
    event,
    rig: {
      projectId: project.id,
      section: { id: section.id, name: section.name },
      path: seat.role === 'official' ? '/api/v1/official-runs' : '/api/v1/runs',
      event: {
        id: event?.id ?? null,
        name: event?.name ?? protocol.name,
        allowed: event?.attemptsAllowed ?? 0,
        foulKeepsValue: event?.rule.attempts.foul === 'keep',
        penalties: Object.keys(event?.rule.penalties ?? {}),
      },
      opening: {
        open: openness === 'open',
        opensIn: openness === 'ahead' ? opening!.opensAt.getTime() - present.getTime() : null,
        says:
          openness === 'ahead'
            ? `opens ${moment(momentHere(project, opening!.opensAt))}`
            : `is not open for section ${section.name}`,
      },
      protocol: {
        id: protocol.id,
        name: protocol.name,
        version: protocol.currentVersion,
        cautions: [protocol.cautions, ...hazards.map((one) => `${one.name}: ${one.cautions}`)]
          .filter(Boolean)
          .join(' '),
        conditions: protocol.conditions,
        settings: protocol.settings,
        quantities: protocol.quantities.filter(({ formula }) => formula === null).map(quantityAtRig),
      },
      runners,
      today: now.slice(0, 10),
      last,
      known: await listRecentRunIds(sql, project.id, protocol.id),
      held: Object.fromEntries(held),
    },
  };
}

/** What one of each unit is in another one, where that is a plain factor. */
function scalesOf(units: readonly string[], to: string): Record<string, number> {
  const at = (value: number, from: string) => convert({ value, from, to }).value;
  return Object.fromEntries(units.filter((from) => at(0, from) === 0).map((from) => [from, at(1, from)]));
}

/** What the last run was made at, as it was typed. */
const lastSettings = (run: Run | undefined): Record<string, string> =>
  Object.fromEntries(Object.entries(run?.settings ?? {}).map(([name, { value }]) => [name, String(value)]));
