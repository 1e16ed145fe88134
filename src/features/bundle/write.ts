import type { Project } from '@/server/access';
import { listMembers, listTeams, listSections } from '@/domain/classes/read';
import { listIterations } from '@/domain/builds/read';
import { listRubrics, listScores } from '@/domain/grades/read';
import { listStages } from '@/domain/plan/read';
import { listComponents } from '@/domain/standings/judge';
import { listEvents, listProtocols, type Trial } from '@/domain/bench/read';
import { FORMAT, VERSION, type Bundle } from './format';
import { writeBrief, writePlan } from './writePlan';
import { writeConcepts } from './writeConcepts';
import { writeGates } from './writeGates';
import { writeStages } from './writeStages';
import { type Sql } from '@/db/connection';

/** The bytes of a bundle's pictures by file name. */
export async function readPictures(sql: Sql, projectId: string): Promise<Map<string, Uint8Array>> {
  const rows = await sql<{ bytes: Buffer }[]>`
    select bytes from attachment where project_id = ${projectId} and removed_at is null order by created_at, id`;
  return new Map(rows.map(({ bytes }, i) => [pictureFile(i), new Uint8Array(bytes)]));
}

/** How many bytes the pictures of a project have. */
export async function sizeOfPictures(sql: Sql, projectId: string): Promise<number> {
  const [row] = await sql<[{ size: number | null }]>`
    select sum(bytes_count) as size from attachment where project_id = ${projectId} and removed_at is null`;
  return row.size ?? 0;
}

const pictureFile = (i: number) => `pictures/${String(i + 1).padStart(4, '0')}.jpg`;

