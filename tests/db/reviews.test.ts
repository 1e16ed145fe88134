import { randomUUID } from 'node:crypto';
import { pool } from '@/db/connection';
import { rowsOf } from '@/shell/bundle/format';
import { listSections, listTeams } from '@/areas/course/read/classes';
import { judgeGates, listGates, readFound } from '@/areas/plan/read/gates';
import { readSafety } from '@/areas/safety/read/safety';
import { planPutBack } from '@/shell/history/plan';
import { erasePeople } from '@/areas/course/read/people/erase';
import { gatherPacket } from '@/areas/reviews/read/gatherPacket';
import { forGuests, listPackets } from '@/areas/reviews/read/packet';
import { listPeerReviews, usefulness } from '@/areas/reviews/read/peers';
import { reviewItems } from '@/areas/reviews/read/today';
import { listUseReports } from '@/areas/reviews/read/guests';
import { listOutcomes } from '@/areas/reviews/read/wishes';
import {
  listFindings,
  listReviewActions,
  listReviews,
  runningOrder,
  standingOnly,
  type Finding,
  type Review,
} from '@/areas/reviews/read/reviews';
import { recordRun } from '@/areas/bench/write/commands';
import { putBack } from '@/shell/history/actions';
import { settleAction } from '@/areas/course/write/actionItems';
import {
  beginReview,
  closeFinding,
  decideReview,
  freezePacket,
  mergeFindings,
  nameOwner,
  releaseFindings,
  releasePeers,
  reopenFinding,
  saveOutcome,
  saveTeamPart,
  takeUp,
  withdrawVerdict,
} from '@/areas/reviews/write/actions';
import { drawReviewOrder, removeReview, saveReview, saveReviewRule } from '@/areas/reviews/write/planActions';
import {
  recordClientOutcome,
  recordGuestNote,
  recordOpinion,
  recordPeerReview,
  recordRoomNote,
  recordUse,
} from '@/areas/reviews/write/commands';
import { reviewForm } from '@/areas/reviews/read/toForm';
import { findSeat } from '@/server/access';
import { perform } from '@/server/perform';
import {
  asLink,
  askedToday,
  asPerson,
  bySystem,
  demoBundle,
  demoProject,
  done,
  makeAccount,
  otherConnection,
  ownDatabase,
  refused,
  type DemoProject,
} from './database';

ownDatabase();
const NOW = '2026-10-26T10:02';
let p: DemoProject;
let helper: string;
const reviews = () => listReviews(pool(), p.id);
const review = async (name: string, day = '') =>
  (await reviews()).find((one) => one.name === name && one.meetings[0]!.startsWith(day))!;
const slotOf = async (team: string, name = 'Mid-project review') =>
  (await review(name)).slots.find((one) => one.teamId === p.teams[team])!;
const section = async (name: string) => (await listSections(pool(), p.id)).find((one) => one.name === name)!;
const findingsOf = async (slotId: string): Promise<Finding[]> =>
  standingOnly(await listFindings(pool(), p.id)).filter((one) => one.slotId === slotId);
const project = async () => {
  const seat = await findSeat(
    pool(),
    { kind: 'instructor', id: p.instructorId, name: '', login: '', sessionId: '', groupId: null },
    p.id,
  );
  return seat!.project;
};
const note = (slotId: string, kind: string, text: string, more: object = {}) => ({
  ...{ projectId: p.id, id: randomUUID(), version: null, slotId, kind, text },
  ...more,
});
const noted = async (slotId: string, kind: string, text: string, more: object = {}) =>
  done(await perform(recordRoomNote, note(slotId, kind, text, more))).id;
const memberOf = async (team: string) => {
  const rows = await pool()<{ id: string; name: string }[]>`
    select a.id, a.name from team_member m join account a on a.id = m.account_id where m.team_id = ${p.teams[team]!} order by a.name`;
  return [...rows];
};

beforeAll(async () => {
  p = await demoProject('chair');
  helper = await makeAccount('instructor', 'helper');
  await bySystem(
    (tx) => tx`insert into project_instructor ${tx({ projectId: p.id, accountId: helper, role: 'assistant' })}`,
  );
});
beforeEach(() => asPerson(p.instructorId));

