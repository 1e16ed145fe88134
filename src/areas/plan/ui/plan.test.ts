import type { Meeting } from '@/core/calendar';
import type { Section, Team } from '@/areas/course';
import type { HandIn, Stage } from '@/areas/plan/read/stages';
import { differences, operate, stagesState, type PlanState } from '@/areas/plan/read/operations';
import { flexibles, layOutLine } from '@/areas/plan/shared/lines';
import { pacesOf } from '@/areas/plan/read/pace';
import { teamPlans } from '@/areas/plan/read/teamPlans';
import { effects, placeOf, planView, slackWords, weekStarts } from '@/areas/plan/shared/planView';
import { runSheet } from './runSheet';
import { planLines, sectionPlans } from '@/areas/plan/read/sectionLine';
import { PLAN_NAMES, STAGE_PLANS } from '@/areas/plan/shared/stagePlans';
import {
  linesIn,
  operationsOf,
  spareAfter,
  spareOf,
  titleOf,
  wordsOf,
  type Scenario,
} from '@/areas/plan/shared/whatIf';
import { plural } from '@/core/format';
import { storiesOf, storyWords } from '@/areas/plan/read/story';
import { earlyWords, leavesWords, stageNow, standsAt, stageWords } from '@/areas/plan/shared/words';
import { remedies, planningDay, withMore } from '@/core/plan';

const EVENT = '2026-10-30';
/** Mondays and Wednesdays from 5 October: 8 meetings before the event. */
const section = (id: string, more: Partial<Section> = {}): Section => ({
  id,
  name: id,
  room: '',
  firstDay: '2026-10-05',
  lastDay: '2026-10-30',
  teamsReleased: true,
  version: 1,
  pattern: {
    kind: 'weekly',
    slots: [
      { day: 'Mon', start: '10:00', minutes: 50 },
      { day: 'Wed', start: '10:00', minutes: 50 },
    ],
  },
  extra: [],
  lost: [],
  noClass: [],
  ...more,
});
const team = (id: string, sectionId = 'A'): Team => ({
  id,
  sectionId,
  sectionName: sectionId,
  name: id,
  colour: 0,
  version: 1,
});
const stage = (id: string, meetings: number, after: string[] = [], more: Partial<Stage> = {}): Stage => ({
  id,
  name: id,
  position: 0,
  meetings,
  minutes: null,
  shortest: null,
  leadDays: 0,
  delay: 0,
  optional: false,
  leftOut: false,
  handsIn: '',
  evidence: '',
  evidenceCount: 1,
  people: '',
  room: '',
  needs: '',
  cautions: '',
  version: 1,
  handIns: [],
  after: after.map((one) => ({ id: one, byCustom: false })),
  ...more,
});
const handIn = (teamId: string, day: string, more: Partial<HandIn> = {}): HandIn => ({
  teamId,
  state: 'accepted',
  handedInOn: day,
  handedInBy: null,
  note: '',
  moreMeetings: 0,
  version: 1,
  ...more,
});
/** Draw 2, build 3, test 2, write 1 by custom after test: 8 meetings in a row. */
const plan = (more: Record<string, Partial<Stage>> = {}): Stage[] => [
  stage('draw', 2, [], more.draw),
  stage('build', 3, ['draw'], { shortest: 2, ...more.build }),
  stage('test', 2, ['build'], more.test),
  stage('write', 1, [], { after: [{ id: 'test', byCustom: true }], optional: true, ...more.write }),
];
const when = (now: string) => ({ eventDate: EVENT, now });