/** Everything of a project that a bundle holds, in an order that does not depend on ids. */
export async function writeBundle(sql: Sql, project: Project): Promise<Bundle> {
  const id = project.id;
  const parameters = await sql<
    Bundle['parameters']
  >`select name, dimension from parameter where project_id = ${id} order by name`;
  const instruments = await sql<
    (Bundle['instruments'][number] & { id: string })[]
  >`select id, name, dimension, unit, resolution, accuracy from instrument where project_id = ${id} order by name`;
  const [sections, teams, members, protocols, iterations, events, rubrics, scores, components] = [
    await listSections(sql, id),
    await listTeams(sql, id),
    await listMembers(sql, id),
    await listProtocols(sql, id),
    await listIterations(sql, id),
    await listEvents(sql, id),
    await listRubrics(sql, id),
    await listScores(sql, id),
    await listComponents(sql, id),
  ];
  const runs = await sql<(Trial & { team: string; event: string; instrument: string; iteration: number })[]>`
    select r.*, t.name as team, e.name as event, n.name as instrument, i.number as iteration
    from trial r join team t on t.id = r.team_id join event e on e.id = r.event_id join instrument n on n.id = r.instrument_id join iteration i on i.id = r.iteration_id
    where r.project_id = ${id} and r.taken_back_at is null order by e.position, e.name, t.name, r.attempt nulls last, r.run_at, r.created_at`;
  const benchmarks = await sql<Bundle['benchmarks']>`
    select e.name as event, b.season, b.value, b.unit, b.expanded_uncertainty, b.design from benchmark b join event e on e.id = b.event_id
    where b.project_id = ${id} order by e.position, e.name, b.season`;
  const actions = await sql<Bundle['actions']>`
    select t.name as team, a.what, a.due_on, a.state from action a left join team t on t.id = a.team_id
    where a.project_id = ${id} and a.source_kind <> 'gate' order by a.due_on nulls last, t.name nulls first, a.what`;

  const pictures = await sql<{ objectId: string; team: string | null; iteration: number | null; isLogo: boolean }[]>`
    select a.object_id, t.name as team, i.number as iteration, a.object_kind = 'team' as is_logo from attachment a
    left join team t on t.id = a.team_id left join iteration i on i.id = a.object_id and a.object_kind = 'iteration'
    where a.project_id = ${id} and a.removed_at is null order by a.created_at, a.id`;
  const runOf = (objectId: string) => {
    const index = runs.findIndex((run) => run.id === objectId);
    return index < 0 ? null : index;
  };

  const named = <T extends { id: string; name: string }>(list: readonly T[]) =>
    new Map(list.map((one) => [one.id, one.name]));
  const [teamOf, sectionOf, eventOf, rubricOf, protocolOf] = [
    named(teams),
    named(sections),
    named(events),
    named(rubrics),
    named(protocols),
  ];
  const byName =
    <T>(key: (one: T) => string) =>
    (a: T, b: T) =>
      key(a) < key(b) ? -1 : key(a) > key(b) ? 1 : 0;
  const people = [...members].sort(
    byName(
      (m) =>
        `${sectionOf.get(m.sectionId)} ${(m.teamId && teamOf.get(m.teamId)) ?? ''} ${m.name} ${m.studentNumber ?? ''}`,
    ),
  );
  const place = new Map(people.map((m, i) => [m.accountId, i]));
  const places = {
    team: (teamId: string | null) => teamId && (teamOf.get(teamId) ?? null),
    person: (accountId: string | null) => (accountId === null ? null : (place.get(accountId) ?? null)),
  };
  const plan = await writePlan(sql, id, places);
  const stages = await listStages(sql, id);
  const stageOf = named(stages);
  const gates = await writeGates(sql, id, {
    ...places,
    section: (one) => sectionOf.get(one)!,
    event: (one) => eventOf.get(one)!,
    protocol: (one) => protocolOf.get(one)!,
    stage: (one) => stageOf.get(one)!,
  });
  const { keyOf, ...concepts } = await writeConcepts(sql, id, { ...places, section: (one) => sectionOf.get(one)! });
  const { title, clientName, timeZone, units, eventDate, retentionUntil, normaliseWeights } = project;
  const { pinnedNow, hiddenSheets, usesSchoolDays } = project;
  return {
    format: FORMAT,
    version: VERSION,
    project: {
      title,
      clientName,
      timeZone,
      units,
      eventDate,
      retentionUntil,
      normaliseWeights,
      pinnedNow,
      hiddenSheets,
      usesSchoolDays,
    },
    brief: await writeBrief(sql, id),
    parameters: [...parameters],
    ...plan,
    ...concepts,
    noClass: (sections[0]?.noClass ?? [])
      .filter((one) => !one.shared)
      .map(({ from, to, reason }) => ({ from, to, reason: reason ?? '' })),
    sections: sections.map(({ name, room, firstDay, lastDay, pattern, extra, lost, teamsReleased }) => ({
      name,
      room,
      firstDay,
      lastDay,
      pattern,
      extra,
      lost,
      teamsReleased,
    })),
    teams: teams.map(({ name, sectionName, colour }) => ({ name, section: sectionName, colour })),
    people: people.map((m) => ({
      name: m.name,
      studentNumber: m.studentNumber,
      section: sectionOf.get(m.sectionId)!,
      team: m.teamId && teamOf.get(m.teamId)!,
      role: m.role,
      leftOn: m.leftOn,
    })),
    stages: writeStages(stages, places),
    ...gates,
    instruments: instruments.map(({ name, dimension, unit, resolution, accuracy }) => ({
      name,
      dimension,
      unit,
      resolution,
      accuracy,
    })),
    protocols: protocols.map((p) => ({
      name: p.name,
      procedure: p.procedure,
      cautions: p.cautions,
      parameter: p.parameterName,
      unit: p.unit,
      instrument: p.instrumentName,
      conditions: p.conditions,
    })),
    iterations: iterations
      .map((i) => ({
        team: teamOf.get(i.teamId)!,
        number: i.number,
        parent: i.parentNumber,
        state: i.state,
        change: i.change,
        reason: i.reason,
        builtOn: i.builtOn,
        released: i.released,
        maker: places.person(i.makerId),
        heldFor: i.heldFor,
        checks: i.checks.map(({ byId, by, on, note }) => ({ by: places.person(byId), byName: by, on, note })),
        measurements: i.measurements.map((m) => ({
          parameter: m.parameterName,
          value: m.value,
          unit: m.unit,
          answer: m.answer,
          instrument: m.instrumentName,
          measuredOn: m.measuredOn,
        })),
      }))
      .sort((a, b) => (a.team < b.team ? -1 : a.team > b.team ? 1 : a.number - b.number)),
    events: events.map((e) => ({
      name: e.name,
      position: e.position,
      protocol: protocolOf.get(e.protocolId)!,
      rule: e.rule,
    })),
    trials: runs.map((r) => ({
      event: r.event,
      team: r.team,
      iteration: r.iteration,
      attempt: r.attempt,
      status: r.status,
      value: r.value,
      unit: r.unit,
      penalties: r.penalties,
      conditions: r.conditions,
      instrument: r.instrument,
      note: r.note,
      runAt: r.runAt.toISOString(),
      heldFor: r.heldFor,
    })),
    benchmarks: [...benchmarks],
    rubrics: rubrics.map((r) => ({
      name: r.name,
      position: r.position,
      criteria: r.criteria.map(({ name, anchors, max }) => ({ name, anchors, max })),
      judges: r.judges.map((j) => j.name),
      scores: scores
        .filter((s) => s.rubricId === r.id)
        .map((s) => ({
          judge: named(r.judges).get(s.judgeId)!,
          criterion: named(r.criteria).get(s.criterionId)!,
          team: teamOf.get(s.teamId)!,
          points: s.points,
        }))
        .sort(byName((s) => `${s.team}|${s.judge}|${s.criterion}`)),
    })),
    components: components.map((c) => ({
      name: c.name,
      event: c.eventId && eventOf.get(c.eventId)!,
      rubric: c.rubricId && rubricOf.get(c.rubricId)!,
      countsAs: c.countsAs,
      weight: c.weight,
      max: c.max,
      position: c.position,
    })),
    pictures: pictures
      .map(({ objectId, team, iteration, isLogo }, i) => {
        const concept = keyOf(objectId);
        return {
          file: pictureFile(i),
          team,
          iteration,
          trial: runOf(objectId),
          ...(concept ? { concept } : {}),
          isLogo,
        };
      })
      .filter(({ iteration, trial, concept, isLogo }) => iteration !== null || trial !== null || concept || isLogo)
      .map(({ isLogo: _isLogo, ...picture }) => picture),
    actions: [...actions],
  };
}
