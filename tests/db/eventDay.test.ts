import { randomUUID } from 'node:crypto';
import { GET as contestsCsv } from '@/app/projects/[project]/export/contests.csv/route';
import { GET as resultsRoute } from '@/app/results/[token]/route';
import { pool } from '@/db/connection';
import { listTeams } from '@/areas/course/read/classes';
import { loadAwards } from '@/areas/standings/read/awards/winners';
import { countVotes, listAwards } from '@/areas/standings/read/awards';
import { loadNotes } from '@/areas/event/read/contests/announce';
import { doubled, loadDay } from '@/areas/event/read/contests/day';
import { entriesOf, listContests, listProtests } from '@/areas/event/read/contests';
import { stopNow } from '@/areas/safety/read/stops';
import { asDesk } from '@/areas/event/shared/contests/stand';
import { contestsToday } from '@/areas/event/read/contests/today';
import { standAt } from '@/core/desk';
import { deviceOf, readInspections } from '@/areas/event/read/inspections';
import { listSessions } from '@/areas/bench/read/sessions';
import { castVote } from '@/areas/standings/write/awards/commands';
import { endShownResults, saveAward, savePrediction, showResults } from '@/areas/standings/write/awards/actions';
import { newAward } from '@/areas/standings/read/awards/toForm';
import {
  openContest,
  raiseProtest,
  removeContest,
  reopenContest,
  ruleProtest,
  saveContest,
} from '@/areas/event/write/contests/actions';
import { enterAtDesk, enterAtDeskByLink } from '@/areas/event/write/contests/commands';
import { contestForm, newContest } from '@/areas/event/read/contests/toForm';
import { addUsualChecks, removeInspectionCheck, saveInspectionCheck } from '@/areas/event/write/inspections/actions';
import { inspect, inspectByLink } from '@/areas/event/write/inspections/commands';
import { NEW_CHECK } from '@/areas/event/read/inspections/toForm';
import { beginSession, markRun } from '@/areas/bench/write/sessions';
import { perform } from '@/server/perform';
import {
  asLink,
  askedToday,
  asPerson,
  asVisitor,
  bySystem,
  demoProject,
  done,
  ownDatabase,
  refused,
  type DemoProject,
} from './database';

ownDatabase();
let p: DemoProject;
beforeAll(async () => {
  p = await demoProject('day');
});
beforeEach(() => asPerson(p.instructorId));

const SEVEN = ['Basalt', 'Flint', 'Gneiss', 'Marl', 'Schist', 'Slate', 'Tuff'] as const;
const fresh = { id: null, version: null };
const contestNamed = async (name: string) => (await listContests(pool(), p.id)).find((one) => one.name === name)!;

/** A contest of the named teams, planned and opened. */
async function opened(name: string, more: object = {}, teams: readonly string[] = SEVEN): Promise<string> {
  const values = { ...newContest('2026-10-26', 9), name, format: 'double', rings: '2', ...more };
  const input = { ...values, teams: teams.map((one) => ({ id: p.teams[one] })) };
  const { id } = done(await saveContest({ projectId: p.id, ...fresh, ...input }));
  done(await openContest({ projectId: p.id, id, seed: '' }));
  return id;
}
const desk = (contestId: string | null, does: string, more: object = {}, command = enterAtDesk) =>
  perform(command, { projectId: p.id, id: randomUUID(), contestId, does, ...more });
const sides = (a: string, b: string) => ({ a: p.teams[a], b: p.teams[b] });
const won = (match: string, a: string, b: string, winner: string) => ({
  match,
  ...sides(a, b),
  winner: p.teams[winner],
});
const stand = async (id: string) => {
  const contest = (await listContests(pool(), p.id)).find((one) => one.id === id)!;
  return standAt(asDesk(contest), await entriesOf(pool(), id));
};
const matchOf = async (id: string, match: string) => (await stand(id)).played.matches.find((one) => one.id === match)!;