describe('a team in the plan', () => {
  const pace = (stages: Stage[], now: string) =>
    pacesOf([section('A')], [team('Flint')], stages, { eventDate: EVENT, now })[0]!;

  test('before the first meeting nothing is spent, and there is no slack', () => {
    const found = pace(plan(), '2026-10-05T09:00');
    expect(found).toMatchObject({ behind: 0, workLeft: 8, meetingsLeft: 8, meetingOf: [1, 2], done: 0, stages: 4 });
    expect(found.current?.id).toBe('draw');
    expect(found.due).toEqual({ number: 2, date: '2026-10-07' });
    expect(standsAt(found)).toBe('no slack');
    expect(stageWords(found)).toBe('draw, meeting 1 of 2');
  });
  test('the meeting that is on still counts, one that is over does not', () => {
    expect(pace(plan(), '2026-10-05T10:49').meetingsLeft).toBe(8);
    expect(pace(plan(), '2026-10-05T10:50').meetingsLeft).toBe(7);
    expect(planningDay([{ date: '2026-10-05', start: '10:00', minutes: 50 }], '2026-10-05T10:50')).toBe('2026-10-06');
  });
  test('what is not handed in after its meetings puts the team behind, one meeting at a time', () => {
    expect([12, 14, 19, 21].map((day) => pace(plan(), `2026-10-${day}T09:00`).behind)).toEqual([1, 2, 3, 4]);
    expect(stageWords(pace(plan(), '2026-10-14T09:00'))).toBe('draw, meeting 4, planned 2');
  });
  test('handed in early it has slack; returned, it is to be done again', () => {
    const early = plan({ draw: { handIns: [handIn('Flint', '2026-10-05', { state: 'handed-in' })] } });
    expect(pace(early, '2026-10-07T09:00')).toMatchObject({ behind: -1, done: 1, meetingOf: [1, 3] });
    expect(pace(early, '2026-10-07T09:00').waiting.map((one) => one.id)).toEqual(['draw']);
    const back = plan({ draw: { handIns: [handIn('Flint', '2026-10-05', { state: 'returned', note: 'no scale' })] } });
    expect(pace(back, '2026-10-07T09:00')).toMatchObject({ done: 0, returned: [{ note: 'no scale' }] });
  });
  test('what is on its way holds the next stage up until it is there', () => {
    const ordered = plan({ draw: { leadDays: 9, handIns: [handIn('Flint', '2026-10-07')] } });
    const found = pace(ordered, '2026-10-12T09:00');
    expect(found.waitsUntil).toBe('2026-10-19');
    expect(found.behind).toBe(2);
  });
  test('meetings that a team needs more count for it alone, also where a stage is counted in minutes', () => {
    const more = plan({
      build: { handIns: [handIn('Flint', '', { state: 'open', handedInOn: null, moreMeetings: 2 })] },
    });
    expect(pace(more, '2026-10-05T09:00').behind).toBe(2);
    const both = pacesOf([section('A')], [team('Flint'), team('Marl')], more, when('2026-10-05T09:00'));
    expect(both.map((one) => one.behind)).toEqual([2, 0]);
    expect(withMore({ id: 'x', minutes: 100 }, 2, [{ minutes: 40 }, { minutes: 60 }])).toEqual({
      id: 'x',
      minutes: 200,
    });
    const [line] = teamPlans(section('A'), [team('Flint')], more, when('2026-10-05T09:00'));
    expect(line!.stages.find((one) => one.id === 'build')!.meetings).toBe(5);
  });
  test('all handed in, there is no forecast and nothing left', () => {
    const all = plan(
      Object.fromEntries(
        ['draw', 'build', 'test', 'write'].map((id) => [id, { handIns: [handIn('Flint', '2026-10-12')] }]),
      ),
    );
    const found = pace(all, '2026-10-14T09:00');
    expect(found).toMatchObject({ current: null, due: null, workLeft: 0, forecast: null });
    expect(standsAt(found)).toBe('all handed in');
    expect(stageWords(found)).toBe('nothing left');
  });
  test('the forecast says by how much, and why', () => {
    const slow = plan({ draw: { handIns: [handIn('Flint', '2026-10-19')] } });
    const { forecast } = pace(slow, '2026-10-19T11:00');
    expect(forecast!.early).toBe(8 - forecast!.finish);
    expect(forecast!.early).toBeLessThan(0);
    expect(forecast!.why).toMatch(/^1 of 4 stages handed in; took 5 meetings for 2 planned; 6 planned are left/);
    expect([earlyWords(-2), earlyWords(0), earlyWords(1)]).toEqual([
      '2 meetings late',
      'just in time',
      '1 meeting early',
    ]);
  });
  test('the class is at the stage that most teams are at', () => {
    const mixed = plan({ draw: { handIns: [handIn('b', '2026-10-07'), handIn('c', '2026-10-07')] } });
    expect(
      stageNow(
        pacesOf(
          [section('A')],
          ['a', 'b', 'c'].map((id) => team(id)),
          mixed,
          when('2026-10-12T09:00'),
        ),
      ),
    ).toBe('build');
    expect(stageNow([])).toBeNull();
  });
});

