import ICAL from 'ical.js';
import { pool } from '@/db/connection';
import { addSchoolDay, importDaysOff, removeSchoolDay, saveNoClass, saveSection } from '@/areas/plan/write/calendar';
import { sectionForm } from '@/areas/plan/read/calendar/toForm';
import { emptyBundle } from '@/shell/bundle/format';
import { setProject } from '../demo';
import { pacesOf } from '@/areas/plan/read/pace';
import {
  changePlan,
  decideHandIn,
  removeStage,
  saveStage,
  setAbsent,
  startPlan,
  undoPlanChange,
} from '@/areas/plan/write/actions';
import { recordHandIn } from '@/areas/plan/write/commands';
import { calendarOf } from '@/shell/lesson/feed';
import { listReviews } from '@/areas/reviews/read/reviews';
import { readLesson } from '@/shell/lesson/lesson';
import { STAGE_PLANS } from '@/areas/plan/shared/stagePlans';
import { NEW_STAGE, stageForm } from '@/areas/plan/read/toForm';
import { perform } from '@/server/perform';
import { listBookings, listMachines } from '@/areas/plan/read/bookings';
import { listTeams, meetingsOf, listSections, type Section } from '@/areas/course/read/classes';
import { listStages, type Stage } from '@/areas/plan/read/stages';
import { planToday } from '@/areas/plan/read/today';
import {
  askedToday,
  asPerson,
  demoBundle,
  demoProject,
  done,
  ownDatabase,
  refused,
  rowCounts,
  type DemoProject,
} from './database';

ownDatabase();
let p: DemoProject;
const stages = () => listStages(pool(), p.id);
const sections = () => listSections(pool(), p.id);
const stage = async (name: string): Promise<Stage> => (await stages()).find((one) => one.name === name)!;
const section = async (name: string): Promise<Section> => (await sections()).find((one) => one.name === name)!;
const seen = async (...names: string[]) =>
  (await Promise.all(names.map(stage))).map(({ id, version }) => ({ id, version }));
const plain = (list: Stage[]) =>
  list.map(({ version: _, handIns, ...one }) => ({
    ...one,
    handIns: handIns.map(({ version: _v, ...entry }) => entry),
  }));

beforeAll(async () => {
  p = await demoProject('planner');
});
beforeEach(() => asPerson(p.instructorId));

