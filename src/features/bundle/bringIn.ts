import { randomUUID } from 'node:crypto';
import { meetings } from '@/core/calendar';
import { checkRule } from '@/core/scoring';
import { checkDimension, convert, CoreError, DIMENSION_NAMES, DIMENSIONS, type Dimension } from '@/core/units';
import { json, type Tx } from '@/db/connection';
import { isTimeZone } from '@/server/clock';
import { FieldError } from '@/server/outcome';
import { loginFor } from '@/server/logins';
import { renewPicture } from '@/server/pictures';
import type { Bundle } from './format';
import { addBrief, addPlan } from './bringInPlan';
import { addConcepts } from './bringInConcepts';
import { addGates } from './bringInGates';
import { addStages } from './bringInStages';
import { keyed, type Add, type Find } from './keyed';

interface Options {
  /** Who leads the project once it is in. */
  instructorId: string;
  isDemo?: boolean;
  /** Bytes of the bundle's pictures by file name. */
  pictures?: ReadonlyMap<string, Uint8Array>;
}

/**
 * Brings a bundle in as a new project: everything or nothing. References by name are resolved here; what the
 * format can't say (units that fit, rules that can be applied) is checked here; the rest by the database.
 * @throws FieldError at "file" naming what does not fit.
 */
export async function bringIn(
  tx: Tx,
  bundle: Bundle,
  { instructorId, isDemo = false, pictures = new Map() }: Options,
): Promise<{ id: string }> {
  checkSense(bundle);
  const projectId = randomUUID();
  await tx`insert into project ${tx({ id: projectId, ...bundle.project, isDemo })}`;
  await tx`insert into project_instructor (project_id, account_id) values (${projectId}, ${instructorId})`;
  const add = (table: string, rows: Record<string, unknown>[]) => insertAll(tx, table, projectId, rows);
  await addBrief(tx, add, projectId, bundle.brief);
  const dimensions = new Map(bundle.parameters.map((p) => [p.name, p.dimension]));
  const parameter = keyed(bundle.parameters, (p) => p.name, 'parameter');
  await add(
    'parameter',
    bundle.parameters.map((p) => ({ id: parameter(p.name), ...p })),
  );
  await add(
    'no_class',
    bundle.noClass.map(({ from, to, reason }) => ({ firstDay: from, lastDay: to, reason })),
  );
  const section = keyed(bundle.sections, (s) => s.name, 'section');
  await add(
    'section',
    bundle.sections.map(({ extra: _extra, lost: _lost, pattern, ...s }) => ({
      id: section(s.name),
      ...s,
      pattern: json(tx, pattern),
    })),
  );
  await add(
    'extra_meeting',
    bundle.sections.flatMap((s) => s.extra.map(({ date, ...x }) => ({ sectionId: section(s.name), day: date, ...x }))),
  );
  await add(
    'lost_meeting',
    bundle.sections.flatMap((s) => s.lost.map(({ date, ...x }) => ({ sectionId: section(s.name), day: date, ...x }))),
  );
  const team = keyed(bundle.teams, (t) => t.name, 'team');
  const sectionOf = new Map(bundle.teams.map((t) => [t.name, section(t.section)]));
  await add(
    'team',
    bundle.teams.map((t) => ({ id: team(t.name), name: t.name, colour: t.colour, sectionId: section(t.section) })),
  );
  const people = await addPeople(tx, projectId, bundle, section, team);
  const stage = await addStages(add, bundle, { team, people });

  const instrument = keyed(bundle.instruments, (i) => i.name, 'instrument');
  await add(
    'instrument',
    bundle.instruments.map((i) => ({ id: instrument(i.name), ...i })),
  );
  const protocol = keyed(bundle.protocols, (p) => p.name, 'protocol');
  const measures = new Map(bundle.protocols.map((p) => [p.name, dimensions.get(p.parameter)]));
  await add(
    'protocol',
    bundle.protocols.map(({ parameter: name, instrument: tool, conditions, ...p }) => ({
      id: protocol(p.name),
      ...p,
      parameterId: parameter(name),
      dimension: dimensions.get(name),
      instrumentId: instrument(tool),
      conditions: json(tx, conditions),
    })),
  );
  const requirement = await addPlan(tx, add, bundle, { parameter, protocol, team, people });
  const iterationKey = (teamName: string, number: number) => `${teamName} ${number}`;
  const iteration = keyed(bundle.iterations, (i) => iterationKey(i.team, i.number), 'iteration');
  await add(
    'iteration',
    bundle.iterations.map(({ team: name, parent, released, measurements, maker, checks: _checks, ...i }) => ({
      id: iteration(iterationKey(name, i.number)),
      ...i,
      teamId: team(name),
      makerId: maker === null ? null : (people[maker] ?? null),
      parentId: parent === null ? null : iteration(iterationKey(name, parent)),
      releasedAt: released ? new Date() : null,
    })),
  );
  await add(
    'measurement',
    bundle.iterations.flatMap((i) =>
      i.measurements.map(({ parameter: name, instrument: tool, ...m }) => ({
        iterationId: iteration(iterationKey(i.team, i.number)),
        parameterId: parameter(name),
        dimension: dimensions.get(name),
        ...m,
        valueSi: inSi(m.value, m.unit, dimensions.get(name)),
        instrumentId: tool && instrument(tool),
      })),
    ),
  );

  const event = keyed(bundle.events, (e) => e.name, 'event');
  const trialIds = bundle.trials.map(() => randomUUID());
  const eventMeasures = new Map(bundle.events.map((e) => [e.name, measures.get(e.protocol)]));
  await add(
    'event',
    bundle.events.map((e) => ({
      id: event(e.name),
      name: e.name,
      position: e.position,
      protocolId: protocol(e.protocol),
      dimension: measures.get(e.protocol),
      attemptsAllowed: e.rule.attempts.allowed,
      rule: json(tx, e.rule),
    })),
  );
  await add(
    'trial',
    bundle.trials.map(
      ({ event: name, team: teamName, iteration: number, instrument: tool, penalties, conditions, ...t }, i) => ({
        id: trialIds[i],
        ...t,
        eventId: event(name),
        teamId: team(teamName),
        sectionId: sectionOf.get(teamName),
        iterationId: iteration(iterationKey(teamName, number)),
        dimension: eventMeasures.get(name),
        valueSi: inSi(t.value, t.unit, eventMeasures.get(name)),
        instrumentId: instrument(tool),
        penalties: json(tx, penalties),
        conditions: json(tx, conditions),
      }),
    ),
  );
  await add(
    'benchmark',
    bundle.benchmarks.map(({ event: name, ...b }) => ({ eventId: event(name), ...b })),
  );
  const rubric = keyed(bundle.rubrics, (r) => r.name, 'rubric');
  await add(
    'rubric',
    bundle.rubrics.map((r) => ({ id: rubric(r.name), name: r.name, position: r.position })),
  );
  for (const r of bundle.rubrics) await addRubric(add, r, rubric(r.name), team);
  await add(
    'component',
    bundle.components.map(({ event: e, rubric: r, ...c }) => ({
      ...c,
      eventId: e && event(e),
      rubricId: r && rubric(r),
    })),
  );
  await add(
    'action',
    bundle.actions.map(({ team: name, ...a }) => ({ ...a, teamId: name && team(name) })),
  );
  await addGates(tx, add, bundle, { team, section, event, protocol, stage, iteration, people });
  const concept = await addConcepts(tx, add, bundle, { team, section, requirement, people, instructorId });
  for (const one of bundle.pictures ?? []) {
    const run = one.trial === null ? null : bundle.trials[one.trial];
    const teamName = run?.team ?? one.team;
    const of = one.concept
      ? { objectKind: 'concept', objectId: concept(one.concept) }
      : run && one.trial !== null
        ? { objectKind: 'trial', objectId: trialIds[one.trial] }
        : one.iteration === null && one.team
          ? { objectKind: 'team', objectId: team(one.team) }
          : { objectKind: 'iteration', objectId: iteration(iterationKey(one.team ?? '', one.iteration ?? 0)) };
    const bytes = pictures.get(one.file);
    if (!bytes || (!teamName && !one.concept))
      throw new FieldError('file', `The picture ${one.file} belongs to nothing in the bundle.`);
    await add('attachment', [
      { id: randomUUID(), teamId: teamName ? team(teamName) : null, ...of, ...(await renewPicture(bytes, true)) },
    ]);
  }
  return { id: projectId };
}