describe('a contest', () => {
  test('is planned, opened once for a frozen list, and kept as it was drawn', async () => {
    const values = { ...newContest('2026-10-26', 5), name: 'Swiss', format: 'swiss', rounds: '9' };
    const three = ['Basalt', 'Flint', 'Gneiss'].map((one) => ({ id: p.teams[one] }));
    const save = (more: object) => saveContest({ projectId: p.id, ...fresh, ...values, ...more });
    expect(refused(await save({ teams: three })).rounds).toMatch(/3 teams can play 1 to 3 rounds/);
    expect(refused(await save({ rounds: '', teams: [...three, three[0]] })).teams).toMatch(/twice/);
    expect(refused(await save({ rounds: '', teams: three, format: 'lanes' })).eventId).toMatch(/Choose the event/);
    const { id } = done(await save({ rounds: '', teams: three }));
    expect(refused(await desk(id, 'result', won('R1-1', 'Basalt', 'Flint', 'Flint')))['']).toMatch(/not open yet/);
    done(await openContest({ projectId: p.id, id, seed: '' }));
    expect(refused(await openContest({ projectId: p.id, id, seed: '' }))['']).toMatch(/opened it already/);
    const open = await contestNamed('Swiss');
    const again = { projectId: p.id, id, version: open.version, ...contestForm({ ...open }) };
    expect(refused(await saveContest({ ...again, format: 'knockout' })).format).toMatch(/stays as it was drawn/);
    done(await saveContest({ ...again, start: '11:00' }));
    expect(await contestNamed('Swiss')).toMatchObject({ start: '11:00', teams: three.map((one) => one.id) });
    done(await reopenContest({ projectId: p.id, id }));
    expect(refused(await reopenContest({ projectId: p.id, id }))['']).toMatch(/not open/);
    done(await removeContest({ projectId: p.id, id }));
  });

  test('is seeded by the places of an event, cut to the best, or drawn by a seed that is announced', async () => {
    const base = { ...newContest('2026-10-26', 6), format: 'knockout', teams: [] };
    const [event] = await pool()<
      [{ id: string }]
    >`select id from event where project_id = ${p.id} and name = 'Crossing time'`;
    const seeded = { ...base, name: 'By time', seeding: 'event', eventId: event.id, takes: '4' };
    const { id } = done(await saveContest({ projectId: p.id, ...fresh, ...seeded }));
    done(await openContest({ projectId: p.id, id, seed: '' }));
    const names = async (name: string) => {
      const teams = await listTeams(pool(), p.id);
      return (await contestNamed(name)).teams.map((one) => teams.find((team) => team.id === one)!.name);
    };
    const day = await loadDay(
      pool(),
      { id: p.id, pinnedNow: '2026-10-26T10:02', timeZone: 'UTC' },
      Date.parse('2026-10-26T10:02Z'),
    );
    const { results } = (await loadAwardsOf())!;
    const best = [...results]
      .filter(({ place }) => place !== null)
      .sort((a, b) => a.place! - b.place!)
      .slice(0, 4);
    expect((await contestNamed('By time')).teams.slice(0, 2)).toEqual(best.slice(0, 2).map(({ teamId }) => teamId));
    expect(day.contests.find(({ contest }) => contest.id === id)).toMatchObject({ count: [4, 4], fits: true });
    const drawn = done(await saveContest({ projectId: p.id, ...fresh, ...base, name: 'Drawn', seeding: 'drawn' }));
    expect(refused(await openContest({ projectId: p.id, id: drawn.id, seed: '' })).seed).toMatch(/two people call/);
    done(await openContest({ projectId: p.id, id: drawn.id, seed: '4711' }));
    expect(await names('Drawn')).toHaveLength(8);
    expect(await contestNamed('Drawn')).toMatchObject({ seed: '4711' });
  });

  test('says what is needed twice at the same time', async () => {
    const day = await loadDay(
      pool(),
      { id: p.id, pinnedNow: null, timeZone: 'UTC' },
      Date.parse('2026-10-26T10:02:00Z'),
    );
    const duel = day.contests.filter(({ contest }) => contest.name === 'Twin-line duel');
    expect(doubled(duel, day.elsewhere)).toMatchObject([
      {
        one: 'Twin-line duel',
        other: 'Test session: Heavy haul',
        teams: expect.arrayContaining([p.teams.Flint]) as string[],
      },
    ]);
  });
});

