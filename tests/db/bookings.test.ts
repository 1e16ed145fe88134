import { pool } from '@/db/connection';
import {
  askForMachine,
  bookSlot,
  cancelBooking,
  endUse,
  giveNext,
  removeMachine,
  saveMachine,
  startUse,
} from '@/areas/plan/write/bookings/actions';
import { heldBookings } from '@/areas/plan/read/bookings/held';
import { isPlaced, turnsOf, usedBy } from '@/areas/plan/read/bookings/plan';
import { NEW_RESOURCE, machineForm } from '@/areas/plan/read/bookings/toForm';
import { decideGate } from '@/areas/plan/write/gates';
import { recordRun } from '@/areas/bench/write/commands';
import { signOff } from '@/areas/safety/write/actions';
import {
  announceSeed,
  beginSession,
  endSession,
  markRun,
  removeSession,
  saveSession,
} from '@/areas/bench/write/sessions';
import { followOf, planOf } from '@/areas/bench/read/sessions/plan';
import { sessionForm } from '@/areas/bench/read/sessions/toForm';
import { draw } from '@/core/teams';
import { randomUUID } from 'node:crypto';
import { perform } from '@/server/perform';
import { readPaces } from '@/areas/plan/read/readPaces';
import { listBookings, listMachines } from '@/areas/plan/read/bookings';
import { listStudents, listSections, listTeams } from '@/areas/course/read/classes';
import { readSafety } from '@/areas/safety/read/safety';
import { listSessions } from '@/areas/bench/read/sessions';
import { asPerson, bySystem, demoProject, done, ownDatabase, refused, type DemoProject } from './database';

ownDatabase();
const TODAY = '2026-10-26';
const WED = '2026-10-28';
const THU = '2026-10-29';
let p: DemoProject;
let laser: string;
let cable: string;
const people: Record<string, string> = {};
const bookings = () => listBookings(pool(), p.id);
const machine = async (id: string) => (await listMachines(pool(), p.id)).find((one) => one.id === id)!;
const use = (team: string, slot: string, more: object = {}) => ({
  projectId: p.id,
  machineId: cable,
  teamId: p.teams[team]!,
  operatorId: '',
  material: 'none',
  purpose: 'runs',
  slot,
  minutes: '',
  ...more,
});
const cut = (team: string, slot: string, who: string, more: object = {}) =>
  use(team, slot, { machineId: laser, operatorId: people[who]!, material: 'trial', ...more });

beforeAll(async () => {
  p = await demoProject('desk');
  const rows = await pool()<{ id: string; name: string }[]>`
    select id, name from machine where project_id = ${p.id} order by name`;
  [laser, cable] = rows.map((row) => row.id) as [string, string];
  for (const { accountId, name } of await listStudents(pool(), p.id)) people[name.split(' ')[0]!] = accountId;
});
beforeEach(() => asPerson(p.instructorId));