async function addRubric(add: Add, rubric: Bundle['rubrics'][number], rubricId: string, team: Find) {
  const criterion = keyed(rubric.criteria, (c) => c.name, `criterion of ${rubric.name}`);
  const judge = keyed(rubric.judges, (name) => name, `judge of ${rubric.name}`);
  await add(
    'criterion',
    rubric.criteria.map((c, position) => ({ id: criterion(c.name), rubricId, ...c, position })),
  );
  await add(
    'judge',
    rubric.judges.map((name) => ({ id: judge(name), rubricId, name })),
  );
  await add(
    'score',
    rubric.scores.map((s) => ({
      id: randomUUID(),
      rubricId,
      criterionId: criterion(s.criterion),
      judgeId: judge(s.judge),
      teamId: team(s.team),
      points: s.points,
    })),
  );
}

/** Students: an account with the same number is the same person, others are made without a password. Returns their ids in order. */
async function addPeople(tx: Tx, projectId: string, { people }: Bundle, section: Find, team: Find): Promise<string[]> {
  if (people.length === 0) return [];
  const numbers = people.map((p) => p.studentNumber).filter((n) => n !== null);
  const known = new Map(
    (
      await tx<
        { id: string; studentNumber: string }[]
      >`select id, student_number from account where kind = 'student' and student_number = any(${numbers})`
    ).map((a) => [a.studentNumber, a.id]),
  );
  const taken = new Set((await tx<{ login: string }[]>`select lower(login) as login from account`).map((a) => a.login));
  const ids = people.map((person) => (person.studentNumber && known.get(person.studentNumber)) || randomUUID());
  const fresh = people.flatMap((person, i) => {
    if (person.studentNumber && known.has(person.studentNumber)) return [];
    return [
      {
        id: ids[i],
        kind: 'student',
        name: person.name,
        studentNumber: person.studentNumber,
        login: loginFor(person.name, taken),
      },
    ];
  });
  if (fresh.length) await tx`insert into account ${tx(fresh as never)}`;
  await insertAll(
    tx,
    'enrolment',
    projectId,
    people.map((person, i) => ({ accountId: ids[i], sectionId: section(person.section), leftOn: person.leftOn })),
  );
  await insertAll(
    tx,
    'team_member',
    projectId,
    people.flatMap((person, i) =>
      person.team
        ? [{ accountId: ids[i], sectionId: section(person.section), teamId: team(person.team), role: person.role }]
        : [],
    ),
  );
  return ids;
}