async function loadAwardsOf() {
  const { loadEventResults } = await import('@/areas/event/read/results');
  return (await loadEventResults(pool(), p.id)).find(({ event }) => event.name === 'Crossing time');
}

describe('the desk', () => {
  test('keeps each entry once, whoever is quicker; two who differ are shown, one is chosen', async () => {
    const id = await opened('Two desks');
    const first = {
      projectId: p.id,
      id: randomUUID(),
      contestId: id,
      does: 'result',
      ...won('W1-2', 'Marl', 'Schist', 'Marl'),
    };
    const other = { ...first, id: randomUUID(), winner: p.teams.Schist };
    const both = await Promise.all([perform(enterAtDesk, first), perform(enterAtDesk, other)]);
    expect(both.map((one) => done(one).state).sort()).toEqual(['clash', 'counts']);
    const [again] = [await perform(enterAtDesk, first)];
    expect(done(again).state).toBe(done(both[0]!).state);
    const entries = await entriesOf(pool(), id);
    expect(entries.map(({ number }) => number)).toEqual([1, 2]);
    const clash = (await stand(id)).clashes[0]!;
    expect(clash.entries).toHaveLength(2);
    const loser = clash.entries.find(({ state }) => state === 'clash')!;
    done(await desk(id, 'choose', { of: loser.id, reason: 'seen on the picture' }));
    expect(await matchOf(id, 'W1-2')).toMatchObject({ state: 'done', winner: loser.team });
    expect(refused(await desk(id, 'choose', { of: loser.id }))['']).toMatch(/decided meanwhile/);
    expect((await entriesOf(pool(), id)).map(({ state }) => state)).toEqual(['counts', 'aside', 'counts']);
    expect(refused(await removeContest({ projectId: p.id, id }))['']).toMatch(/stays as a record/);
  });

  test('takes what comes early, corrects with a reason what it has seen, and a team withdraws in the middle of a match', async () => {
    const id = await opened('Out of turn');
    // Basalt, the first seed of seven, has a bye.
    expect(done(await desk(id, 'result', won('W2-2', 'Flint', 'Gneiss', 'Flint'))).state).toBe('early');
    done(await desk(id, 'result', won('W1-3', 'Flint', 'Tuff', 'Flint')));
    done(await desk(id, 'result', won('W1-4', 'Gneiss', 'Slate', 'Gneiss')));
    expect(await matchOf(id, 'W2-2')).toMatchObject({ state: 'done', winner: p.teams.Flint });
    const wrong = won('W1-4', 'Gneiss', 'Slate', 'Slate');
    expect(refused(await desk(id, 'correction', { ...wrong, seen: 99 })).reason).toMatch(/Say why/);
    expect(refused(await desk(id, 'correction', { ...wrong, reason: 'misread', seen: 2 }))['']).toMatch(
      /entered meanwhile/,
    );
    done(await desk(id, 'correction', { ...wrong, reason: 'misread', seen: 99 }));
    expect(await matchOf(id, 'W2-2')).toMatchObject({ state: 'ready', b: p.teams.Slate });
    done(await desk(id, 'call', { match: 'W2-2', ring: 1, ...sides('Flint', 'Slate') }));
    done(await desk(id, 'start', { match: 'W2-2', ring: 1, ...sides('Flint', 'Slate') }));
    done(await desk(id, 'withdrawal', { winner: p.teams.Slate, reason: 'axle broke' }));
    expect(await matchOf(id, 'W2-2')).toMatchObject({ walkover: true, winner: p.teams.Flint });
    expect((await stand(id)).called).toEqual([]);
    expect(refused(await desk(id, 'result', won('W9-9', 'Flint', 'Slate', 'Flint')))['']).toBe(
      'There is no match W9-9.',
    );
    expect(refused(await desk(id, 'result', won('W1-3', 'Flint', 'Tuff', 'Marl')))['']).toBe('Marl is not in W1-3.');
  });

  test('asks for a second official where the contest wants one, and nobody confirms their own', async () => {
    const id = await opened('Strict', { confirmed: true });
    const { id: entry } = done(await desk(id, 'result', won('W1-2', 'Marl', 'Schist', 'Marl')));
    expect(await matchOf(id, 'W1-2')).toMatchObject({ state: 'ready' });
    expect(refused(await desk(id, 'confirm', { of: entry }))['']).toMatch(/Somebody else confirms/);
    await asLink(p.id, { purpose: 'official', label: 'Second table' });
    done(await desk(id, 'confirm', { of: entry }, enterAtDeskByLink));
    expect(await matchOf(id, 'W1-2')).toMatchObject({ state: 'done', winner: p.teams.Marl });
    expect((await entriesOf(pool(), id))[0]).toMatchObject({ confirmedBy: 'Second table' });
  });

  test('opens to officials alone: not to a student, not for the own team, not by a link of another event', async () => {
    const id = await opened('Who enters');
    const entry = won('W1-2', 'Marl', 'Schist', 'Marl');
    await asPerson(p.studentOf('Flint'));
    expect(await desk(id, 'result', entry)).toMatchObject({ ok: false, denied: true });
    const [official] = await pool()<{ accountId: string; teamId: string }[]>`
      select o.account_id, m.team_id from official o join team_member m on m.account_id = o.account_id where o.project_id = ${p.id}`;
    await asPerson(official!.accountId);
    const own = (await listTeams(pool(), p.id)).find((team) => team.id === official!.teamId)!.name;
    const other = SEVEN.find((name) => name !== own)!;
    expect(refused(await desk(id, 'result', won('W1-2', own, other, own)))['']).toMatch(/your own team/);
    done(await desk(id, 'call', { match: 'W1-2', ring: 1, ...sides('Marl', 'Schist') }));
    // Nor do they decide or confirm it.
    await asPerson(p.instructorId);
    const strict = await opened('Own match', { confirmed: true, format: 'knockout' }, [own, other]);
    const { id: waits } = done(await desk(strict, 'result', won('W1-1', own, other, own)));
    await asPerson(official!.accountId);
    expect(refused(await desk(strict, 'confirm', { of: waits }))['']).toMatch(/your own team/);
    const [event] = await pool()<
      [{ id: string }]
    >`select id from event where project_id = ${p.id} and name = 'Heavy haul'`;
    await asLink(p.id, { purpose: 'official', label: 'Haul only', eventId: event.id });
    expect(await desk(id, 'result', entry, enterAtDeskByLink)).toMatchObject({ ok: false, denied: true });
    asVisitor();
    expect(await desk(id, 'result', entry)).toMatchObject({ ok: false, signedOut: true });
    const elsewhere = await demoProject('elsewhere');
    await asPerson(elsewhere.instructorId);
    const foreign = { projectId: elsewhere.id, id: randomUUID(), contestId: id, does: 'result', ...entry };
    expect(await perform(enterAtDesk, foreign)).toMatchObject({ ok: false, denied: true });
  });

  test('a call to stop holds every start, of matches, sessions and machines, until somebody says what was done', async () => {
    const id = await opened('Stopped');
    done(await desk(null, 'stop', { reason: 'somebody stands too close' }));
    done(await desk(null, 'stop', { reason: 'again' }));
    const match = { match: 'W1-2', ring: 1, ...sides('Marl', 'Schist') };
    done(await desk(id, 'call', match));
    expect(refused(await desk(id, 'start', match))['']).toMatch(
      /^Held: .* called to stop \(somebody stands too close\)/,
    );
    const session = (await listSessions(pool(), p.id)).find(({ day }) => day === '2026-10-26')!;
    done(await beginSession({ projectId: p.id, id: session.id }));
    const run = { projectId: p.id, sessionId: session.id, teamId: p.teams.Marl, attempt: 1 };
    expect(refused(await markRun({ ...run, does: 'start' }))['']).toMatch(/called to stop/);
    // What took place without a line is kept, and marked.
    const late = { id: randomUUID(), by: p.instructorId, age: 60_000 };
    const begun = { projectId: p.id, id: randomUUID(), contestId: id, does: 'start', ...match };
    const outcome = await perform(enterAtDesk, begun, late);
    done(outcome);
    const lines = await contestsToday.lines(pool(), await askedToday(p.id, p.instructorId));
    expect(lines[0]).toMatchObject({ headline: 'The day is stopped', urgency: 99 });
    expect(refused(await desk(null, 'lift')).reason).toMatch(/what was done/);
    done(await desk(null, 'lift', { reason: 'the area is clear' }));
    expect(await stopNow(pool(), p.id)).toBeNull();
    expect(refused(await markRun({ ...run, does: 'start' }))['']).not.toMatch(/called to stop/);
    done(await desk(id, 'result', won('W1-2', 'Marl', 'Schist', 'Marl')));
  });

  test('an entry is marked when its team was not cleared, and a protest is ruled on where everybody reads it', async () => {
    const id = await opened('Protested', {}, ['Chert', 'Flint', 'Gneiss', 'Schist']);
    const begun = await desk(id, 'start', { match: 'W1-1', ring: 1, ...sides('Chert', 'Schist') });
    done(begun);
    expect(begun).toMatchObject({ notes: [expect.stringMatching(/Chert: it has not been inspected/)] });
    done(await desk(id, 'result', won('W1-1', 'Chert', 'Schist', 'Schist')));
    const protest = { projectId: p.id, contestId: id, match: 'W1-1', teamId: p.teams.Chert!, what: 'The line sagged.' };
    expect(refused(await raiseProtest({ ...protest, match: 'W1-2' })).match).toMatch(/does not play in that match/);
    await asPerson(p.studentOf('Flint'));
    expect(await raiseProtest(protest)).toMatchObject({ ok: false, denied: true });
    await asPerson(p.studentOf('Chert'));
    done(await raiseProtest(protest));
    await bySystem(
      (tx) => tx`update desk_entry set made_at = made_at - interval '11 minutes' where contest_id = ${id}`,
    );
    expect(refused(await raiseProtest(protest))['']).toMatch(/within 10 min/);
    const open = (await listProtests(pool(), p.id)).find(({ contestId }) => contestId === id)!;
    const ruling = { projectId: p.id, id: open.id, upheld: 'no', ruling: 'Measured: 31 mm and 33 mm.' };
    expect(await ruleProtest(ruling)).toMatchObject({ ok: false, denied: true });
    await asPerson(p.instructorId);
    done(await ruleProtest(ruling));
    expect((await ruleProtest(ruling)).ok).toBe(false);
  });
});

