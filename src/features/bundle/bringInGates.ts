import { randomUUID } from 'node:crypto';
import { json, type Tx } from '@/db/connection';
import type { Bundle } from './format';
import { keyed, type Add, type Find } from './keyed';

interface Known {
  team: Find;
  section: Find;
  event: Find;
  protocol: Find;
  stage: Find;
  iteration: Find;
  /** Ids of the bundle's people in their order. */
  people: string[];
}

/** Hazards, machines, test sessions, gates and checks, once everything is there that they name. */
export async function addGates(tx: Tx, add: Add, bundle: Bundle, known: Known): Promise<void> {
  const person = (place: number | null) => (place === null ? null : (known.people[place] ?? null));
  const machine = await addMachines(add, bundle, known, person);
  await addHazards(add, bundle, { ...known, machine }, person);
  await addSessions(tx, add, bundle, { ...known, machine });
  await addGateRows(add, bundle, known, person);
  await add(
    'iteration_check',
    bundle.iterations.flatMap((one) =>
      one.checks.map(({ by, byName, on, note }) => ({
        iterationId: known.iteration(`${one.team} ${one.number}`),
        ...{ checkedBy: person(by), byName, checkedOn: on, note },
      })),
    ),
  );
}

type Person = (place: number | null) => string | null;

async function addMachines(add: Add, { machines }: Bundle, { team }: Known, person: Person): Promise<Find> {
  const machine = keyed(machines, (one) => one.name, 'machine');
  await add(
    'resource',
    machines.map(({ closures: _closures, bookings: _bookings, ...one }) => ({ id: machine(one.name), ...one })),
  );
  await add(
    'closure',
    machines.flatMap((one) =>
      one.closures.map(({ from, to, reason }) => ({
        ...{ resourceId: machine(one.name), firstDay: from, lastDay: to, reason },
      })),
    ),
  );
  await add(
    'booking',
    machines.flatMap((one) =>
      one.bookings.map(({ team: name, operator, ...booking }) => ({
        ...booking,
        ...{ resourceId: machine(one.name), teamId: team(name), operatorId: person(operator) },
      })),
    ),
  );
  return machine;
}

async function addHazards(
  add: Add,
  { hazards }: Bundle,
  { team, stage, protocol, machine }: Known & { machine: Find },
  person: Person,
): Promise<void> {
  const hazard = keyed(hazards, (one) => one.name, 'hazard');
  await add(
    'hazard',
    hazards.map(({ name, cautions, equipment, supervision, needsTraining, needsReading }) => ({
      ...{ id: hazard(name), name, cautions, equipment, supervision, needsTraining, needsReading },
    })),
  );
  const none = { stageId: null, resourceId: null, protocolId: null, material: null };
  await add(
    'hazard_use',
    hazards.flatMap((one) =>
      [
        ...one.stages.map((name) => ({ ...none, stageId: stage(name) })),
        ...one.machines.map((name) => ({ ...none, resourceId: machine(name) })),
        ...one.protocols.map((name) => ({ ...none, protocolId: protocol(name) })),
        ...one.materials.map((material) => ({ ...none, material })),
      ].map((use) => ({ hazardId: hazard(one.name), ...use })),
    ),
  );
  await add(
    'sign_off',
    hazards.flatMap((one) =>
      one.signOffs.map(({ person: place, ...signed }) => ({
        ...{ hazardId: hazard(one.name), accountId: person(place), ...signed },
      })),
    ),
  );
  await add(
    'acknowledgement',
    hazards.flatMap((one) =>
      one.readBy.map(({ team: name, by, on }) => ({
        ...{ hazardId: hazard(one.name), teamId: team(name), readBy: person(by), readOn: on, textVersion: 1 },
      })),
    ),
  );
}

async function addSessions(
  tx: Tx,
  add: Add,
  { sessions }: Bundle,
  { team, section, event, machine }: Known & { machine: Find },
): Promise<void> {
  const ids = sessions.map(() => randomUUID());
  await add(
    'test_session',
    sessions.map(({ section: ofSection, event: ofEvent, machine: rig, teams, runs: _runs, ...one }, i) => ({
      id: ids[i],
      ...one,
      ...{ sectionId: section(ofSection), eventId: event(ofEvent), resourceId: rig && machine(rig) },
      teams: json(tx, teams.map(team)),
    })),
  );
  await add(
    'session_run',
    sessions.flatMap((one, i) =>
      one.runs.map(({ team: name, ...run }) => ({ sessionId: ids[i], teamId: team(name), ...run })),
    ),
  );
}

async function addGateRows(add: Add, { gates }: Bundle, { team, stage }: Known, person: Person): Promise<void> {
  const gate = keyed(gates, (one) => one.name, 'gate');
  const items = gates.flatMap((one) =>
    one.items.map((item, position) => ({ id: randomUUID(), gate: one.name, position, ...item })),
  );
  const decisions = gates.flatMap((one) =>
    one.decisions.map((decision) => ({ id: randomUUID(), gate: one.name, ...decision })),
  );
  await add(
    'gate',
    gates.map(({ name, stage: before, position, guardsBuilding, guardsFinal }) => ({
      ...{ id: gate(name), name, stageId: stage(before), position, guardsBuilding, guardsFinal },
    })),
  );
  await add(
    'gate_item',
    items.map(({ id, gate: of, position, kind, text, count, stage: asked, signer }) => ({
      ...{ id, gateId: gate(of), position, kind, text, count, stageId: asked && stage(asked), signer },
    })),
  );
  await add(
    'gate_signature',
    items.flatMap(({ id, signatures }) =>
      signatures.map(({ team: name, by, byName, on, note }) => ({
        ...{ itemId: id, teamId: team(name), signedBy: person(by), byName, signedOn: on, note },
      })),
    ),
  );
  await add(
    'gate_decision',
    decisions.map(({ id, gate: of, team: name, kind, reason, by, on }) => ({
      ...{ id, gateId: gate(of), teamId: team(name), kind, reason, byName: by, decidedOn: on },
    })),
  );
  await add(
    'action',
    decisions.flatMap(({ id, team: name, conditions }) =>
      conditions.map(({ what, owner, dueOn, done }) => ({
        ...{ teamId: team(name), what, ownerId: person(owner), dueOn, state: done ? 'done' : 'open' },
        ...{ sourceKind: 'gate', sourceId: id },
      })),
    ),
  );
}