describe('planning', () => {
  const wanted = (more: object = {}) => ({
    ...{ projectId: p.id, id: null, version: null, name: `Plan ${randomUUID().slice(0, 8)}`, kind: 'Drawing review' },
    ...{ sectionId: p.sections['2']!, meetings: ['2026-10-28 10:05'], minutes: '9', changeover: '2', opening: '5' },
    ...{ panels: '1', ordered: 'given', peers: 'assigned', clientSits: false },
    teams: ['Basalt', 'Flint', 'Gneiss', 'Marl'].map((team) => ({ id: p.teams[team]! })),
    ...more,
  });
  const form = (one: Review) => ({ projectId: p.id, id: one.id, version: one.version, ...reviewForm(one) });
  const planned = async (more: object = {}) => {
    const { id } = done<{ id: string }>(await saveReview(wanted(more)));
    return (await reviews()).find((one) => one.id === id)!;
  };
  const namesOf = async ({ slots }: Review) => {
    const teams = await listTeams(pool(), p.id);
    return slots.map(({ teamId }) => teams.find(({ id }) => id === teamId)!.name);
  };

  test('a usual kind comes in with the review; who is on when follows from the calendar, also when a meeting is cancelled', async () => {
    const one = await planned();
    expect(one.kind).toMatchObject({ name: 'Drawing review', purpose: 'drawing' });
    const order = runningOrder(one, await section('2'));
    expect([order.fits, order.at.get(one.slots[3]!.id)?.start]).toEqual([true, '10:43']);
    expect(new Set(one.slots.map(({ peerId }) => peerId)).size).toBe(4);
    await bySystem(
      (tx) =>
        tx`insert into cancelled_meeting ${tx({ projectId: p.id, sectionId: p.sections['2']!, day: '2026-10-28', reason: 'storm' })}`,
    );
    const after = runningOrder(one, await section('2'));
    expect([after.fits, after.cancelled, after.left]).toEqual([false, one.meetings, one.slots.map(({ id }) => id)]);
    // It is told on Today, and the review can be moved with the cancelled meeting still named.
    const items = reviewItems({
      ...(await askedToday(p.id, p.instructorId)),
      ...{ reviews: [one], findings: [], actions: [], sections: [await section('2')], reports: [] },
    });
    expect(items.map(({ headline }) => headline)).toEqual([`${one.name} does not fit`]);
    done(await saveReview({ ...form(one), meetings: [...one.meetings, '2026-10-29 08:15'] }));
    expect(
      runningOrder(
        (await reviews()).find(({ id }) => id === one.id)!,
        await section('2'),
      ).fits,
    ).toBe(true);
    await bySystem((tx) => tx`delete from cancelled_meeting where project_id = ${p.id} and day = '2026-10-28'`);
  });

  test('the furthest behind first; drawn by a seed, once, and anew when the teams change', async () => {
    const behind = await planned({ ordered: 'behind' });
    expect((await namesOf(behind))[0]).toBe('Marl');
    const drawn = await planned({ ordered: 'drawn' });
    done(await drawReviewOrder({ projectId: p.id, id: drawn.id, seed: '4711' }));
    const once = (await reviews()).find(({ id }) => id === drawn.id)!;
    expect((await namesOf(once)).sort()).toEqual((await namesOf(drawn)).sort());
    expect(refused(await drawReviewOrder({ projectId: p.id, id: drawn.id, seed: '1' })).seed).toMatch('4711');
    done(await saveReview({ ...form(once), minutes: '8' }));
    expect(await namesOf((await reviews()).find(({ id }) => id === drawn.id)!)).toEqual(await namesOf(once));
    const fewer = (await reviews()).find(({ id }) => id === drawn.id)!;
    done(await saveReview({ ...form(fewer), teams: fewer.slots.slice(1).map(({ teamId }) => ({ id: teamId })) }));
    expect((await reviews()).find(({ id }) => id === drawn.id)).toMatchObject({ seed: null });
  });

  test.each([
    ['a day without class', { meetings: ['2026-10-27 10:05'] }, 'meetings', 'no class meeting'],
    ['no meeting', { meetings: [] }, 'meetings', 'at least one'],
    ['a team of another section', { teams: 'Tuff' }, 'teams', 'this section'],
    ['a team twice', { teams: 'Flint Flint' }, 'teams', 'twice'],
    ['half minutes', { minutes: '7.5' }, 'minutes', 'whole number'],
  ])('%s is refused at its place', async (_, more, field, says) => {
    const teams = (more as { teams?: string }).teams?.split(' ').map((team) => ({ id: p.teams[team]! }));
    const said = refused(await saveReview(wanted({ ...more, ...(teams ? { teams } : {}) })));
    expect(Object.entries(said).find(([path]) => path.startsWith(field))?.[1]).toMatch(says);
  });

  test('two plan it at once: the second gets both versions; a team with a packet stays; a held review is not removed', async () => {
    const one = await planned();
    done(await saveReview({ ...form(one), minutes: '8' }));
    expect(await saveReview({ ...form(one), minutes: '7' })).toMatchObject({
      ok: false,
      conflict: { theirs: { minutes: '8' } },
    });
    done(await freezePacket({ projectId: p.id, slotId: one.slots[0]!.id }));
    const now = (await reviews()).find(({ id }) => id === one.id)!;
    const rest = now.slots.slice(1).map(({ teamId }) => ({ id: teamId }));
    expect(refused(await saveReview({ ...form(now), teams: rest })).teams).toMatch('stays in the review');
    const moved = await saveReview({ ...form(now), meetings: ['2026-10-29 08:15'] });
    expect(moved).toMatchObject({ ok: true, notes: [expect.stringMatching('stay as they are')] });
    const held = await review('Readiness for test', '2026-10-14');
    expect(refused(await removeReview({ projectId: p.id, id: held.id }))['']).toMatch('heard');
    done(await removeReview({ projectId: p.id, id: one.id }));
    expect((await reviews()).some(({ id }) => id === one.id)).toBe(false);
    // It comes back whole, with what a team had frozen for it.
    const selection = { kind: 'act' as const, act: one.id };
    const { fingerprint } = await planPutBack(pool(), { id: p.id, timeZone: 'UTC' }, selection);
    done(await putBack({ projectId: p.id, selection, fingerprint }));
    const back = (await reviews()).find(({ id }) => id === one.id)!;
    expect([back.slots.length, back.slots[0]!.packets]).toEqual([4, 1]);
    await bySystem((tx) => tx`delete from review where id = ${one.id}`);
  });
});