describe('the entry inspection', () => {
  const look = (team: string, check: string, more: object, command = inspect) =>
    perform(command, {
      projectId: p.id,
      id: randomUUID(),
      does: 'look',
      teamId: p.teams[team],
      checkId: check,
      ...more,
    });
  const checks = async () => (await readInspections(pool(), p.id)).checks;
  const idOf = async (name: string) => (await checks()).find((one) => one.name === name)!.id;

  test('decides as read; too close to the limit the inspector may decide otherwise with a reason, clearly beyond it nobody', async () => {
    const mass = await idOf('Carrier mass');
    expect(refused(await look('Chert', mass, { value: '', decision: 'passes' })).value).toMatch(
      /Enter what was measured/,
    );
    expect(refused(await look('Chert', mass, { value: '910', decision: 'passes' })).decision).toMatch(/fails clearly/);
    expect(refused(await look('Chert', mass, { value: '850', decision: 'fails' })).decision).toMatch(/passes clearly/);
    expect(refused(await look('Chert', mass, { value: '902', decision: 'passes' })).reason).toMatch(/says otherwise/);
    done(await look('Chert', mass, { value: '902', decision: 'fails' }));
    expect(deviceOf(await readInspections(pool(), p.id), p.teams.Chert!)).toMatchObject({
      state: 'fails',
      mayStart: false,
    });
    done(await look('Chert', mass, { value: '902', decision: 'passes', reason: 'no finer scale at hand' }));
    expect(refused(await look('Chert', mass, { decision: 'waived' })).reason).toMatch(/waiver needs its reason/);
    const seal = { projectId: p.id, id: randomUUID(), does: 'seal', teamId: p.teams.Chert, signedBy: 'A member' };
    expect(refused(await perform(inspect, seal))['']).toMatch(/7 points are not passed yet/);
    for (const one of await checks()) {
      if (one.id === mass) continue;
      const answer = one.limit!.kind === 'yes' ? { answer: true } : { decision: 'waived', reason: 'shown by hand' };
      done(await look('Chert', one.id, answer));
    }
    expect(refused(await perform(inspect, { ...seal, signedBy: '' })).signedBy).toMatch(/who signs/);
    done(await perform(inspect, seal));
    done(await perform(inspect, seal));
    expect(deviceOf(await readInspections(pool(), p.id), p.teams.Chert!)).toMatchObject({
      state: 'sealed',
      mayStart: true,
    });
    const repair = { projectId: p.id, id: randomUUID(), does: 'repair', teamId: p.teams.Chert };
    expect(refused(await perform(inspect, repair)).what).toMatch(/what was done/);
    done(await perform(inspect, { ...repair, what: 'new hanger', touched: ['mass'] }));
    const mended = deviceOf(await readInspections(pool(), p.id), p.teams.Chert!);
    expect(mended).toMatchObject({ mayStart: false, left: 1 });
    expect(mended.points.find(({ check }) => check === mass)).toMatchObject({ state: 'again' });
  });

  test('is done by whoever leads, officials and links, never of the own team; points used stay', async () => {
    const mass = await idOf('Carrier mass');
    await asPerson(p.studentOf('Flint'));
    expect(await look('Marl', mass, { value: '850' })).toMatchObject({ ok: false, denied: true });
    await asLink(p.id, { purpose: 'official', label: 'Inspection table' });
    done(await look('Marl', mass, { value: '850' }, inspectByLink));
    await asPerson(p.instructorId);
    expect(refused(await removeInspectionCheck({ projectId: p.id, id: mass, version: 1 }))['']).toMatch(
      /stays as a record/,
    );
    const save = (more: object) =>
      saveInspectionCheck({ projectId: p.id, ...fresh, ...NEW_CHECK, position: '9', name: 'Bumper', ...more });
    expect(refused(await save({})).value).toMatch(/Enter the limit/);
    expect(refused(await save({ value: '3' })).unit).toMatch(/needs its unit/);
    expect(refused(await save({ value: '3', unit: 'bananas' })).unit).toMatch(/not a unit/);
    expect(refused(await save({ limit: 'range', value: '5', high: '3', unit: 'mm' })).high).toMatch(/lies above/);
    done(await save({ value: '3', unit: 'mm' }));
    const usual = await addUsualChecks({ projectId: p.id });
    done(usual);
    expect(refused(await addUsualChecks({ projectId: p.id }))['']).toMatch(/there already/);
  });
});