describe('stages', () => {
  const typed = async (name: string, more: object = {}) => {
    const found = await stage(name);
    return { projectId: p.id, id: found.id, version: found.version, ...stageForm({ ...found }), ...more };
  };

  test('a stage that depends on itself through others is refused, and the cycle is named', async () => {
    const before = await stages();
    const after = [{ id: (await stage('First trials')).id, byCustom: false }];
    expect(refused(await saveStage(await typed('Requirements', { after }))).after).toMatch(
      /cycle: .*Requirements.* → .*First trials/,
    );
    expect(await stages()).toEqual(before);
  });
  test('one that others come after is not removed, and they are named', async () => {
    const { id } = await stage('First prototype');
    expect(refused(await removeStage({ projectId: p.id, id }))['']).toMatch(/“First trials” comes after this stage/);
    const last = await stage('Packing and inspection');
    done(await removeStage({ projectId: p.id, id: last.id }));
    expect(refused(await removeStage({ projectId: p.id, id: last.id }))['']).toMatch(/removed already/);
    const after = [{ id: (await stage('Presentation rehearsal')).id, byCustom: true }];
    done(
      await saveStage({
        projectId: p.id,
        id: null,
        version: null,
        ...NEW_STAGE,
        name: 'Packing and inspection',
        after,
      }),
    );
    expect((await stage('Packing and inspection')).after).toEqual(after);
  });
  test('one with hand-ins stays, too, once nothing comes after it', async () => {
    for (const name of ['Presentation rehearsal']) {
      const { after } = await stage(name);
      const portfolio = (await stage('Portfolio')).id;
      done(await saveStage(await typed(name, { after: after.filter((one) => one.id !== portfolio) })));
      expect(refused(await removeStage({ projectId: p.id, id: portfolio }))['']).toMatch(/handed something in/);
      done(await saveStage(await typed(name, { after })));
    }
  });
  test.each([
    ['a length that is none', { length: '0' }, 'length', /more than 0/],
    ['more meetings than a year has', { length: '201' }, 'length', /at most 200/],
    ['a least that is more', { length: '2', shortest: '3' }, 'shortest', /more than it takes/],
    ['left out though it must be', { leftOut: true, optional: false }, 'optional', /Only an optional stage/],
    ['a name that is taken', { name: 'Portfolio' }, 'name', /exists already/],
    ['a wait below zero', { leadDays: '-1' }, 'leadDays', /negative/],
  ])('%s is refused at its field', async (_, change, field, message) => {
    const before = await rowCounts();
    expect(refused(await saveStage(await typed('Requirements', change)))[field]).toMatch(message);
    expect(await rowCounts()).toEqual(before);
  });
  test.each(STAGE_PLANS.map((plan) => plan.name))('the plan %s can be started from, once', async (plan) => {
    const empty = await demoProject(`start-${plan}`, emptyBundle());
    await asPerson(empty.instructorId);
    const { stages: made } = done(await startPlan({ projectId: empty.id, plan }));
    const laid = await listStages(pool(), empty.id);
    expect(laid).toHaveLength(made);
    expect(laid.filter((one) => one.after.length === 0).length).toBeGreaterThan(0);
    expect(refused(await startPlan({ projectId: empty.id, plan })).plan).toMatch(/has a plan already/);
  });
});