describe('the packet', () => {
  const run = (team: string) => ({
    ...{ projectId: p.id, id: randomUUID(), version: null, teamId: p.teams[team]!, eventId: null, attempt: null },
    ...{
      iterationId: p.iteration[`${team} 3`]!,
      status: 'ok',
      value: '8.1',
      unit: 's',
      sectionId: p.sections['2']!,
      penalties: {},
    },
  });

  test('is frozen as it was, whatever comes after; frozen again it is another one; what was mended is told in the next', async () => {
    const slot = await slotOf('Flint');
    done(await freezePacket({ projectId: p.id, slotId: slot.id }));
    const of = async () => (await listPackets(pool(), p.id, p.teams.Flint!)).filter(({ slotId }) => slotId === slot.id);
    const [first] = await of();
    const [protocol] = await pool()<{ id: string }[]>`
      select id from protocol where project_id = ${p.id} and name = 'Crossing, loaded'`;
    done(await perform(recordRun, { ...run('Flint'), protocolId: protocol!.id }));
    expect((await of())[0]).toEqual(first);
    done(await freezePacket({ projectId: p.id, slotId: slot.id }));
    const [, second] = await of();
    const runsIn = (packet: typeof first) =>
      packet!.content.runs.find(({ test }) => test === 'Crossing, loaded')!.count;
    expect([second!.number, runsIn(second)]).toEqual([2, runsIn(first) + 1]);
    const told = first!.content.findings.map(({ text, closedBy }) => [text, closedBy]);
    expect(told).toContainEqual(['Cord of the brake is frayed after ten runs', 'iteration']);
    expect(told.some(([text]) => text === 'The tilt of the tray is not measured yet')).toBe(false); // merged
    expect(first!.content.iterations.map(({ number }) => number)).toEqual([3]); // since the last packet
    expect(first!.content.readiness.reasons.map(({ text }) => text)).toContain('1 action is late, 2 open in all');
  });

  test('tells nothing that was not released to the team, nor how much of it there is', async () => {
    const [mid, later] = [await slotOf('Gneiss'), await slotOf('Gneiss', 'Unveiling to the client')];
    const id = await noted(mid.id, 'must', 'Found and not released');
    const found = await review('Unveiling to the client');
    const gather = async () =>
      gatherPacket(pool(), { project: await project(), now: NOW, review: found, slot: later, on: null });
    const before = await gather();
    expect(JSON.stringify(before)).not.toContain('Found and not released');
    expect(before.readiness.reasons.map(({ text }) => text)).toContain('No finding that must be mended is open');
    done(await releaseFindings({ projectId: p.id, slotId: mid.id, released: true }));
    expect((await gather()).findings.map((one) => one.id)).toContain(id);
    await bySystem((tx) => tx`delete from review_finding where id = ${id}`);
  });

  test('from a bundle it has all that is shown of it; what is missing is named', async () => {
    const broken = async (change: (content: Record<string, unknown>) => void) => {
      const bundle = demoBundle();
      change(rowsOf(bundle, 'packet')[0]!.content as Record<string, unknown>);
      return demoProject(`from ${randomUUID()}`, bundle);
    };
    await expect(broken((content) => delete content.runs)).rejects.toThrow('packet 1');
    await expect(broken((content) => (content.asOf = 'soon'))).rejects.toThrow('no day of the calendar');
    await expect(broken((content) => (content.iterations = [{}]))).rejects.toThrow('iterations');
  });

  test('sees one moment: a run that is being entered meanwhile is in all of it or in nothing', async () => {
    const slot = await slotOf('Basalt');
    const other = otherConnection();
    const [one] = await pool()<{ id: string }[]>`
      select r.id from run r join reading v on v.run_id = r.id where r.team_id = ${p.teams.Basalt!} and r.status = 'ok' limit 1`;
    await other.begin(async (tx) => {
      await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Test", "act": "test"}', true)`;
      await tx`update run set left_out = 'Test' where id = ${one!.id}`;
      done(await freezePacket({ projectId: p.id, slotId: slot.id }));
    });
    await other.end();
    const packets = await listPackets(pool(), p.id, p.teams.Basalt!);
    const counts = (content: (typeof packets)[number]['content']) =>
      content.runs.reduce((sum, { count }) => sum + count, 0);
    const before = counts(packets.at(-1)!.content);
    done(await freezePacket({ projectId: p.id, slotId: slot.id }));
    expect(counts((await listPackets(pool(), p.id, p.teams.Basalt!)).at(-1)!.content)).toBe(before - 1);
    await bySystem((tx) => tx`update run set left_out = '' where id = ${one!.id}`);
  });

  test('a team without any iteration has one all the same', async () => {
    const q = await demoProject('empty class');
    await bySystem(async (tx) => {
      await tx`set local session_replication_role = replica`;
      await tx`delete from iteration where team_id = ${q.teams.Marl!}`;
    });
    const found = (await listReviews(pool(), q.id)).find(({ name }) => name === 'Mid-project review')!;
    const slot = found.slots.find(({ teamId }) => teamId === q.teams.Marl)!;
    const seat = { ...(await project()), id: q.id };
    const packet = await gatherPacket(pool(), { project: seat, now: NOW, review: found, slot, on: null });
    expect(packet).toMatchObject({ newest: null, iterations: [], runs: [], budgets: [], readiness: { ready: false } });
  });

  test('the team answers and adds so many remarks; two at once, nobody’s is lost; a guest reads no name', async () => {
    const slot = await slotOf('Gneiss');
    const [student] = await memberOf('Gneiss');
    await asPerson(student!.id);
    const part = { projectId: p.id, slotId: slot.id, version: slot.version };
    const question = 'What worries you most?';
    done(
      await saveTeamPart({ ...part, answers: [{ question, text: `${student!.name} says: the wheel` }], remarks: [] }),
    );
    const late = await saveTeamPart({ ...part, answers: [{ question, text: 'The basket' }], remarks: [] });
    expect(late).toMatchObject({
      ok: false,
      conflict: { theirs: { answers: [{ question, text: `${student!.name} says: the wheel` }, {}] } },
    });
    const four = Array.from({ length: 4 }, (_, i) => ({ text: `Remark ${i}` }));
    const now = await slotOf('Gneiss');
    expect(refused(await saveTeamPart({ ...part, version: now.version, remarks: four })).remarks).toMatch('at most 3');
    done(await freezePacket({ projectId: p.id, slotId: slot.id }));
    const packet = (await listPackets(pool(), p.id, p.teams.Gneiss!)).at(-1)!.content;
    expect(packet.answers[0]!.text).toContain(student!.name);
    expect(JSON.stringify(forGuests(packet, [student!.name]))).not.toContain(student!.name.split(' ')[0]);
    await bySystem((tx) => erasePeople(tx, [student!.id]));
    const after = (await listPackets(pool(), p.id, p.teams.Gneiss!)).at(-1)!.content;
    expect(after.answers[0]!.text).toBe('Erased person says: the wheel');
    expect(await saveTeamPart({ ...part, slotId: (await slotOf('Marl')).id })).toMatchObject({ denied: true });
  });
});

