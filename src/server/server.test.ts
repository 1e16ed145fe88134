import { inspect } from 'node:util';
import postgres from 'postgres';
import '@/db/connection';
import { csv } from '@/core/csv';
import { instantOf, inZone, isTimeZone, momentHere, projectNow } from './clock';
import { loginFor } from './logins';
import { ACTIONS, may, POLICY, ROUTES, ROLES, type Permission, type Role } from './policy';
import { parseShallow, refuseForeign } from './api';

describe('policy', () => {
  const can = (permission: Permission, role: Role, own = false, released = false) =>
    may(permission, { role, own, released, owner: role === 'instructor' });

  test('a visitor may do nothing in a project', () => {
    for (const permission of Object.keys(POLICY) as Permission[])
      for (const flag of [false, true]) expect(can(permission, 'visitor', flag, flag)).toBe(false);
  });

  test('a student reads and writes the own team’s work, and reads others’ once it is released', () => {
    for (const what of ['iteration', 'run', 'picture'] as const) {
      expect(can(`${what}.read`, 'student', true)).toBe(true);
      expect(can(`${what}.read`, 'student', false, true)).toBe(true);
      expect(can(`${what}.read`, 'student', false, false)).toBe(false);
      expect(can(`${what}.write`, 'student', true)).toBe(true);
      expect(can(`${what}.write`, 'student', false, true)).toBe(false);
    }
  });

  test('only instructors lead: rules, rosters, links, publishing and history', () => {
    const led = (Object.keys(POLICY) as Permission[]).filter((name) =>
      /\.write$|export|history|reset|release/.test(name),
    );
    const others = led.filter(
      (name) =>
        ![
          'iteration.write',
          'run.write',
          'picture.write',
          'score.write',
          'budget.write',
          'research.write',
          'handin.write',
          'concept.write',
          'preference.write',
          'charter.write',
          'session.write',
          'absence.write',
          'incident.write',
          'attempt.write',
          'copy.write',
          'official.write',
          'packet.write',
          'peer.write',
          'outcome.write',
          'desk.write',
          'inspection.write',
          'prediction.write',
        ].includes(name),
    );
    expect(others.length).toBeGreaterThan(10);
    for (const name of others) expect(ROLES.filter((role) => can(name, role, true, true))).toEqual(['instructor']);
  });

  test('an attempt is entered by who leads or assists and by officials of the event, never for the own team', () => {
    const enters = (role: Role, more: { own?: boolean; official?: boolean }) =>
      may('attempt.write', { role, own: false, released: false, ...more });
    expect(ROLES.filter((role) => enters(role, {}))).toEqual(['instructor', 'assistant']);
    expect(ROLES.filter((role) => enters(role, { official: true }))).toEqual([
      'instructor',
      'assistant',
      'student',
      'official',
    ]);
    expect(enters('student', { official: true, own: true })).toBe(false);
    expect(may('run.write', { role: 'student', own: false, official: true, released: false })).toBe(true);
  });

  test('what is held begins for nobody, and what is one’s own begins once it is free', () => {
    for (const what of ['work.start', 'booking.take'] as const) {
      for (const role of ['instructor', 'assistant', 'student'] as const) {
        expect(may(what, { role, own: true, released: false, held: true })).toBe(false);
        expect(may(what, { role, own: true, released: false, held: false })).toBe(true);
      }
      expect(may(what, { role: 'student', own: false, released: true, held: false })).toBe(false);
    }
    expect(ROLES.filter((role) => can('incident.write', role, true, true))).toEqual(['instructor', 'assistant']);
  });

  test('an assistant records for every team; grades, decisions and ways in are not theirs; erasing is the owner’s', () => {
    const records = (Object.keys(POLICY) as Permission[]).filter(
      (name) => can(name, 'assistant', false, false) && !can(name, 'student', false, false),
    );
    expect(records.sort()).toEqual([
      'absence.write',
      'action.settle',
      'attempt.write',
      'award.read',
      'bill.change',
      'booking.ask',
      'booking.take',
      'concept.comment',
      'concept.read',
      'conclusion.change',
      'copy.write',
      'desk.write',
      'finding.close',
      'finding.read',
      'handin.write',
      'incident.write',
      'inspection.write',
      'iteration.check',
      'iteration.freeze',
      'iteration.read',
      'iteration.write',
      'packet.read',
      'packet.write',
      'peer.take',
      'picture.read',
      'picture.write',
      'prediction.write',
      'protest.raise',
      'protest.rule',
      'review.hold',
      'run.read',
      'run.write',
      'session.write',
      'work.start',
    ]);
    for (const name of ['person.write', 'staff.write'] as const)
      expect([true, false].map((owner) => may(name, { role: 'instructor', own: true, released: true, owner }))).toEqual(
        [true, false],
      );
  });

  test('a concept is its author’s alone until it is released, and the instructor writes none', () => {
    expect(can('concept.read', 'student', false, false)).toBe(false);
    expect(can('concept.read', 'student', false, true)).toBe(true);
    expect(ROLES.filter((role) => can('concept.write', role, true))).toEqual(['student']);
    expect(can('selection.rate', 'student', true, false)).toBe(false);
  });

  test('grades: a judge writes own scores, no student reads a score, places are seen once published', () => {
    expect(ROLES.filter((role) => can('score.write', role, true))).toEqual(['judge']);
    expect(can('score.write', 'judge', false)).toBe(false);
    expect(ROLES.filter((role) => can('score.read', role, true, true))).toEqual(['instructor']);
    expect(can('standings.read', 'student', true, false)).toBe(false);
    expect(can('standings.read', 'board', false, true)).toBe(true);
    expect(can('trace.read', 'student', false, true)).toBe(false);
    expect(can('score.give', 'student', true, true)).toBe(false);
    expect(can('score.give', 'student', false, true)).toBe(true);
    expect(can('score.give', 'student', false, false)).toBe(false);
    for (const one of ['grade.read', 'grade.write', 'peer.read'] as const)
      expect(ROLES.filter((role) => can(one, role, true, true))).toEqual(['instructor']);
    expect(ROLES.filter((role) => can('peer.rate', role, true))).toEqual(['student']);
    expect(can('grade.own', 'student', true, false)).toBe(false);
    expect(can('grade.own', 'student', false, true)).toBe(false);
  });

  test('a client reads the brief, answers what is asked, and speaks of the concepts put before them, and nothing else', () => {
    const readable = (Object.keys(POLICY) as Permission[]).filter((name) => can(name, 'client', true, true));
    expect(readable.sort()).toEqual([
      'brief.read',
      'client.answer',
      'client.choose',
      'client.comment',
      'client.judge',
      'client.page',
      'panel.note',
      'panel.page',
    ]);
    const guest = (Object.keys(POLICY) as Permission[]).filter((name) => can(name, 'panel', true, true));
    expect(guest.sort()).toEqual(['panel.note', 'panel.page']);
  });

  test('reviews: a packet is the team’s, what was found is once released, and nobody reviews the own team', () => {
    expect(can('packet.read', 'student', false, true)).toBe(false);
    expect(can('packet.read', 'student', true)).toBe(true);
    expect(can('finding.read', 'student', true, false)).toBe(false);
    expect(can('finding.read', 'student', false, true)).toBe(false);
    expect(can('finding.close', 'student', true, true)).toBe(true);
    expect(can('peer.write', 'student', true, true)).toBe(false);
    expect(can('peer.write', 'student', false, true)).toBe(true);
    expect(ROLES.filter((role) => can('review.judge', role, true, true))).toEqual(['instructor']);
    expect(ROLES.filter((role) => can('review.hold', role, true, true))).toEqual(['instructor', 'assistant']);
  });

  test('every door names a permission that exists', () => {
    const open = ['anybody', 'signed-in', 'instructor', ...Object.keys(POLICY)];
    for (const door of [...Object.values(ROUTES), ...Object.values(ACTIONS)]) expect(open).toContain(door);
  });
});