describe('a change of the plan', () => {
  test('is one thing: a lost meeting with a remedy of three parts, undone as a whole', async () => {
    const before = { stages: plain(await stages()), sections: await sections() };
    const five = await section('5');
    const lost = meetingsOf(five).find((one) => one.date === '2026-10-27')!;
    const [trials, portfolio, packing, rehearsal] = await Promise.all(
      ['Trials as on the day', 'Portfolio', 'Packing and inspection', 'Presentation rehearsal'].map(stage),
    );
    const { id } = done(
      await changePlan({
        projectId: p.id,
        title: 'Section 5 loses Tue 27 Oct',
        operations: [
          { kind: 'lose', sectionId: five.id, day: lost.date, start: lost.start, reason: 'fire drill' },
          { kind: 'shorten', stageId: trials!.id, meetings: 1 },
          { kind: 'overlap', firstId: rehearsal!.id, secondId: packing!.id },
          { kind: 'extra', sectionId: five.id, day: '2026-10-28', start: '15:30' },
          { kind: 'more', teamId: p.teams.Marl, stageId: portfolio!.id, meetings: 2 },
        ],
        seen: await seen('Portfolio'),
      }),
    );
    const now = await section('5');
    const dates = meetingsOf(now).map((one) => `${one.date} ${one.start}`);
    expect(dates).not.toContain(`${lost.date} ${lost.start}`);
    expect(dates).toContain('2026-10-28 15:30');
    expect((await stage('Trials as on the day')).meetings).toBe(1);
    const waits = (await stage('Packing and inspection')).after.map((one) => one.id);
    expect(new Set(waits)).toEqual(new Set(rehearsal!.after.map((one) => one.id)));
    expect((await stage('Portfolio')).handIns.find((one) => one.teamId === p.teams.Marl)?.moreMeetings).toBe(2);
    done(await undoPlanChange({ projectId: p.id, id }));
    const open = { state: 'open', handedInOn: null, handedInBy: null, note: '', moreMeetings: 0 };
    expect({
      stages: plain(await stages()),
      sections: (await sections()).map(({ version: _, ...one }) => one),
    }).toEqual({
      sections: before.sections.map(({ version: _, ...one }) => one),
      stages: before.stages.map((one) =>
        one.name === 'Portfolio'
          ? { ...one, handIns: expect.arrayContaining([...one.handIns, { ...open, teamId: p.teams.Marl }]) as unknown }
          : one,
      ),
    });
    expect(refused(await undoPlanChange({ projectId: p.id, id }))['']).toMatch(/undone already/);
  });
  const shift = async (name: string, delay: number, version?: number) => {
    const found = await stage(name);
    return changePlan({
      projectId: p.id,
      title: `“${name}” starts ${delay} later`,
      operations: [{ kind: 'shift', stageId: found.id, delay }],
      seen: [{ id: found.id, version: version ?? found.version }],
    });
  };
  test('two people move the same stage: the second is shown what the first did, and nothing is lost', async () => {
    const { version } = await stage('Portfolio');
    done(await shift('Portfolio', 1));
    const outcome = await shift('Portfolio', 2, version);
    expect(outcome).toMatchObject({ ok: false, conflict: { theirs: { delay: 1 }, by: 'planner' } });
    expect((await stage('Portfolio')).delay).toBe(1);
    if (outcome.ok || !outcome.conflict) throw new Error('no conflict');
    done(await shift('Portfolio', 2, outcome.conflict.version));
    expect((await stage('Portfolio')).delay).toBe(2);
  });
  test('that was built upon is not undone before what came later', async () => {
    const changes = await pool()<{ id: string }[]>`
      select id from plan_change where project_id = ${p.id} and undone_at is null order by made_at desc`;
    expect(refused(await undoPlanChange({ projectId: p.id, id: changes[1]!.id }))['']).toMatch(/newer change first/);
    done(await undoPlanChange({ projectId: p.id, id: changes[0]!.id }));
    done(await undoPlanChange({ projectId: p.id, id: changes[1]!.id }));
    expect((await stage('Portfolio')).delay).toBe(0);
  });
  test('both at the same moment: one is kept, the other hears of it', async () => {
    const { version } = await stage('Portfolio');
    const outcomes = await Promise.all([1, 2, 3].map((delay) => shift('Portfolio', delay, version)));
    expect(outcomes.filter((one) => one.ok)).toHaveLength(1);
    expect(outcomes.filter((one) => !one.ok && one.conflict)).toHaveLength(2);
    done(await shift('Portfolio', 0));
  });
  test.each([
    ['something else', { kind: 'explode' }],
    ['a stage of nobody', { kind: 'shift', stageId: '00000000-0000-4000-8000-000000000000', delay: 1 }],
    ['a meeting in reserve that is none', { kind: 'extra', sectionId: 'own', day: '2026-10-28', start: '09:00' }],
  ])('%s is refused and changes nothing', async (_, operation) => {
    const before = await rowCounts();
    const own = { ...operation, ...('sectionId' in operation ? { sectionId: p.sections['5'] } : {}) };
    const outcome = await changePlan({ projectId: p.id, title: 'No', operations: [own], seen: [] });
    expect(outcome.ok).toBe(false);
    expect(await rowCounts()).toEqual(before);
  });
  test('a stage of another project is out of reach', async () => {
    const other = await demoProject('elsewhere');
    const [foreign] = await listStages(pool(), other.id);
    await asPerson(p.instructorId);
    const outcome = await changePlan({
      projectId: p.id,
      title: 'Foreign',
      operations: [{ kind: 'shorten', stageId: foreign!.id, meetings: 1 }],
      seen: [],
    });
    expect(outcome.ok).toBe(false);
    expect((await listStages(pool(), other.id))[0]).toEqual(foreign);
  });
});