describe('the plan sheet', () => {
  const two = [section('A'), section('B', { lost: [{ date: '2026-10-12', start: null, reason: 'trip' }] })];
  const lines = (stages: Stage[]) =>
    planLines(two, [team('Flint'), team('Slate', 'B')], stages, when('2026-10-12T09:00'));

  test('lays every section out; one that loses a meeting is short', () => {
    const view = planView(lines(plan()));
    expect(view.lines).toEqual([
      { id: 'A', count: 8, shortBy: 0, end: 8 },
      { id: 'B', count: 7, shortBy: 1, end: 8 },
    ]);
    expect(view.columns).toBe(8);
    expect(view.rows.map((row) => row.id)).toEqual(['draw', 'build', 'test', 'write']);
    expect(view.rows[1]!.strips.map(({ start, finish, slack }) => [start, finish, slack])).toEqual([
      [2, 4, 0],
      [2, 4, -1],
    ]);
  });
  test('a move is tried without being made, and said for each section', () => {
    const all = lines(plan());
    const [before, after] = [planView(all), planView(all, { test: 2 })];
    expect(effects(before, after, all, (id) => id)).toEqual([
      {
        line: 'A',
        whole: '2 meetings short (it fitted before)',
        moved: ['test 6–7 → 8–9', 'write 8 → 10'],
        worse: true,
      },
      { line: 'B', whole: '3 meetings short (was 1 short)', moved: ['test 6–7 → 8–9', 'write 8 → 10'], worse: true },
    ]);
    expect(planView(all)).toEqual(before);
  });
  test('says what is held and handed in', () => {
    const stages = plan({
      draw: { handIns: [handIn('Flint', '2026-10-07'), handIn('Slate', '2026-10-07', { state: 'returned' })] },
    });
    expect(lines(stages).map(({ held, teams, handedIn }) => [held, teams, handedIn.draw])).toEqual([
      [2, 1, 1],
      [2, 1, 0],
    ]);
  });
  test('words', () => {
    expect([slackWords(2), slackWords(0), slackWords(-1)]).toEqual(['slack 2', 'no slack', '1 meeting short']);
    const placed = { id: '', start: 1, finish: 3, ready: 1, latestStart: 2, waits: 0, slack: 1 };
    expect(placeOf(placed)).toBe('meetings 2 to 4, slack 1');
    expect(placeOf({ ...placed, finish: 1 })).toBe('meeting 2, slack 1');
  });
  test('a week begins with its first meeting', () => {
    const [line] = lines(plan());
    expect([...weekStarts(line!.meetings)]).toEqual([
      [0, '2026-10-05'],
      [2, '2026-10-12'],
      [4, '2026-10-19'],
      [6, '2026-10-26'],
    ]);
  });
  test('what is left out hands on what it waited for', () => {
    const without = plan({ build: { optional: true, leftOut: true } });
    expect(flexibles(without).map(({ id, after }) => [id, after])).toEqual([
      ['draw', []],
      ['test', ['draw']],
      ['write', ['test']],
    ]);
    expect(layOutLine({ ...lines(without)[0]! }).count).toBe(8);
  });
});

