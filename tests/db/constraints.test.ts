import { randomUUID } from 'node:crypto';
import { json, pool, type Tx } from '@/db/connection';
import { problemOf } from '@/db/problems';
import { bySystem, demoProject, ownDatabase, type DemoProject } from './database';

ownDatabase();
let p: DemoProject;
let other: DemoProject;
beforeAll(async () => {
  p = await demoProject('own');
  other = await demoProject('other');
});

/** The constraint that refuses a write, or the code where it has no name of its own. */
async function refusal(run: (tx: Tx) => Promise<unknown>): Promise<string> {
  try {
    await bySystem(run);
  } catch (error) {
    const { code, constraint_name: name } = error as { code: string; constraint_name?: string };
    return name ?? code;
  }
  throw new Error('was accepted');
}

interface Given {
  run?: object;
  reading?: object | null;
  attempt?: object;
}
/** Flint's run under the protocol of the crossing, with its reading, and as an attempt where one is given. */
async function record(tx: Tx, { run, reading, attempt }: Given): Promise<void> {
  const [event] = await tx<[{ id: string; protocolId: string; quantityId: string }]>`
    select id, protocol_id, quantity_id from event where id = ${p.events['Crossing time']!}`;
  const shared = { projectId: p.id, protocolId: event.protocolId };
  const runId = randomUUID();
  const team = { teamId: p.teams.Flint!, iterationId: p.iteration['Flint 3']!, status: 'ok' };
  await tx`insert into run ${tx({ id: runId, ...shared, ...team, ...run } as never)}`;
  const read = { runId, quantityId: event.quantityId, dimension: 'time', value: 8, unit: 's' };
  if (reading !== null)
    await tx`insert into reading ${tx({ ...shared, ...read, instrumentId: p.instruments['Two stopwatches']!, ...reading } as never)}`;
  const counted = { projectId: p.id, teamId: p.teams.Flint!, eventId: event.id, runId };
  if (attempt) await tx`insert into attempt ${tx({ ...counted, ...attempt } as never)}`;
}

describe('runs', () => {
  test.each<[string, Given, RegExp]>([
    ['a valid run without a value', { reading: null }, /run_has_reading/],
    ['a value without its unit', { reading: { unit: null } }, /23502/],
    ['a negative time', { reading: { value: -1 } }, /reading_not_negative/],
    ['an attempt that is recorded', { attempt: { number: 1 } }, /attempt_key/],
    ['an unknown status', { run: { status: 'late' } }, /run_status_check/],
    ['infinity', { reading: { value: Infinity } }, /finite_number/],
  ])('%s', async (_name, more, constraint) => {
    expect(await refusal((tx) => record(tx, more))).toMatch(constraint);
  });

  test('the last reading of a valid run can’t go; that of a foul can', async () => {
    const lastOf = (status: string) =>
      refusal(
        (tx) => tx`
        delete from reading where run_id in (select id from run where project_id = ${p.id} and status = ${status})`,
      );
    expect(await lastOf('ok')).toBe('run_has_reading');
    await bySystem((tx) => record(tx, { run: { status: 'foul' } }));
    await expect(lastOf('foul')).rejects.toThrow('was accepted');
  });

  test('a fourth attempt where three are allowed', async () => {
    const refused = await refusal((tx) => record(tx, { attempt: { number: 4 } }));
    expect(refused).toBe('attempt_within_allowed');
    expect(problemOf({ code: '23514', constraint_name: refused })!.message).toMatch(/practice run/);
  });

  test('things of another team or project, or of another protocol', async () => {
    expect(await refusal((tx) => record(tx, { run: { teamId: other.teams.Flint } }))).toMatch(/fkey/);
    expect(await refusal((tx) => record(tx, { run: { iterationId: p.iteration['Marl 2'] } }))).toMatch(
      /run_project_id_team_id_iteration/,
    );
    expect(await refusal((tx) => record(tx, { reading: { instrumentId: p.instruments['Kitchen scale'] } }))).toMatch(
      /instrument/,
    );
    const [weighed] = await pool()<[{ id: string }]>`
      select q.id from quantity q where q.project_id = ${p.id} and q.dimension = 'mass' limit 1`;
    expect(await refusal((tx) => record(tx, { reading: { quantityId: weighed.id } }))).toMatch(
      /reading_project_id_pro/,
    );
    const far = { eventId: other.events['Crossing time'], number: 1 };
    expect(await refusal((tx) => record(tx, { attempt: far }))).toBe('attempt_of_protocol');
    const forMarl = async (tx: Tx) => {
      await tx`delete from attempt where team_id = ${p.teams.Marl!}`;
      await record(tx, { attempt: { number: 1, teamId: p.teams.Marl } });
    };
    expect(await refusal(forMarl)).toMatch(/attempt_project_id_team_id_run/);
  });

  test('an attempt stands as long as its run, and frees its number when that is withdrawn', async () => {
    await bySystem(async (tx) => {
      const [third] = await tx<[{ id: string; runId: string }]>`
        select id, run_id from attempt where event_id = ${p.events['Crossing time']!} and team_id = ${p.teams.Flint!} and number = 3`;
      const stands = async () =>
        (await tx<[{ stands: boolean }]>`select stands from attempt where id = ${third.id}`)[0].stands;
      await tx`update run set withdrawn_at = now() where id = ${third.runId}`;
      expect(await stands()).toBe(false);
      await tx`update run set withdrawn_at = null where id = ${third.runId}`;
      expect(await stands()).toBe(true);
      await tx`update run set withdrawn_at = now() where id = ${third.runId}`;
      await record(tx, { attempt: { number: 3 } });
    });
  });

  test('fewer attempts can’t be allowed than are recorded', async () => {
    const rule = (allowed: number) => ({ attempts: { allowed, use: 'best', foul: 'drop' } });
    const event = p.events['Crossing time']!;
    const agrees = (tx: Tx) => tx`update event set rule = ${json(tx, rule(2))} where id = ${event}`;
    expect(await refusal(agrees)).toBe('event_rule_agrees');
    const fewer = (tx: Tx) =>
      tx`update event set attempts_allowed = 2, rule = jsonb_set(rule, '{attempts,allowed}', '2') where id = ${event}`;
    expect(await refusal(fewer)).toBe('event_keeps_attempts');
  });
});