/** Inserts in batches: a statement takes at most 65,534 values. */
async function insertAll(tx: Tx, table: string, projectId: string, rows: Record<string, unknown>[]) {
  for (let i = 0; i < rows.length; i += 1000) {
    await tx`insert into ${tx(table)} ${tx(rows.slice(i, i + 1000).map((row) => ({ projectId, ...row })) as never)}`;
  }
}

function inSi(value: number | null, unit: string | null, dimension: string | undefined): number | null {
  if (value === null || unit === null) return null;
  return convert({ value, from: unit, to: DIMENSIONS[dimension as Dimension].base ?? unit }).value;
}

/** What the format can't say: time zone, dimensions, units, patterns and rules that the core can work with. */
function checkSense(bundle: Bundle) {
  const { project, parameters, requirements, protocols, sections, events, instruments } = bundle;
  const dimensionOf = (name: string | null) =>
    parameters.find((one) => one.name === name)?.dimension as Dimension | undefined;
  if (!isTimeZone(project.timeZone)) throw new FieldError('file', `The time zone "${project.timeZone}" is not known.`);
  try {
    for (const { name, dimension } of [...parameters, ...instruments]) {
      if (!DIMENSION_NAMES.includes(dimension as Dimension))
        throw new CoreError(`"${name}" has the unknown dimension ${dimension}.`);
    }
    instruments.forEach((i) => checkDimension(i.unit, i.dimension as Dimension));
    for (const { unit, parameter } of [...requirements, ...protocols]) {
      const dimension = dimensionOf(parameter);
      if (unit !== null && dimension) checkDimension(unit, dimension);
    }
    for (const { value, unit } of protocols.flatMap((protocol) => protocol.conditions))
      convert({ value, from: unit, to: unit });
    sections.forEach((s) => meetings({ pattern: s.pattern, from: s.firstDay, to: s.lastDay, extra: s.extra }));
    events.forEach((e) => checkRule(e.rule));
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError('file', `The bundle can't be brought in: ${error.message}`);
    throw error;
  }
}