describe('afterwards', () => {
  const award = (name: string) => loadAll().then((all) => all.find((one) => one.award.name === name)!);
  const loadAll = async () => {
    const [project] = await pool()<
      never[]
    >`select *, id, pinned_now, time_zone, normalise_weights from project where id = ${p.id}`;
    const day = await loadDay(pool(), project!, Date.parse('2026-10-26T10:02:00Z'));
    return loadAwards(pool(), project!, day.contests);
  };

  test('awards are found by their rule, with the reason, or say what is missing', async () => {
    expect((await award('First place')).winners).toHaveLength(1);
    expect(await award('Winner of the twin-line duel')).toMatchObject({
      winners: [],
      lacks: 'Twin-line duel is not over yet',
    });
    const { results } = (await loadAwardsOf())!;
    const said: Record<string, number> = { Flint: 7.5, Basalt: 8.2, Schist: 7.8, Tuff: 7.6 };
    // Whose prediction was closest, once more by hand.
    const off = results.flatMap(({ teamId, counted }) => {
      const name = Object.keys(p.teams).find((one) => p.teams[one] === teamId)!;
      return said[name] && counted ? [{ teamId, off: Math.abs(said[name] - counted) / counted }] : [];
    });
    const closest = off.reduce((a, b) => (b.off < a.off ? b : a));
    expect((await award('Closest prediction')).winners).toMatchObject([{ teamId: closest.teamId }]);
    expect((await award('Best improvement')).winners[0]!.because).toMatch(/^from .* s to .* s, \d+ % better$/);
    const save = (more: object) => saveAward({ projectId: p.id, ...fresh, ...newAward(9), name: 'Fair play', ...more });
    expect(refused(await save({ of: 'contest' })).contestId).toMatch(/Choose the contest/);
    expect(refused(await save({ of: 'hand', teamId: p.teams.Marl })).why).toMatch(/Say why/);
    done(await save({ of: 'hand', teamId: p.teams.Marl, why: 'lent their spare axle' }));
    expect((await award('Fair play')).winners).toEqual([{ teamId: p.teams.Marl, because: 'lent their spare axle' }]);
    expect(refused(await save({ of: 'hand', teamId: p.teams.Marl, why: 'again' })).name).toMatch(/exists already/);
  });

  test('a prediction stands once the first attempt is recorded, and is the team’s own', async () => {
    const [event] = await pool()<
      [{ id: string }]
    >`select id from event where project_id = ${p.id} and name = 'Crossing time'`;
    const say = (team: string) =>
      savePrediction({ projectId: p.id, ...fresh, eventId: event.id, teamId: p.teams[team], value: '8 s' });
    expect(refused(await say('Gneiss')).value).toMatch(/first attempt is recorded/);
    await asPerson(p.studentOf('Flint'));
    expect(await say('Marl')).toMatchObject({ ok: false, denied: true });
  });

  test('one vote a device, which can be changed; only a link of the audience votes', async () => {
    await asLink(p.id, { purpose: 'audience', label: 'Everybody' });
    const vote = (team: string) => perform(castVote, { projectId: p.id, voteFor: p.teams[team] });
    done(await vote('Marl'));
    const second = await vote('Flint');
    done(second);
    expect(second).toMatchObject({ notes: [expect.stringMatching(/one vote a device/)] });
    expect([...(await countVotes(pool(), p.id))]).toEqual([[p.teams.Flint, 1]]);
    await asPerson(p.instructorId);
    expect(await vote('Marl')).toMatchObject({ ok: false });
    expect((await award('Award of the audience')).winners).toEqual([
      { teamId: p.teams.Flint, because: '1 vote from the audience' },
    ]);
  });

  test('shown results are frozen, escaped, without people, may stand in a frame, and end', async () => {
    await bySystem((tx) => tx`update team set name = '<Marl & Co>' where id = ${p.teams.Marl!}`);
    const { address } = done(await showResults({ projectId: p.id }));
    await bySystem((tx) => tx`update team set name = 'Marl' where id = ${p.teams.Marl!}`);
    const open = async () =>
      resultsRoute(new Request('http://h.test/'), { params: Promise.resolve({ token: address.split('/').at(-1)! }) });
    const page = await open();
    expect(page.headers.get('content-security-policy')).toContain('frame-ancestors *');
    expect(page.headers.get('content-security-policy')).not.toContain('script-src');
    const html = await page.text();
    expect(html).toContain('&lt;Marl &amp; Co&gt;');
    expect(html).not.toMatch(/<script/i);
    const people = await pool()<{ name: string }[]>`
      select name from account a join enrolment e on e.account_id = a.id where e.project_id = ${p.id}`;
    expect(people.length).toBeGreaterThan(10);
    expect(people.filter(({ name }) => html.includes(name))).toEqual([]);
    const [{ id }] = await pool()<[{ id: string }]>`select id from shown_results where project_id = ${p.id}`;
    done(await endShownResults({ projectId: p.id, id }));
    expect((await open()).status).toBe(404);
  });

  test('the results sheet has every contest, and the announcer something true to say', async () => {
    const file = await contestsCsv(new Request('http://h.test'), { params: Promise.resolve({ project: p.id }) });
    const text = await file.text();
    expect(text).toContain('Twin-line duel');
    expect(text).toMatch(/award: Fair play/);
    const notes = await loadNotes(pool(), p.id);
    expect(notes.get(p.teams.Tuff!)!.join('; ')).toMatch(/5th version/);
    expect((await listAwards(pool(), p.id)).length).toBeGreaterThan(5);
  });
});