describe('measurements, requirements and the rest', () => {
  const measurement = (tx: Tx, more: object) => {
    const row = {
      projectId: p.id,
      iterationId: p.iteration['Flint 2']!,
      parameterId: p.parameters['Carrier mass']!,
      dimension: 'mass',
      measuredOn: '2026-10-01',
      value: 900,
      unit: 'g',
      ...more,
    };
    return tx`insert into measurement ${tx(row as never)}`;
  };

  test.each<[string, object, RegExp]>([
    ['a second value of one parameter', {}, /measurement_once/],
    ['a mass that is an answer', { answer: true, value: null, iterationId: 'Flint 1' }, /measurement_/],
  ])('%s', async (_name, more, constraint) => {
    const fixed = 'iterationId' in more ? { ...more, iterationId: p.iteration['Flint 1'] } : more;
    expect(await refusal((tx) => measurement(tx, fixed))).toMatch(constraint);
  });

  test('a negative mass', async () => {
    const change = (tx: Tx) =>
      tx`update measurement set value = -5 where iteration_id = ${p.iteration['Flint 2']!} and dimension = 'mass'`;
    expect(await refusal(change)).toBe('measurement_not_negative');
  });

  test('a requirement must be whole', async () => {
    const change = (set: (tx: Tx) => Promise<unknown>) => refusal(set);
    const where = (tx: Tx) => tx`project_id = ${p.id} and code = 'R-01'`;
    expect(await change((tx) => tx`update requirement set value = null where ${where(tx)}`)).toBe(
      'requirement_limit_is_whole',
    );
    expect(
      await change(
        (tx) => tx`update requirement_source set statement_id = null where project_id = ${p.id} and kind = 'client'`,
      ),
    ).toBe('requirement_source_named');
    expect(await change((tx) => tx`update requirement set code = 'R-02' where ${where(tx)}`)).toBe(
      'requirement_code_key',
    );
    expect(await change((tx) => tx`update requirement set code = 'first' where ${where(tx)}`)).toMatch(/code_check/);
  });

  test('an iteration is not its own parent, and comes from one of its project', async () => {
    const parent = (id: string) =>
      refusal(
        (tx) => tx`update iteration_parent set parent_id = ${id} where iteration_id = ${p.iteration['Flint 2']!}`,
      );
    expect(await parent(p.iteration['Flint 2']!)).toBe('iteration_not_its_parent');
    expect(await parent(randomUUID())).toMatch(/parent/);
  });

  test('a change of a feature names one, a claim its figure, a figure its unit', async () => {
    const change = (values: object) =>
      refusal(
        (tx) =>
          tx`insert into iteration_change ${tx({ projectId: p.id, iterationId: p.iteration['Flint 2']!, position: 9, ...values })}`,
      );
    expect(await change({ kind: 'added', what: 'Keel' })).toBe('change_names_something');
    expect(await change({ kind: 'other', what: ' ' })).toBe('change_names_something');
    expect(await change({ kind: 'other', what: 'Keel', claim: 'lighter' })).toBe('claim_has_its_figure');
    expect(await change({ kind: 'parameter', what: 'Keel', afterValue: 3 })).toBe('change_has_its_unit');
  });

  test('days in order, and data kept past the event', async () => {
    expect(await refusal((tx) => tx`update section set last_day = '2020-01-01' where project_id = ${p.id}`)).toBe(
      'section_days_in_order',
    );
    expect(await refusal((tx) => tx`update project set retention_until = '2020-01-01' where id = ${p.id}`)).toBe(
      'project_kept_past_event',
    );
  });

  test('a score lies within its criterion and belongs to its rubric', async () => {
    expect(await refusal((tx) => tx`update score set points = 36 where project_id = ${p.id}`)).toBe('score_within_max');
    expect(await refusal((tx) => tx`update score set points = -1 where project_id = ${p.id}`)).toMatch(/not_negative/);
  });

  test('a component has one source, and its most where it needs one', async () => {
    const change = (tx: Tx) =>
      tx`update component set event_id = null where project_id = ${p.id} and rubric_id is null`;
    expect(await refusal(change)).toBe('component_has_one_source');
    expect(
      await refusal(
        (tx) => tx`update component set counts_as = 'percent-of-max', max = null where project_id = ${p.id}`,
      ),
    ).toBe('component_max_given');
  });

  test('a judge’s link names rubric and judge', async () => {
    const row = { projectId: p.id, purpose: 'judge', label: 'J', tokenHash: Buffer.alloc(32), endsAt: new Date() };
    expect(await refusal((tx) => tx`insert into access_link ${tx(row)}`)).toBe('access_link_judge_scoped');
  });

  test('a picture has at most 10 MB and a type that browsers show', async () => {
    const picture = (tx: Tx, mime: string, size: number) => {
      const row = {
        projectId: p.id,
        teamId: p.teams.Flint!,
        objectKind: 'iteration',
        objectId: p.iteration['Flint 1']!,
        mime,
        bytes: Buffer.alloc(size),
        sha256: Buffer.alloc(32),
        id: randomUUID(),
      };
      return tx`insert into attachment ${tx(row as never)}`;
    };
    await bySystem((tx) => picture(tx, 'image/png', 10 * 1024 * 1024));
    expect(await refusal((tx) => picture(tx, 'image/png', 10 * 1024 * 1024 + 1))).toMatch(/bytes/);
    expect(await refusal((tx) => picture(tx, 'text/html', 10))).toMatch(/mime/);
  });
});

test('every constraint that has words for people exists', async () => {
  const { readdirSync, readFileSync } = await import('node:fs');
  const named = [...readFileSync('src/db/problems.ts', 'utf8').matchAll(/^ {2}([a-z_]+): \{/gm)].map(
    (match) => match[1]!,
  );
  expect(named.length).toBeGreaterThan(20);
  const known = await pool()<{ name: string }[]>`
    select conname as name from pg_constraint union select indexname from pg_indexes where schemaname = 'public'`;
  const folder = 'src/db/migrations';
  const raised = readdirSync(folder)
    .map((file) => readFileSync(`${folder}/${file}`, 'utf8'))
    .join('');
  const missing = named.filter(
    (name) => !known.some((one) => one.name === name) && !raised.includes(`constraint = '${name}'`),
  );
  expect(missing).toEqual([]);
});