describe('a machine', () => {
  test('says what is wrong with its numbers and closures at their places', async () => {
    const input = { projectId: p.id, ...NEW_RESOURCE, name: 'Fan' };
    expect(refused(await saveMachine({ ...input, capacity: '0' })).capacity).toMatch(/at least 1/);
    expect(refused(await saveMachine({ ...input, useMinutes: '2,5' })).useMinutes).toMatch(/whole number/);
    const closures = [{ from: WED, to: TODAY, reason: 'repair' }];
    expect(refused(await saveMachine({ ...input, closures }))['closures.0.to']).toMatch(/before the first/);
    expect(refused(await saveMachine({ ...input, name: 'Test cable' })).name).toMatch(/exists already/);
  });

  test('that is closed while bookings stand: they are listed and held, and nothing is lost', async () => {
    const before = (await bookings()).filter((one) => one.machineId === cable && one.state === 'booked');
    const found = await machine(cable);
    const closures = [{ from: TODAY, to: TODAY, reason: 'torn anchor' }];
    const input = { projectId: p.id, id: cable, version: found.version, ...machineForm({ ...found }), closures };
    const outcome = await saveMachine(input);
    expect(outcome.ok && outcome.notes.join()).toMatch(/Bookings on hold now: Marl 2026-10-26 10:10, Gneiss/);
    expect((await bookings()).filter((one) => one.machineId === cable && one.state === 'booked')).toEqual(before);
    const held = heldBookings({
      machines: await listMachines(pool(), p.id),
      bookings: await bookings(),
      teams: await listTeams(pool(), p.id),
      sections: await listSections(pool(), p.id),
      students: await listStudents(pool(), p.id),
      safety: await readSafety(pool(), p.id),
      gates: [],
      today: TODAY,
    });
    for (const one of before) expect(held.get(one.id)).toMatch(/closed: torn anchor/);
    expect(refused(await bookSlot(use('Basalt', `${TODAY} 10:27`))).slot).toMatch(/closed: torn anchor/);
    expect(refused(await startUse({ projectId: p.id, id: before[0]!.id }))['']).toMatch(/closed/);
    // A shorter opening holds the start as it holds the booking.
    const late = { ...input, version: found.version + 1, closures: [], opensAfter: '20' };
    done(await saveMachine(late));
    expect(refused(await startUse({ projectId: p.id, id: before[0]!.id }))['']).toMatch(/open from 10:25 to 10:50/);
    done(await saveMachine({ ...input, version: found.version + 2, closures: [] }));
  });

  test('with bookings it stays as a record; one without goes', async () => {
    expect(refused(await removeMachine({ projectId: p.id, id: cable }))['']).toMatch(/close it instead/);
    const { id } = done(await saveMachine({ projectId: p.id, ...NEW_RESOURCE, name: 'Fan' }));
    done(await removeMachine({ projectId: p.id, id }));
  });
});

describe('a slot', () => {
  test.each([
    ['outlasts the meeting', `${WED} 10:45`, { minutes: '15' }, 'minutes', /outlast the meeting: it ends at 10:55/],
    ['begins before it opens', `${WED} 10:06`, {}, 'slot', /open from 10:10 to 10:50/],
    ['ends after it closes', `${WED} 10:36`, {}, 'slot', /open from 10:10 to 10:50/],
    ['is outside the meeting', `${WED} 12:00`, {}, 'slot', /outside the meeting/],
    ['lies on a day without meeting', '2026-10-27 10:10', {}, 'slot', /does not meet on this day/],
    ['is over', '2026-10-21 10:30', {}, 'slot', /is over/],
    ['is no slot', 'tomorrow', {}, 'slot', /slot of the list/],
    ['is for no whole minutes', `${WED} 10:10`, { minutes: '0' }, 'minutes', /at least 1/],
    ['is in final material without any', `${WED} 10:10`, { material: 'final' }, 'material', /works no material/],
  ] as const)('that %s is refused', async (_, slot, more, field, message) => {
    const before = await bookings();
    expect(refused(await bookSlot(use('Basalt', slot, more)))[field]).toMatch(message);
    expect(await bookings()).toEqual(before);
  });

  test('of another team, or of a stranger, is not booked', async () => {
    await asPerson(people.Petra!);
    expect(await bookSlot(use('Marl', `${WED} 10:10`))).toMatchObject({ denied: true });
    expect(refused(await bookSlot(use('Flint', `${WED} 10:10`, { operatorId: people.Yusuf! }))).operatorId).toMatch(
      /member of the team/,
    );
  });

  test('that is taken is refused by name, with what else is free', async () => {
    await asPerson(people.Kofi!);
    const { slot } = refused(await bookSlot(use('Basalt', `${TODAY} 10:10`)));
    expect(slot).toMatch(/taken by (Marl, Gneiss|Gneiss, Marl)\. Free in this meeting: 10:27\./);
  });

  test('two people, the same minute of the last station at the same moment: one has it, the other a clear no', async () => {
    const slot = `${THU} 08:20`;
    done(await bookSlot(use('Gneiss', slot)));
    const outcomes = await Promise.all(['Basalt', 'Flint', 'Basalt'].map((team) => bookSlot(use(team, slot))));
    expect(outcomes.filter((one) => one.ok)).toHaveLength(1);
    for (const one of outcomes) if (!one.ok) expect(one.errors?.slot).toMatch(/^This slot is taken by/);
  });

  test('50 attempts at the same moment on 10 slots end with exactly 10 bookings', async () => {
    const rig = { ...NEW_RESOURCE, name: 'Fan', capacity: '2', useMinutes: '10', resetMinutes: '2' };
    const { id } = done(await saveMachine({ projectId: p.id, ...rig, opensAfter: '0', closesBefore: '35' }));
    const starts = ['08:15', '08:27', '08:39', '08:51', '09:03'];
    const teams = ['Basalt', 'Flint', 'Gneiss', 'Marl'];
    const tries = Array.from({ length: 50 }, (_, i) =>
      use(teams[i % 4]!, `${THU} ${starts[i % 5]}`, { machineId: id }),
    );
    const outcomes = await Promise.all(tries.map((one) => bookSlot(one)));
    const got = outcomes.filter((one) => one.ok);
    expect(got).toHaveLength(10);
    for (const one of outcomes) if (!one.ok) expect(one.errors?.slot).toMatch(/taken/);
    const kept = (await bookings()).filter((one) => one.machineId === id);
    expect(kept.map((one) => `${one.start} ${one.station}`)).toEqual(
      starts.flatMap((start) => [`${start} 1`, `${start} 2`]),
    );
  });

  test('the database itself refuses a double booking, whatever the program does', async () => {
    const twice = bySystem(
      (tx) => tx`
        insert into booking (project_id, machine_id, team_id, state, day, start, minutes, station, asked_at)
        select ${p.id}, ${cable}, id, 'booked', ${'2026-10-30'}, '13:10', 15, 1, now() from team
        where project_id = ${p.id} and name in ('Basalt', 'Flint')`,
    );
    await expect(twice).rejects.toMatchObject({ constraint_name: 'booking_apart' });
    const intoReset = bySystem(
      (tx) => tx`
        insert into booking (project_id, machine_id, team_id, state, day, start, minutes, station, asked_at)
        values (${p.id}, ${cable}, ${p.teams.Basalt!}, 'booked', ${'2026-10-30'}, '13:10', 15, 1, now()),
          (${p.id}, ${cable}, ${p.teams.Flint!}, 'booked', ${'2026-10-30'}, '13:26', 15, 1, now())`,
    );
    await expect(intoReset).rejects.toMatchObject({ constraint_name: 'booking_apart' });
  });
});