describe('in the room', () => {
  let slotId: string;
  beforeAll(async () => {
    slotId = (await slotOf('Marl')).id;
  });

  test('three note at once, one of them by a link and one twice; nothing is lost or counted twice', async () => {
    done(await beginReview({ projectId: p.id, slotId }));
    expect(refused(await beginReview({ projectId: p.id, slotId }))['']).toMatch('already');
    expect((await slotOf('Marl')).packets).toBe(1); // frozen at the start
    const about = { aboutKind: 'requirement', about: 'R-05 Tray tilt on the way', aboutId: null };
    const first = note(slotId, 'must', 'Tray tilt is not measured', about);
    done(await perform(recordRoomNote, first));
    done(await perform(recordRoomNote, { ...first, text: 'Sent again' }));
    await asPerson(helper);
    await noted(slotId, 'must', 'The tilt of the tray was not measured', about);
    await asLink(p.id, {
      purpose: 'panel',
      label: 'Visiting engineer',
      reviewId: (await review('Mid-project review')).id,
    });
    done(await perform(recordGuestNote, note(slotId, 'good', 'Neat bench')));
    const held = (await review('Readiness for test', '2026-10-14')).slots[0]!;
    expect(refused(await perform(recordGuestNote, note(held.id, 'good', 'Not mine')))['']).toMatch(
      'panel of this team',
    );
    expect((await findingsOf(slotId)).map(({ text, author }) => [text, author])).toEqual([
      ['Tray tilt is not measured', 'chair'],
      ['The tilt of the tray was not measured', 'helper'],
      ['Neat bench', 'Visiting engineer'],
    ]);
  });

  test('two that say the same are merged by choice and both named; a second merge meanwhile is told', async () => {
    const [one, other, good] = await findingsOf(slotId);
    done(await mergeFindings({ projectId: p.id, id: other!.id, intoId: one!.id }));
    expect(refused(await mergeFindings({ projectId: p.id, id: other!.id, intoId: good!.id }))['']).toMatch('meanwhile');
    const [merged] = await findingsOf(slotId);
    expect([merged!.author, merged!.also]).toEqual(['chair', ['helper']]);
    const gone = { ...note(slotId, 'must', merged!.text), id: merged!.id, version: merged!.version, withdraw: true };
    expect(refused(await perform(recordRoomNote, gone))['']).toMatch('merged into');
    await asPerson(helper);
    expect(refused(await perform(recordRoomNote, { ...gone, withdraw: false }))['']).toMatch('whoever noted it');
  });

  test('a finding tied to a thing that is removed keeps what it was called, and says so', async () => {
    const [{ id: requirementId }] = await pool()<[{ id: string }]>`
      select id from requirement where project_id = ${p.id} and code = 'R-11'`;
    const id = await noted(slotId, 'should', 'Count the trays', {
      aboutKind: 'requirement',
      aboutId: requirementId,
      about: 'R-11 Trays',
    });
    await bySystem((tx) => tx`update requirement set state = 'withdrawn' where id = ${requirementId}`);
    expect((await findingsOf(slotId)).find((one) => one.id === id)).toMatchObject({
      about: 'R-11 Trays',
      aboutGone: true,
    });
    await bySystem((tx) => tx`update requirement set state = 'agreed' where id = ${requirementId}`);
    // Several runs are no one thing, so none of them is missed; and nobody of the team is named as who mends it.
    const about = { aboutKind: 'run', about: '3 runs of iteration 2', ownerId: p.studentOf('Marl') };
    const runs = await noted(slotId, 'note', 'Runs look even', about);
    expect((await findingsOf(slotId)).find((one) => one.id === runs)).toMatchObject({
      aboutGone: false,
      ownerId: null,
    });
  });

  test('an action needs somebody of the team and a meeting to come, and stands on Today when it is due', async () => {
    const [member] = await memberOf('Marl');
    const action = (more: object) =>
      perform(
        recordRoomNote,
        note(slotId, 'action', 'Measure the tilt', { ownerId: member!.id, dueOn: '2026-10-26', ...more }),
      );
    expect(refused(await action({ ownerId: p.studentOf('Flint') })).ownerId).toMatch('member of the team');
    expect(refused(await action({ dueOn: '2026-10-27' })).dueOn).toMatch('still to come');
    expect(refused(await action({ dueOn: '' })).dueOn).toMatch('class meeting');
    const { id } = done(await action({}));
    const load = async () => ({
      ...{ reviews: [], findings: [], sections: [], reports: [] },
      actions: await listReviewActions(pool(), p.id),
    });
    const lines = async () => reviewItems({ ...(await askedToday(p.id, p.instructorId)), ...(await load()) });
    const ours = async () =>
      (await lines()).find(({ teamId, label }) => teamId === p.teams.Marl && label === 'Actions');
    expect(await ours()).toMatchObject({ headline: '2 actions of a review due today' });
    done(await settleAction({ projectId: p.id, id, version: 1, done: true }));
    // What a verdict of an earlier review asks for is due as well, although no gate asks for that review.
    expect(await ours()).toMatchObject({ headline: '1 condition of a review due today' });
  });

  test('the verdict opens the gate that asks for the review, with its conditions, or keeps it shut', async () => {
    const standing = async () => {
      const judged = judgeGates(
        await listGates(pool(), p.id),
        await readFound(pool(), p.id),
        await readSafety(pool(), p.id),
        {
          today: NOW.slice(0, 10),
        },
      ).find((one) => one.gate.name === 'Ready for the day' && one.teamId === p.teams.Marl)!;
      const item = judged.items.find(({ kind }) => kind === 'review')!;
      return [item.met, item.says, judged.openConditions, judged.conditions.length];
    };
    const held = await review('Readiness for test', '2026-10-14');
    const { version } = await slotOf('Marl');
    const [member] = await memberOf('Marl');
    const conditions = [{ what: 'Measure the tilt', ownerId: member!.id, dueOn: '2026-10-28' }];
    const decide = (more: object) => decideReview({ projectId: p.id, slotId, version, verdict: 'conditions', ...more });
    expect(await standing()).toEqual([false, '“Mid-project review” is not held', 0, 0]);
    expect(refused(await decide({})).conditions).toMatch('at least one condition');
    expect(refused(await decide({ verdict: 'repeat' })).reason).toMatch('why');
    done(await decide({ conditions }));
    expect(await standing()).toEqual([true, '“Mid-project review” of 26 Oct: proceed with conditions, 1 open', 1, 1]);
    // Somebody else on the panel had the page open as well.
    expect(await decide({ verdict: 'proceed' })).toMatchObject({
      ok: false,
      conflict: { theirs: { verdict: 'conditions' } },
    });
    const [condition] = (await listReviewActions(pool(), p.id)).filter((one) => one.slotId === slotId && one.condition);
    done(await settleAction({ projectId: p.id, id: condition!.id, version: condition!.version, done: true }));
    expect((await standing())[1]).toMatch('all met');
    expect(refused(await freezePacket({ projectId: p.id, slotId: held.slots[0]!.id }))['']).toMatch(
      'stays as it was shown',
    );
    const now = await slotOf('Marl');
    done(await decideReview({ projectId: p.id, slotId, version: now.version, verdict: 'repeat', reason: 'The tilt' }));
    expect((await standing()).slice(0, 2)).toEqual([false, '“Mid-project review” of 26 Oct is to be repeated']);
    done(await withdrawVerdict({ projectId: p.id, slotId, version: (await slotOf('Marl')).version }));
    expect((await standing())[1]).toMatch('not held');
    await asPerson(helper);
    expect(await decide({ verdict: 'proceed' })).toMatchObject({ denied: true });
  });
});