describe('hand-ins', () => {
  const handIn = (team: string, stageId: string, more: object = {}) =>
    perform(recordHandIn, {
      projectId: p.id,
      teamId: p.teams[team],
      stageId,
      state: 'handed-in',
      note: '',
      version: null,
      ...more,
    });
  const entry = async (team: string, name: string) =>
    (await stage(name)).handIns.find((one) => one.teamId === p.teams[team]);

  test('a team hands in its own, the instructor returns it, it comes again and is accepted', async () => {
    const { id } = await stage('Presentation rehearsal');
    await asPerson(p.studentOf('Flint'));
    expect(await handIn('Marl', id)).toMatchObject({ ok: false, denied: true });
    done(await handIn('Flint', id, { note: 'on the stick' }));
    expect(await entry('Flint', 'Presentation rehearsal')).toMatchObject({
      state: 'handed-in',
      note: 'on the stick',
      handedInOn: '2026-10-26',
    });
    const version = async () => (await entry('Flint', 'Presentation rehearsal'))!.version;
    await asPerson(p.instructorId);
    const decide = async (state: string, note: string) =>
      decideHandIn({ projectId: p.id, teamId: p.teams.Flint, stageId: id, state, note, version: await version() });
    expect(refused(await decide('returned', '')).note).toMatch(/Say what/);
    done(await decide('returned', 'two slides too many'));
    await asPerson(p.studentOf('Flint'));
    const [sections, stages] = [await listSections(pool(), p.id), await listStages(pool(), p.id)];
    const paces = pacesOf(sections, await listTeams(pool(), p.id), stages, {
      eventDate: '2026-10-30',
      now: '2026-10-26T10:02',
    });
    expect(paces.find((one) => one.teamId === p.teams.Flint)?.returned[0]?.note).toBe('two slides too many');
    done(await handIn('Flint', id, { note: 'shorter', version: await version() }));
    await asPerson(p.instructorId);
    done(await decide('accepted', ''));
    await asPerson(p.studentOf('Flint'));
    expect(refused(await handIn('Flint', id, { state: 'open', version: await version() }))['']).toMatch(
      /accepted already/,
    );
  });
  test('two teammates at once: one entry, both are content; different notes meet', async () => {
    const { id } = await stage('Trials as on the day');
    await asPerson(p.studentOf('Marl'));
    const both = await Promise.all([handIn('Marl', id), handIn('Marl', id)]);
    both.forEach(done);
    expect((await stage('Trials as on the day')).handIns.filter((one) => one.teamId === p.teams.Marl)).toHaveLength(1);
    expect(await handIn('Marl', id, { note: 'other' })).toMatchObject({
      ok: false,
      conflict: { theirs: { state: 'handed-in' } },
    });
    done(await handIn('Marl', id, { state: 'open', version: (await entry('Marl', 'Trials as on the day'))!.version }));
    expect((await entry('Marl', 'Trials as on the day'))?.state).toBe('open');
  });
  test('six at once with different notes, where there was none: one is kept, the others hear of it', async () => {
    const { id } = await stage('Packing and inspection');
    await asPerson(p.studentOf('Gneiss'));
    const notes = ['blue', 'red', 'green', 'grey', 'black', 'white'];
    await Promise.all(notes.map(() => pool()`select pg_sleep(0.05)`)); // a connection for each is open
    const all = await Promise.all(notes.map((note) => handIn('Gneiss', id, { note })));
    expect(all.filter((one) => one.ok)).toHaveLength(1);
    expect(all.filter((one) => !one.ok && one.conflict)).toHaveLength(5);
  });
  test('who is away shows on the lesson and on Today', async () => {
    const accountId = p.studentOf('Marl');
    done(await setAbsent({ projectId: p.id, accountId, day: '2026-10-26', absent: true }));
    done(await setAbsent({ projectId: p.id, accountId, day: '2026-10-26', absent: true }));
    const lesson = await readLesson(pool(), p.id, await section('2'), {
      eventDate: '2026-10-30',
      now: '2026-10-26T10:02',
    });
    expect(lesson!.teams.find((one) => one.team.name === 'Marl')!.members.filter((one) => one.absent)).toHaveLength(1);
    const away = async () =>
      (await planToday.lines(pool(), await askedToday(p.id, p.instructorId))).filter((one) =>
        /^Short of/.test(one.headline),
      );
    expect(await away()).toHaveLength(1);
    done(await setAbsent({ projectId: p.id, accountId, day: '2026-10-26', absent: false }));
    expect(await away()).toEqual([]);
  });
});