describe('what holds a booking', () => {
  test('an operator is needed, who is signed off on the day of the use', async () => {
    const slot = `${THU} 08:20`;
    expect(refused(await bookSlot(cut('Flint', slot, 'Petra', { operatorId: '' }))).operatorId).toMatch(
      /say who operates it/,
    );
    expect(refused(await bookSlot(cut('Flint', slot, 'Sam'))).operatorId).toMatch(
      /no sign-off for Laser cutter: Sam I\./,
    );
    expect(refused(await bookSlot(cut('Gneiss', slot, 'Anouk'))).operatorId).toMatch(/ended on 25 Oct: Anouk F\./);
    expect(refused(await bookSlot(cut('Flint', slot, 'Petra', { material: 'none' }))).material).toMatch(
      /trying or the/,
    );
  });

  test('a sign-off that ends between booking and use: the booking stands, and the start is held', async () => {
    const [hazard] = (await readSafety(pool(), p.id)).hazards.filter((one) => one.name === 'Laser cutter');
    const booked = (await bookings()).find(
      (one) => one.machineId === laser && one.day === TODAY && one.operatorId === people.Anouk,
    )!;
    expect(booked.state).toBe('booked');
    await asPerson(people.Dario!);
    expect(refused(await startUse({ projectId: p.id, id: booked.id }))['']).toMatch(
      /Held: sign-off for Laser cutter ended on 25 Oct: Anouk F\. \(the instructor signs on Safety\)/,
    );
    await asPerson(p.instructorId);
    const sign = { projectId: p.id, hazardId: hazard!.id, people: [people.Anouk!], signedOn: TODAY };
    done(await signOff({ ...sign, validUntil: TODAY }));
    await asPerson(people.Dario!);
    done(await startUse({ projectId: p.id, id: booked.id }));
    expect(refused(await startUse({ projectId: p.id, id: booked.id }))['']).toMatch(/running already/);
    done(await endUse({ projectId: p.id, id: booked.id, as: 'done' }));
    // It was over before its time, so the station is free again before.
    const [{ until }] = await pool()<[{ until: string }]>`
      select to_char(upper(during) at time zone 'UTC', 'HH24:MI') as until from booking where id = ${booked.id}`;
    expect(until).toBe('10:29');
  });

  test('where an adult has to be at it, students do not start it alone; the instructor does', async () => {
    const { id } = (await bookings()).find(
      (one) => one.teamId === p.teams.Flint && one.day === TODAY && one.machineId === cable,
    )!;
    const watch = (level: string) =>
      bySystem((tx) => tx`update machine set supervision = ${level} where id = ${cable}`);
    await watch('beside');
    await asPerson(people.Nour!);
    expect(refused(await startUse({ projectId: p.id, id }))['']).toMatch(
      /Test cable is used with an adult at it \(the instructor starts it\)/,
    );
    await asPerson(p.instructorId);
    done(await startUse({ projectId: p.id, id }));
    await watch('in the room');
    await asPerson(people.Nour!);
    done(await endUse({ projectId: p.id, id, as: 'done' }));
  });

  test('a use that took place although it was held is kept, and marked', async () => {
    const id = (await bookings()).find((one) => one.teamId === p.teams.Marl && one.day === TODAY)!.id;
    const outcome = await endUse({ projectId: p.id, id, as: 'done' });
    expect(outcome.ok && outcome.notes.join()).toMatch(
      /Kept, and marked: cautions of Stored energy: raised masses not read/,
    );
    expect((await bookings()).find((one) => one.id === id)).toMatchObject({
      state: 'done',
      heldFor: 'cautions of Stored energy: raised masses not read (the team reads them on Safety)',
    });
  });

  test('before the final cut no machine is booked for final material; for trying it is', async () => {
    await asPerson(people.Yusuf!);
    const slot = `${THU} 08:35`;
    expect(refused(await bookSlot(cut('Marl', slot, 'Yusuf', { material: 'final' }))).operatorId).toMatch(
      /gate “Final cut” is shut\. Missing: Mock-up checked by two people: iteration 2 checked only by Bea T\./,
    );
    await asPerson(p.instructorId);
    const [gate] = await pool()<[{ id: string }]>`
      select id from gate where project_id = ${p.id} and name = 'Final cut'`;
    const decision = {
      projectId: p.id,
      gateId: gate.id,
      teamId: p.teams.Marl!,
      kind: 'override',
      reason: 'Checked in class.',
    };
    done(await decideGate({ ...decision, conditions: [] }));
    await asPerson(people.Yusuf!);
    const { id } = done(await bookSlot(cut('Marl', slot, 'Yusuf', { material: 'final' })));
    done(await cancelBooking({ projectId: p.id, id }));
    done(await askForMachine(cut('Marl', '', 'Yusuf')));
  });
});