describe('afterwards', () => {
  test('a team closes what is released, with its own evidence, and by somebody else than who mends it', async () => {
    const slot = await slotOf('Flint');
    const id = await noted(slot.id, 'must', 'Cord too short');
    const [one, other] = await memberOf('Flint');
    const close = async (more: object = {}) => {
      const [finding] = (await findingsOf(slot.id)).filter((all) => all.id === id);
      const evidence = `iteration:${p.iteration['Flint 3']!}`;
      return closeFinding({
        projectId: p.id,
        id,
        version: finding!.version,
        evidence,
        closedWith: 'A longer cord',
        ...more,
      });
    };
    await asPerson(one!.id);
    expect(await close()).toMatchObject({ denied: true });
    await asPerson(p.instructorId);
    done(await releaseFindings({ projectId: p.id, slotId: slot.id, released: true }));
    await asPerson(one!.id);
    expect(refused(await close())['']).toMatch('Name who mends it');
    const named = { projectId: p.id, id, version: 1, ownerId: p.studentOf('Tuff') };
    expect(refused(await nameOwner(named)).ownerId).toMatch('member');
    done(await nameOwner({ ...named, ownerId: one!.id }));
    expect(refused(await close())['']).toMatch('Somebody else');
    await asPerson(other!.id);
    expect(refused(await close({ evidence: `iteration:${p.iteration['Tuff 3']!}` })).evidence).toMatch('of this team');
    expect(refused(await close({ evidence: 'iteration:x' })).evidence).toMatch('of this team');
    done(await close());
    expect(refused(await close())['']).toMatch('meanwhile');
    expect(await reopenFinding({ projectId: p.id, id, version: 3 })).toMatchObject({ denied: true });
    await asPerson(p.instructorId);
    done(await reopenFinding({ projectId: p.id, id, version: 3 }));
    const [rule] = await pool()<
      { id: string; version: number }[]
    >`select id, version from review_rule where project_id = ${p.id}`;
    done(await saveReviewRule({ projectId: p.id, ...rule, closer: 'instructor' }));
    await asPerson(other!.id);
    expect(refused(await close())['']).toMatch('Your instructor');
    await asPerson(p.instructorId);
    done(await close({ evidence: 'reason', closedWith: 'It is long enough, see the drawing' }));
  });

  test('peers review whom they are asked to; nobody is named who did not sign; what was taken up is known', async () => {
    const found = await review('Mid-project review');
    const target = found.slots.find(({ peerId }) => peerId === p.teams.Flint)!;
    const team = Object.entries(p.teams).find(([, id]) => id === target.teamId)![0];
    const [own] = await memberOf(team);
    const peer = {
      clear: 'The idea',
      breaksFirst: 'The knot',
      suggestion: 'Use a bolt',
      about: 'R-08 Repaired',
      signed: false,
    };
    const send = (slotId: string, more: object = {}) =>
      perform(recordPeerReview, { projectId: p.id, id: randomUUID(), version: null, slotId, ...peer, ...more });
    await asPerson(p.studentOf('Flint'));
    done(await send(target.id));
    expect(await send((await slotOf('Flint')).id)).toMatchObject({ denied: true }); // the own team
    expect(
      await send(found.slots.find(({ id, peerId }) => id !== target.id && peerId !== p.teams.Flint)!.id),
    ).toMatchObject({ denied: true });
    expect(await send(target.id)).toMatchObject({ ok: false, conflict: { theirs: { suggestion: 'Use a bolt' } } });
    const seatOf = async (id: string) =>
      (await findSeat(pool(), { kind: 'student', id, name: '', login: '', sessionId: '', groupId: null }, p.id))!;
    const readBy = async (id: string) =>
      (await listPeerReviews(pool(), await seatOf(id), await reviews())).filter(({ slotId }) => slotId === target.id);
    expect(await readBy(own!.id)).toEqual([]);
    await asPerson(p.instructorId);
    done(await releasePeers({ projectId: p.id, id: found.id, released: true }));
    const [seen] = await readBy(own!.id);
    expect(seen).toMatchObject({ suggestion: 'Use a bolt', author: null, authorId: null });
    await asPerson(p.studentOf('Flint'));
    const changed = await send(target.id, { version: 1 });
    expect(refused(changed)['']).toMatch('released');
    await asPerson(own!.id);
    done(
      await takeUp({
        projectId: p.id,
        id: seen!.id,
        version: seen!.version,
        takenUpWith: 'A bolt and a washer',
        iterationId: null,
      }),
    );
    await asPerson(p.instructorId);
    const lead = (await findSeat(
      pool(),
      { kind: 'instructor', id: p.instructorId, name: '', login: '', sessionId: '', groupId: null },
      p.id,
    ))!;
    const all = await listPeerReviews(pool(), lead, await reviews());
    expect(usefulness(all).find(({ id }) => id === p.studentOf('Flint'))).toMatchObject({ takenUp: 1 });
  });

  test('the client ticks wishes of an unveiling, says how it holds, and nothing of reviews without the client', async () => {
    const slot = await slotOf('Flint', 'Unveiling to the client');
    const outcomes = async () => (await listOutcomes(pool(), p.id)).filter(({ teamId }) => teamId === p.teams.Flint);
    const [wish] = await outcomes();
    await asLink(p.id, { purpose: 'client', label: 'The society' });
    const tick = (more: object = {}) =>
      perform(recordClientOutcome, {
        projectId: p.id,
        id: wish!.id,
        version: wish!.version,
        agrees: 'yes',
        comment: 'Yes',
        ...more,
      });
    done(await tick());
    expect(await tick({ agrees: 'no' })).toMatchObject({ ok: false, conflict: { theirs: { agrees: 'yes' } } });
    done(
      await perform(recordOpinion, {
        projectId: p.id,
        id: randomUUID(),
        version: null,
        slotId: slot.id,
        pleases: 'Light',
        displeases: '',
        chosen: true,
      }),
    );
    expect(
      refused(await perform(recordOpinion, { projectId: p.id, id: randomUUID(), version: null, slotId: slot.id }))
        .pleases,
    ).toMatch('Say what');
    const held = (await review('Readiness for test', '2026-10-14')).slots[0]!;
    expect(
      refused(
        await perform(recordOpinion, {
          projectId: p.id,
          id: randomUUID(),
          version: null,
          slotId: held.id,
          pleases: 'x',
        }),
      )[''],
    ).toMatch('panel');
    const used = {
      projectId: p.id,
      id: randomUUID(),
      slotId: slot.id,
      holds: 'problems',
      says: 'The cord wears',
      broke: 'the cord',
    };
    done(await perform(recordUse, used));
    done(await perform(recordUse, used));
    expect((await listUseReports(pool(), p.id)).map(({ holds, broke }) => [holds, broke])).toEqual([
      ['problems', 'the cord'],
    ]);
    // What the client said was said of what stood there: a change by the team asks anew.
    await asPerson(p.studentOf('Flint'));
    const [now] = await outcomes();
    expect(now).toMatchObject({ agrees: true, client: 'The society' });
    const outcome = {
      projectId: p.id,
      id: now!.id,
      version: now!.version,
      teamId: p.teams.Flint!,
      statementId: now!.statementId,
    };
    expect(refused(await saveOutcome({ ...outcome, state: 'not met', how: '', reason: '' })).reason).toMatch('why');
    done(await saveOutcome({ ...outcome, state: 'otherwise', how: 'In two parts', reason: 'Too heavy in one' }));
    expect((await outcomes())[0]).toMatchObject({ agrees: null, comment: '', state: 'otherwise' });
  });
});