describe('clock', () => {
  const project = { pinnedNow: '2026-10-26T10:02', timeZone: 'UTC' };
  afterEach(() => void delete process.env.IRONSTONE_TODAY);
  test('the pinned present holds, and IRONSTONE_TODAY goes before it', () => {
    expect(projectNow(project)).toBe('2026-10-26T10:02');
    process.env.IRONSTONE_TODAY = '2026-10-30';
    expect(projectNow(project)).toBe('2026-10-30T12:00');
    process.env.IRONSTONE_TODAY = '2026-10-30T08:15';
    expect(projectNow(project)).toBe('2026-10-30T08:15');
    process.env.IRONSTONE_TODAY = 'tomorrow';
    expect(projectNow(project)).toBe('2026-10-26T10:02');
  });
  test('an instant is told in the project’s zone', () => {
    expect(inZone(new Date('2026-03-01T23:30:00Z'), 'Asia/Tokyo')).toBe('2026-03-02T08:30');
    expect(isTimeZone('Europe/Berlin')).toBe(true);
    expect(isTimeZone('Moon/Crater')).toBe(false);
  });
  test.each([
    [null, 'Asia/Tokyo', '2026-03-02T08:30', '2026-03-01T23:30'],
    [null, 'America/New_York', '2026-10-26T00:00', '2026-10-26T04:00'],
    // 02:30 is skipped that night.
    [null, 'Europe/Berlin', '2026-03-29T02:30', '2026-03-29T01:30'],
    // A pinned present counts in its local time.
    ['2026-10-26T10:05', 'Asia/Tokyo', '2026-10-26T10:30', '2026-10-26T10:30'],
  ])('a local time is an instant: %s %s %s', (pinnedNow, timeZone, local, utc) => {
    const project = { pinnedNow, timeZone };
    expect(instantOf(project, local).toISOString()).toBe(`${utc}:00.000Z`);
    if (local.slice(5, 10) !== '03-29') expect(momentHere(project, instantOf(project, local))).toBe(local);
  });
});