describe('when more is asked for than there is', () => {
  const line = async () => {
    const project = { id: p.id, eventDate: '2026-10-30' };
    const paces = await readPaces(pool(), project, `${TODAY}T10:02`);
    return turnsOf(
      { id: laser, useMinutes: 12 },
      await bookings(),
      await listTeams(pool(), p.id),
      p.sections['2']!,
      paces,
    );
  };
  const nameOf = (id: string) => Object.entries(p.teams).find(([, one]) => one === id)![0];

  test('the line stands by slack, then time used, then the earlier request, and says so', async () => {
    const turns = await line();
    expect(turns.map((turn) => [nameOf(turn.team), turn.before])).toEqual([
      ['Marl', 'slack'],
      ['Flint', 'used'],
      ['Basalt', null],
    ]);
    expect(turns[1]!.used).toBe(12);
    expect(turns[2]!.used).toBe(usedBy(laser, p.teams.Basalt!, await bookings()));
  });

  test('nobody asks twice; the free slots go to those who are first, the rest is told who is before them', async () => {
    const rig = { ...NEW_RESOURCE, name: 'Balance', useMinutes: '10', resetMinutes: '0' };
    const { id } = done(await saveMachine({ projectId: p.id, ...rig, opensAfter: '0', closesBefore: '75' }));
    const student = { Basalt: 'Kofi', Flint: 'Petra', Gneiss: 'Dario', Marl: 'Yusuf' } as Record<string, string>;
    for (const team of ['Gneiss', 'Flint', 'Marl']) {
      await asPerson(people[student[team]!]!);
      done(await askForMachine({ ...use(team, ''), machineId: id }));
      expect(refused(await askForMachine({ ...use(team, ''), machineId: id }))['']).toMatch(/already waiting/);
    }
    const project = { id: p.id, eventDate: '2026-10-30' };
    const paces = await readPaces(pool(), project, `${TODAY}T10:02`);
    const turns = turnsOf(
      { id, useMinutes: 12 },
      await bookings(),
      await listTeams(pool(), p.id),
      p.sections['2']!,
      paces,
    );
    const [first, second, third] = turns.map((turn) => nameOf(turn.team)) as [string, string, string];
    expect(first).toBe('Marl');
    const take = async (team: string, start: string) => {
      await asPerson(people[student[team]!]!);
      return bookSlot(use(team, `${THU} ${start}`, { machineId: id }));
    };
    // Two slots, three in the line: the third and whoever did not ask wait, the second may choose.
    expect(refused(await take(third, '08:15')).slot).toMatch(
      new RegExp(`go to ${first}, ${second} first, who are before`),
    );
    expect(refused(await take('Basalt', '08:15')).slot).toMatch(/first, who are before you/);
    done(await take(second, '08:25'));
    expect((await bookings()).filter((one) => one.machineId === id && one.state === 'asked')).toHaveLength(2);
    expect(refused(await take(third, '08:15')).slot).toMatch(new RegExp(`go to ${first} first, who is before you`));
    await asPerson(p.instructorId);
    const next = { projectId: p.id, machineId: id, sectionId: p.sections['2']!, day: THU };
    expect(done(await giveNext(next))).toEqual({ team: first, start: '08:15' });
    expect(refused(await giveNext(next))['']).toMatch(/No slot of this meeting is free/);
    await asPerson(people[student[third]!]!);
    const own = (await bookings()).find((one) => one.machineId === id && one.state === 'asked')!;
    done(await cancelBooking({ projectId: p.id, id: own.id }));
    expect(refused(await cancelBooking({ projectId: p.id, id: own.id }))['']).toMatch(/cancelled/);
    const other = (await bookings()).find(
      (one) => one.machineId === id && isPlaced(one) && one.teamId === p.teams[first],
    )!;
    expect(await cancelBooking({ projectId: p.id, id: other.id })).toMatchObject({ denied: true });
  });

  test('the next slot passes over whom something holds, and says so', async () => {
    // Of those who wait for the laser, Marl has nobody held back; its sign-off is taken away.
    await bySystem((tx) => tx`delete from sign_off where account_id = ${people.Yusuf!}`);
    const outcome = await giveNext({ projectId: p.id, machineId: laser, sectionId: p.sections['2']!, day: THU });
    expect(outcome.ok && outcome.notes[0]).toMatch(
      /^Marl is left out for now: no sign-off for Laser cutter: Yusuf C\./,
    );
    expect(done(outcome)).toEqual({ team: 'Flint', start: '08:20' });
  });
});