describe('days off', () => {
  test('that were taken from a calendar file count at once, and only once', async () => {
    const meets = async () => meetingsOf(await section('5')).some((one) => one.date === '2026-10-20');
    const autumn = { firstDay: '2026-10-20', lastDay: '2026-10-21', reason: 'Autumn break' };
    expect(await meets()).toBe(true);
    expect(done(await importDaysOff({ projectId: p.id, days: [autumn] }))).toEqual({ taken: 1 });
    expect(await meets()).toBe(false);
    const again = refused(await importDaysOff({ projectId: p.id, days: [autumn] }));
    expect(Object.values(again)[0]).toMatch(/overlap with “Autumn break”/);
    const many = Array.from({ length: 101 }, () => autumn);
    expect(refused(await importDaysOff({ projectId: p.id, days: many })).days).toMatch(/At most 100/);
    expect(refused(await importDaysOff({ projectId: p.id, days: [] })).days).toMatch(/at least one/);
  });
  test('that overlap are refused where they are typed', async () => {
    const [{ version }] = await pool()<[{ version: number }]>`select version from project where id = ${p.id}`;
    const days = [
      { firstDay: '2026-09-07', lastDay: '2026-09-09', reason: 'holiday' },
      { firstDay: '2026-09-09', lastDay: '2026-09-11', reason: 'camp' },
    ];
    const save = (list: object[]) => saveNoClass({ projectId: p.id, version, usesSchoolDays: true, days: list });
    expect(refused(await save(days))['days.1.firstDay']).toMatch(/overlap with “holiday”, 2026-09-07 to 2026-09-09/);
    expect(refused(await save([{ ...days[0], lastDay: '2026-09-06' }]))['days.0.lastDay']).toMatch(/is before/);
  });
  test('of the school count in every project that uses the list', async () => {
    const other = await demoProject('second-project');
    await asPerson(p.instructorId);
    const meets = async (id: string) =>
      meetingsOf((await listSections(pool(), id)).find((one) => one.name === '2')!).some(
        (one) => one.date === '2026-10-14',
      );
    done(await addSchoolDay({ firstDay: '2026-10-14', lastDay: '2026-10-14', reason: 'sports day' }));
    expect(
      refused(await addSchoolDay({ firstDay: '2026-10-14', lastDay: '2026-10-15', reason: 'again' })).firstDay,
    ).toMatch(/list already/);
    expect([await meets(p.id), await meets(other.id)]).toEqual([false, false]);
    await asPerson(other.instructorId);
    done(await saveNoClass({ projectId: other.id, version: 1, usesSchoolDays: false, days: [] }));
    expect([await meets(p.id), await meets(other.id)]).toEqual([false, true]);
    const [{ id }] = await pool()<[{ id: string }]>`select id from school_day`;
    await asPerson(p.studentOf('Flint'));
    expect(await removeSchoolDay({ id })).toMatchObject({ ok: false, denied: true });
    await asPerson(p.instructorId);
    done(await removeSchoolDay({ id }));
    expect(await meets(p.id)).toBe(true);
  });
  test('a term that has no meeting left is kept, and every page copes', async () => {
    const bundle = demoBundle();
    bundle.tables.no_class = [{ first_day: '2026-08-01', last_day: '2026-12-31', reason: 'closed' }];
    bundle.tables.extra_meeting = [];
    const closed = await demoProject('closed-school', bundle);
    const [one] = await listSections(pool(), closed.id);
    expect(meetingsOf(one!)).toEqual([]);
    const teams = await listTeams(pool(), closed.id);
    const plan = await listStages(pool(), closed.id);
    const when = { eventDate: '2026-10-30', now: '2026-10-26T10:02' };
    expect(pacesOf([one!], teams, plan, when).every((pace) => pace.behind > 0 && pace.meetingsLeft === 0)).toBe(true);
    expect(await readLesson(pool(), closed.id, one!, when)).toBeNull();
  });
  test('a section form gives its reserve and lost meetings back as they were', async () => {
    const five = await section('5');
    done(await saveSection({ projectId: p.id, id: five.id, version: five.version, ...sectionForm({ ...five }) }));
    const { version: _, ...now } = await section('5');
    const { version: _v, ...before } = five;
    expect(now).toEqual(before);
  });
});