test('files for spreadsheets run no formula and keep negative numbers', () => {
  const text = csv(
    ['team', 'value'],
    [
      ['=1+1', -2.5],
      ['@here', '+3'],
      ['-rm', 4],
      ['a "b", c', null],
    ],
  );
  expect(text).toBe('\uFEFFteam,value\r\n"\'=1+1",-2.5\r\n"\'@here","\'+3"\r\n"\'-rm",4\r\n"a ""b"", c",\r\n');
});

test('sign-in names are made of names, numbered when taken', () => {
  const taken = new Set(['ada.f']);
  expect(['Ada Fern', 'Zoë Óðins', 'Prince', '李 雷', '...'].map((name) => loginFor(name, taken))).toEqual([
    'ada.f2',
    'zoe.o',
    'prince',
    '李.雷',
    'student',
  ]);
});

describe('foreign writes', () => {
  const request = (headers: Record<string, string>) =>
    new Request('http://h.test/api', { method: 'POST', headers: { host: 'h.test', ...headers } });
  test.each([{}, { origin: 'http://h.test' }, { 'sec-fetch-site': 'same-origin' }, { 'sec-fetch-site': 'none' }])(
    '%p is ours',
    (headers) => expect(refuseForeign(request(headers as unknown as Record<string, string>))).toBeNull(),
  );
  test.each([
    { origin: 'http://evil.test' },
    { 'sec-fetch-site': 'cross-site' },
    { 'sec-fetch-site': 'same-site' },
    { origin: 'null' },
  ])('%p is refused', (headers) =>
    expect(refuseForeign(request(headers as unknown as Record<string, string>))?.status).toBe(403),
  );
});

test('what is nested deeper than an entry can be is not parsed', () => {
  const deep = (n: number) => '['.repeat(n) + ']'.repeat(n);
  expect(parseShallow('{"a": [{"b": "[[[[[[[[[[[[[[[[[[[[ \\"[["}]}')).toEqual({
    a: [{ b: '[[[[[[[[[[[[[[[[[[[[ "[[' }],
  });
  expect(parseShallow(deep(16))).toBeTruthy();
  expect(() => parseShallow(deep(17))).toThrow(SyntaxError);
  expect(() => parseShallow(deep(500_000))).toThrow(SyntaxError);
});

test('no cell of a CSV runs as a formula, and numbers stay numbers', () => {
  const cell = (text: string | number) => csv(['x'], [[text]]).split('\r\n')[1];
  const signs = ['=1+1', '+1', '@x', '\t=1', '\r=1', '\n=1', '-2+3', '-cmd', '-1;2', '＝1', '＋1', '－1', '＠x'];
  for (const text of signs) expect(cell(text)).toMatch(/^"'/);
  for (const text of ['-1', '-1.5', '-1,5', '-2e-3', 'a=b', '1-2', '−0.42']) expect(cell(text)).not.toMatch(/^"?'/);
  expect(cell(-0.42)).toBe('-0.42');
});

test('the log of a refusal by the database holds nothing of what was typed', () => {
  const error = Object.assign(new postgres.PostgresError('duplicate key: $argon2id$secret'), {
    code: '23505',
    detail: 'Key (login)=(ada) exists',
    parameters: ['$argon2id$secret'],
    constraint_name: 'account_login_key',
  });
  const written = inspect(error);
  expect(written).toMatch(/^The database refused with 23505 \(account_login_key\)\n\s+at /);
  expect(written).not.toMatch(/argon|ada/);
});