describe('a test session', () => {
  const sessions = () => listSessions(pool(), p.id);
  const heavy = async () => (await sessions()).find((one) => one.eventName === 'Heavy haul')!;
  const typed = async (more: object = {}) => {
    const found = await heavy();
    return { projectId: p.id, id: found.id, version: found.version, ...sessionForm({ ...found }), ...more };
  };
  const mark = async (team: string, attempt: number, does: string) =>
    markRun({ projectId: p.id, sessionId: (await heavy()).id, teamId: p.teams[team]!, attempt, does });
  const state = async () => {
    const session = await heavy();
    const { runs, late } = followOf(session, planOf(session), new Date(`${TODAY}T10:02:00Z`));
    return { late, states: runs.slice(0, 4).map((run) => [nameOfTeam(run.team), run.state]) };
  };
  const nameOfTeam = (id: string) => Object.entries(p.teams).find(([, one]) => one === id)![0];

  test('says at its place what can’t be planned', async () => {
    const teams = [{ id: p.teams.Marl! }, { id: p.teams.Marl! }];
    expect(refused(await saveSession(await typed({ teams }))).teams).toMatch(/twice/);
    expect(refused(await saveSession(await typed({ teams: [{ id: p.teams.Slate! }] }))).teams).toMatch(/this section/);
    expect(refused(await saveSession(await typed({ minutesPerAttempt: '0' }))).minutesPerAttempt).toMatch(
      /more than 0/,
    );
    expect(refused(await saveSession(await typed({ start: '25:10' }))).start).toMatch(/time like/);
  });

  test('on a rig that is booked: who plans it hears of the bookings, and no new one goes into its time', async () => {
    done(await bookSlot(use('Basalt', '2026-10-30 13:05')));
    const on = { machineId: cable, day: '2026-10-30', start: '13:05', minutes: '60' };
    const outcome = await saveSession({ ...(await typed(on)), id: null, version: null });
    expect(outcome.ok && outcome.notes.join()).toMatch(/Booked in the same time, move it: Basalt 13:05/);
    expect(refused(await bookSlot(use('Flint', '2026-10-30 13:22'))).slot).toMatch(/taken by/);
    const { id } = done(outcome);
    done(await removeSession({ projectId: p.id, id }));
    done(await bookSlot(use('Flint', '2026-10-30 13:22')));
  });

  test('with a drawn order begins only once its seed is announced, which then stands, as does the list', async () => {
    const ids = [p.teams.Basalt!, p.teams.Flint!, p.teams.Gneiss!];
    const input = { ...(await typed({ drawn: 'drawn', teams: ids.map((id) => ({ id })) })), id: null, version: null };
    const { id } = done(await saveSession(input));
    const place = { projectId: p.id, id };
    expect(refused(await beginSession(place))['']).toMatch(/announce the seed first/);
    done(await announceSeed({ ...place, seed: '4711' }));
    expect(refused(await announceSeed({ ...place, seed: '4712' })).seed).toMatch(/“4711” is announced already/);
    const version = (await sessions()).find((one) => one.id === id)!.version;
    expect(refused(await saveSession({ ...input, id, version }))['']).toMatch(/list stays as it is/);
    const planned = planOf((await sessions()).find((one) => one.id === id)!);
    expect(planned.runs.slice(0, 3).map((run) => run.team)).toEqual(draw({ names: ids, seed: '4711' }).order);
    done(await removeSession(place));
  });

  test('is followed: a held start, a run that took place all the same, a value entered at the rig, one left out', async () => {
    const { id } = await heavy();
    expect(refused(await mark('Gneiss', 1, 'start'))['']).toMatch(/not running/);
    done(await beginSession({ projectId: p.id, id }));
    expect(refused(await beginSession({ projectId: p.id, id }))['']).toMatch(/begun this session already/);
    expect(refused(await removeSession({ projectId: p.id, id }))['']).toMatch(/stays as a record/);
    expect(await state()).toMatchObject({
      late: 0,
      states: [['Marl', 'next'], ['Gneiss', 'waiting'], expect.anything(), expect.anything()],
    });
    expect(refused(await mark('Marl', 1, 'start'))['']).toMatch(
      /Held: cautions of Stored energy: raised masses not read/,
    );
    const outcome = await mark('Marl', 1, 'end');
    expect(outcome.ok && outcome.notes.join()).toMatch(/Kept, and marked/);
    expect((await heavy()).marks[0]!.heldFor).toMatch(/raised masses/);
    done(await mark('Gneiss', 1, 'start'));
    const both = await Promise.all([mark('Flint', 1, 'start'), mark('Flint', 1, 'skip')]);
    expect(both.filter((one) => one.ok)).toHaveLength(1);
    done(await mark('Flint', 1, 'undo'));
    done(await mark('Flint', 1, 'skip'));
    const [event] = await pool()<[{ id: string }]>`
      select id from event where project_id = ${p.id} and name = 'Heavy haul'`;
    const run = {
      projectId: p.id,
      id: randomUUID(),
      sectionId: p.sections['2']!,
      eventId: event.id,
      version: null,
      teamId: p.teams.Gneiss!,
      iterationId: p.iteration['Gneiss 3']!,
      attempt: null,
      status: 'ok',
      value: '2600',
      unit: 'g',
      penalties: {},
      conditions: [],
      note: '',
    };
    done(await perform(recordRun, run));
    expect((await state()).states).toEqual([
      ['Marl', 'done'],
      ['Gneiss', 'done'],
      ['Flint', 'skipped'],
      ['Basalt', 'next'],
    ]);
    done(await endSession({ projectId: p.id, id }));
    expect(refused(await mark('Basalt', 1, 'start'))['']).toMatch(/not running/);
  });
});