describe('the calendar that goes out', () => {
  test('is read by another parser, with times that keep their hour through the change of summer time', async () => {
    const bundle = demoBundle();
    setProject(bundle, { time_zone: 'Europe/Vienna', event_date: '2026-11-06', retention_until: '2027-11-06' });
    for (const one of bundle.tables.section!) one.last_day = '2026-11-06';
    const vienna = await demoProject('vienna', bundle);
    const [{ title, clientName, timeZone, eventDate }] = await pool()<
      [{ title: string; clientName: string; timeZone: string; eventDate: string }]
    >`select title, client_name, time_zone, event_date from project where id = ${vienna.id}`;
    const all = await listSections(pool(), vienna.id);
    const plan = await listStages(pool(), vienna.id);
    const bookings = await listBookings(pool(), vienna.id);
    const booked = bookings.filter((one) => one.state === 'booked');
    expect(booked.length).toBeGreaterThan(5);
    const text = calendarOf({
      project: { id: vienna.id, title, clientName, timeZone, eventDate },
      sections: all,
      stages: plan,
      teams: await listTeams(pool(), vienna.id),
      machines: await listMachines(pool(), vienna.id),
      bookings,
      reviews: await listReviews(pool(), vienna.id),
    });
    const parsed = new ICAL.Component(ICAL.parse(text) as unknown[]);
    const events = parsed.getAllSubcomponents('vevent').map((one) => new ICAL.Event(one));
    const meetings = all.flatMap((one) => meetingsOf(one));
    const held = events.filter((one) => one.uid.startsWith('review-'));
    expect(events).toHaveLength(meetings.length + all.length * plan.length + booked.length + held.length + 1);
    expect(held.map((one) => [one.summary, one.description])).toContainEqual([
      'Mid-project review, section 2',
      '10:09 Marl, 10:20 Basalt, 10:31 Gneiss, 10:42 Flint',
    ]);
    expect(new Set(events.map((one) => one.uid)).size).toBe(events.length);
    const local = (event: ICAL.Event) =>
      new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short', timeStyle: 'short' }).format(
        event.startDate.toJSDate(),
      );
    const machines = events.filter((one) => one.uid.startsWith('booking-'));
    expect(machines.map(local).sort()).toEqual(booked.map((one) => `${one.day} ${one.start}`).sort());
    expect(machines.map((one) => one.summary)).toContain('Laser cutter: Flint');
    const timed = events.filter((one) => !one.startDate.isDate && !machines.includes(one) && !held.includes(one));
    expect(timed.map(local).sort()).toEqual(meetings.map((one) => `${one.date} ${one.start}`).sort());
    const utc = (day: string) =>
      timed
        .filter((one) => local(one).startsWith(day))
        .map((one) => one.startDate.toJSDate().toISOString().slice(11, 16));
    expect([utc('2026-10-21'), utc('2026-10-28')]).toEqual([['08:05'], ['09:05']]);
    const event = events.find((one) => one.summary.startsWith('Event:'))!;
    expect([event.startDate.isDate, event.startDate.toString()]).toEqual([true, '2026-11-06']);
    const due = events.find((one) => one.summary === 'Last meeting for Packing and inspection, section 2')!;
    expect(due.startDate.isDate).toBe(true);
    expect(timed.find((one) => local(one) === '2026-08-31 10:05')?.summary).toBe(
      'Gully Courier, section 2: Brief and client visit',
    );
  });
});