describe('what if', () => {
  const names = { stage: (id: string) => id, section: (id: string) => id };
  const spareMeeting = { date: '2026-10-27', start: '15:30', minutes: 50, inReserve: true };
  const sections = (now = '2026-10-07T11:00') =>
    sectionPlans([section('A', { extra: [spareMeeting] }), section('B')], plan(), when(now));
  const lose: Scenario = { kind: 'lose', sectionId: 'A', meetings: ['2026-10-14 10:00'], reason: 'drill' };

  test('a lost meeting counts for its section alone, and what began is not touched any more', () => {
    const lines = linesIn(lose, sections(), []);
    expect(spareOf(lines)).toEqual([-1, 0]);
    const { ways } = remedies({ lines });
    expect(ways.map((way) => [way.cost, ...way.remedies.map((one) => one.remedy.kind)])).toEqual([
      [0.5, 'overlap'],
      [1, 'shorten'],
      [1, 'drop'],
      [1.5, 'extra'],
    ]);
    expect(spareAfter(lines, ways[0]!)).toEqual([0, 1]);
    const later = remedies({
      lines: linesIn({ ...lose, meetings: ['2026-10-26 10:00'] }, sections('2026-10-14T11:00'), []),
    });
    expect(later.ways.flatMap((way) => way.remedies.map((one) => one.remedy.kind))).not.toContain('shorten');
  });
  test('a way in words, and as the operations that carry it out', () => {
    const { ways } = remedies({ lines: linesIn(lose, sections(), []) });
    const said = ways.map((way) => way.remedies.map(({ remedy, cost }) => wordsOf(remedy, cost, names, (id) => id)));
    expect(said.flat().map((one) => one.does)).toEqual([
      'Work on “write” beside “test”',
      'Shorten “build” to 2 meetings',
      'Leave out “write”',
      'Hold the meeting in reserve on Tue 27 Oct at 15:30, section A',
    ]);
    expect(operationsOf(lose, ways[3]!, (id) => id)).toEqual([
      { kind: 'lose', sectionId: 'A', day: '2026-10-14', start: '10:00', reason: 'drill' },
      { kind: 'extra', sectionId: 'A', day: '2026-10-27', start: '15:30' },
    ]);
    expect(titleOf(lose, ways[1]!, names, '', (id) => id)).toBe(
      'Section A loses Wed 14 Oct 10:00; Shorten “build” to 2 meetings',
    );
    expect(wordsOf({ kind: 'undelay', stage: 'x' }, 0, names, (id) => id).does).toMatch(/as soon as it can/);
  });
  test('a whole week is cancelled at once, and the plan as it is changes nothing', () => {
    const week: Scenario = { ...lose, meetings: ['2026-10-14 10:00', '2026-10-12 10:00'] };
    expect(spareOf(linesIn(week, sections(), []))).toEqual([-2, 0]);
    expect(operationsOf(week, null, (id) => id).map((one) => 'day' in one && one.day)).toEqual([
      '2026-10-14',
      '2026-10-12',
    ]);
    expect(titleOf(week, null, names, '', (id) => id)).toBe('Section A loses 2 meetings, 12 Oct to 14 Oct');
    const now: Scenario = { kind: 'now' };
    expect(spareOf(linesIn(now, sections(), []))).toEqual([0, 0]);
    expect(operationsOf(now, null, (id) => id)).toEqual([]);
  });
  test('the story of a section is told in the same words everywhere', () => {
    const told = storiesOf([section('A'), section('B')], [team('Flint')], plan(), when('2026-10-20T09:00'));
    const [flint] = pacesOf([section('A')], [team('Flint')], plan(), when('2026-10-20T09:00'));
    expect(flint!.behind).toBeGreaterThan(0);
    expect(told.map(storyWords)).toEqual([
      `The class plan leaves no slack. 1 of 1 team is behind: Flint by ${plural(flint!.behind, 'meeting')}, with work for ${flint!.workLeft} and ${flint!.meetingsLeft} left.`,
      'The class plan leaves no slack.',
    ]);
    expect(storiesOf([section('A')], [], plan(), when('2026-12-01T09:00'))).toEqual([]);
    expect([leavesWords(-2), leavesWords(0), leavesWords(1)]).toEqual([
      'is 2 meetings short',
      'leaves no slack',
      'leaves 1 meeting of slack',
    ]);
  });
  test('a team that needs more is a line of its own', () => {
    const [all, teams] = [
      sections('2026-10-05T09:00'),
      teamPlans(section('A'), [team('Flint')], plan(), when('2026-10-05T09:00')),
    ];
    const more: Scenario = { kind: 'more', teamId: 'Flint', stageId: 'build', meetings: 1 };
    const lines = linesIn(more, all, teams);
    expect(lines.map((one) => one.id)).toEqual(['A', 'B', 'Flint']);
    expect(spareOf(lines)).toEqual([0, 0, -1]);
    expect(titleOf(more, null, names, 'Flint', (id) => id)).toBe('Flint: 1 meeting more for “build”');
    expect(operationsOf(more, null, (id) => id)).toEqual([more]);
  });
  test('an event a week earlier is two meetings short everywhere; a later one has two of slack', () => {
    expect(spareOf(linesIn({ kind: 'event', day: '2026-10-23' }, sections(), []))).toEqual([-2, -2]);
    const longer = [section('A', { lastDay: '2026-11-30' })];
    const open = sectionPlans(longer, plan(), when('2026-10-07T11:00'));
    expect(spareOf(linesIn({ kind: 'event', day: '2026-11-06' }, open, []))).toEqual([2]);
  });
});

describe('a change of the plan as one thing', () => {
  const state = (): PlanState => ({
    ...stagesState(plan()),
    event: { day: EVENT },
    'extra/A/2026-10-27/15:30': { inReserve: true },
  });

  test('operations touch what they name and nothing else', () => {
    const before = state();
    const after = operate(before, [
      { kind: 'shift', stageId: 'test', delay: 2 },
      { kind: 'drop', stageId: 'write' },
      { kind: 'extra', sectionId: 'A', day: '2026-10-27', start: '15:30' },
      { kind: 'event', day: '2026-10-23' },
      { kind: 'more', teamId: 'Flint', stageId: 'build', meetings: 1 },
      { kind: 'shift', stageId: 'nobody', delay: 1 },
    ]);
    const { before: was, after: is } = differences(before, after);
    expect(Object.keys(is)).toEqual([
      'event',
      'extra/A/2026-10-27/15:30',
      'more/Flint/build',
      'stage/test',
      'stage/write',
    ]);
    expect(was['more/Flint/build']).toBeNull();
    expect(is['stage/test']).toEqual({ meetings: 2, minutes: null, delay: 2, leftOut: false });
    expect(before).toEqual(state());
  });
  test('the other way round they are undone', () => {
    const before = state();
    const after = operate(before, [
      { kind: 'overlap', firstId: 'test', secondId: 'write' },
      { kind: 'shorten', stageId: 'build', meetings: 2 },
    ]);
    const changed = differences(before, after);
    expect({ ...after, ...changed.before }).toEqual(before);
    expect(after['links/write']).toEqual([{ afterId: 'build', byCustom: false }]);
  });
  test('the order in which parts are kept makes no difference', () => {
    const one = { 'stage/x': { delay: 1, meetings: 2 } };
    expect(differences(one, { 'stage/x': { meetings: 2, delay: 1 } }).after).toEqual({});
  });
});

test('a run sheet fills the meeting: a tenth at either end, at least 5 minutes', () => {
  const meeting = (minutes: number): Meeting => ({ date: '2026-10-05', start: '08:15', minutes });
  expect(runSheet(meeting(95)).map(({ from, to }) => `${from}–${to}`)).toEqual([
    '08:15–08:25',
    '08:25–09:40',
    '09:40–09:50',
  ]);
  expect(runSheet(meeting(50)).map(({ from, to }) => `${from}–${to}`)).toEqual([
    '08:15–08:20',
    '08:20–09:00',
    '09:00–09:05',
  ]);
  expect(runSheet(meeting(12))).toEqual([{ from: '08:15', to: '08:27', what: 'work' }]);
});

test.each(PLAN_NAMES)(
  'the plan %s holds together: every stage follows one that is there, and it can be laid out',
  (name) => {
    const { stages } = STAGE_PLANS.find((one) => one.name === name)!;
    const named = new Set(stages.map((one) => one.name));
    expect(named.size).toBe(stages.length);
    for (const one of stages) {
      expect((one.after ?? []).filter((before) => !named.has(before))).toEqual([]);
      expect((one.byCustom ?? []).filter((before) => !one.after?.includes(before))).toEqual([]);
      expect(one.shortest ?? 0).toBeLessThanOrEqual(one.meetings);
      expect(one.handsIn).toBeTruthy();
    }
    const laid = layOutLine({
      id: '',
      meetings: [],
      eventDate: EVENT,
      stages: stages.map((one) => ({ ...one, id: one.name })),
    });
    expect(laid.shortBy).toBeGreaterThan(0);
  },
);
