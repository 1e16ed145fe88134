import { randomUUID } from 'node:crypto';
import Papa from 'papaparse';
import { GET as gradesCsv } from '@/app/projects/[project]/export/grades.csv/route';
import { pool } from '@/db/connection';
import { listTeamChanges } from '@/areas/grades/read/contribution';
import { loadRubricResults } from '@/areas/grades/read/rubricResults';
import { factorsOf, listPeerRatings, listPeerRounds, warningWords } from '@/areas/grades/read/peers';
import { listRubrics, listScores } from '@/areas/grades/read/rubrics';
import { listMarks, listOwnReleasedGrades } from '@/areas/grades/read/scheme';
import { loadGradeSheet } from '@/areas/grades/read/sheet';
import { gradesToday } from '@/areas/grades/read/today';
import { listStudents, listTeams } from '@/areas/course/read/classes';
import { writeBundle } from '@/shell/bundle/write';
import { createLink } from '@/areas/course/write/links/actions';
import { aboutPerson } from '@/shell/data/about';
import { erasePeople } from '@/areas/course/read/people/erase';
import {
  addUsualRubric,
  normaliseWeights,
  planPanel,
  removeRubric,
  saveAnchor,
  saveRubric,
} from '@/areas/grades/write/actions';
import { recordOwnScores, recordPeers, recordScores } from '@/areas/grades/write/commands';
import {
  importMarks,
  releaseGrades,
  saveCountedTeam,
  saveFormerResults,
  saveGradeComponent,
  saveMark,
  savePeerRound,
  saveScheme,
  saveSchoolSystem,
} from '@/areas/grades/write/sheetActions';
import { componentForm, rubricForm, schemeForm } from '@/areas/grades/read/toForm';
import { listGradeComponents, findScheme } from '@/areas/grades/read/scheme';
import { perform } from '@/server/perform';
import {
  asLink,
  askedToday,
  asPerson,
  asVisitor,
  bySystem,
  LINK_ENDS,
  demoProject,
  done,
  ownDatabase,
  refused,
  type DemoProject,
} from './database';

ownDatabase();
let p: DemoProject;
beforeAll(async () => {
  p = await demoProject('graded');
});
beforeEach(() => asPerson(p.instructorId));

const rubric = async (name: string) => (await listRubrics(pool(), p.id)).find((one) => one.name === name)!;
const result = async (name: string, team: string) =>
  (await loadRubricResults(pool(), p.id))
    .find((one) => one.rubric.name === name)!
    .results.find((one) => one.team === p.teams[team])!;
const component = async (name: string) => (await listGradeComponents(pool(), p.id)).find((one) => one.name === name)!;
const sheetRow = async (accountId: string) =>
  (await loadGradeSheet(pool(), p.id)).students.find((one) => one.member.accountId === accountId)!;
const fresh = { id: null, version: null };

describe('rubrics', () => {
  test('what was scored stays with its edition; a name alone starts none', async () => {
    const before = await rubric('Build quality');
    const flint = await result('Build quality', 'Flint');
    const form = rubricForm(before);
    const save = (more: object) =>
      saveRubric({ projectId: p.id, id: before.id, version: before.version, ...form, ...more });
    done(await save({ name: 'Build' }));
    expect((await rubric('Build')).edition).toBe(1);
    const { version } = await rubric('Build');
    const [first, ...rest] = form.criteria;
    const levels = first!.levels.map((one, i) => (i === 3 ? { ...one, points: '6' } : one));
    done(await save({ name: 'Build quality', version, criteria: [{ ...first!, levels }, ...rest] }));
    const after = await rubric('Build quality');
    expect([after.edition, after.criteria.length, after.allCriteria.length]).toEqual([2, 3, 6]);
    expect(after.criteria[0]).toMatchObject({ max: 6, weight: 6 });
    const now = await result('Build quality', 'Flint');
    // The same share of what the rubric gives: 12 before, 14 now.
    expect(now.raw! / 14).toBeCloseTo(flint.raw! / 12, 9);
    expect(now.formerEdition).toBe(1);
    expect(refused(await save({ name: 'Other', version }))).toBeDefined();
  });

  test('a criterion without levels or points, levels that go down, and what the program can’t count are told at their place', async () => {
    const one = {
      name: 'Finish',
      scorer: 'judges',
      measure: '',
      weight: '',
      max: '',
      evidence: '',
      anchors: '',
      levels: [] as object[],
    };
    const save = (more: object) =>
      saveRubric({
        projectId: p.id,
        ...fresh,
        name: 'Odd',
        about: '',
        position: '9',
        halfLevels: false,
        school: 'mean',
        criteria: [{ ...one, ...more }],
      });
    expect(refused(await save({}))['criteria.0.max']).toMatch(/levels, or the most points/);
    const level = (points: string, more: object = {}) => ({ name: '', points, text: 'x', atLeast: '', ...more });
    expect(refused(await save({ levels: [level('2'), level('1')] }))['criteria.0.name']).toMatch(/go up/);
    expect(refused(await save({ scorer: 'program', levels: [level('0'), level('1')] }))['criteria.0.name']).toMatch(
      /needs the number/,
    );
    const counted = { scorer: 'program', levels: [level('0', { atLeast: '0' }), level('1', { atLeast: '3' })] };
    expect(refused(await save({ ...counted, measure: 'luck' }))['criteria.0.measure']).toMatch(/Choose what/);
    expect(refused(await save({ ...counted, measure: `event:${randomUUID()}` }))['criteria.0.measure']).toMatch(
      /not part/,
    );
    done(await save({ ...counted, measure: 'runs' }));
    done(await removeRubric({ projectId: p.id, id: (await rubric('Odd')).id, version: 1 }));
  });

  test('weights are made to add up to 100, which changes no share; a usual one can be added once', async () => {
    const { id } = done(await addUsualRubric({ projectId: p.id, ...fresh, name: 'Technical drawing' }));
    expect(refused(await addUsualRubric({ projectId: p.id, ...fresh, name: 'Technical drawing' })).name).toMatch(
      /exists/,
    );
    const before = await result('Client presentation', 'Flint');
    const talk = await rubric('Client presentation');
    done(await normaliseWeights({ projectId: p.id, id: talk.id, version: talk.version }));
    const sum = (await rubric('Client presentation')).criteria.reduce((total, one) => total + one.weight, 0);
    expect(sum).toBeCloseTo(100, 9);
    expect((await result('Client presentation', 'Flint')).mean).toBeCloseTo(before.mean!, 9);
    done(await removeRubric({ projectId: p.id, id, version: 1 }));
    expect(refused(await removeRubric({ projectId: p.id, id: talk.id, version: 1 }))['']).toMatch(/have been scored/);
  });

  test('an example needs points that its criterion has', async () => {
    const { id, criteria } = await rubric('Client presentation');
    const save = (points: string) =>
      saveAnchor({
        projectId: p.id,
        ...fresh,
        rubricId: id,
        title: 'Last year',
        shows: '',
        agreed: [{ criterion: criteria[0]!.name, points, why: '' }],
      });
    expect(refused(await save('26'))['agreed.0.points']).toMatch(/at most 25/);
    done(await save('20'));
  });
});

describe('scoring', () => {
  const give = (
    judge: { rubricId: string },
    criteria: { id: string }[],
    teamId: string,
    points: string[],
    more: object = {},
  ) =>
    perform(recordScores, {
      projectId: p.id,
      rubricId: judge.rubricId,
      teamId,
      scores: criteria.map((one, i) => ({
        id: randomUUID(),
        criterionId: one.id,
        points: points[i] ?? '',
        remark: '',
        version: null,
      })),
      ...more,
    });

  test('only levels are given, half levels where they are allowed; remarks come along; the first score is kept', async () => {
    const { id, criteria } = await rubric('Build quality');
    await asLink(p.id, { purpose: 'judge', label: 'G. Half', rubricId: id });
    const at = { rubricId: id };
    expect(refused(await give(at, criteria, p.teams.Marl!, ['2.3']))['scores.0.points']).toMatch(
      /has the levels 1, 1.5, 2/,
    );
    const words = { judgementId: randomUUID(), judgementVersion: null, strong: 'True wheels.', next: 'Spare axles.' };
    expect(done(await give(at, criteria, p.teams.Marl!, ['2.5', '3', '3'], words))).toEqual({ scored: 3 });
    const own = (await listScores(pool(), p.id)).filter((one) => one.criterionId === criteria[0]!.id);
    // Another phone of the same judge, that has not seen it: both versions are told, and nothing is overwritten.
    expect(await give(at, criteria, p.teams.Marl!, ['3'])).toMatchObject({
      ok: false,
      conflict: { theirs: { points: '2.5' } },
    });
    const scores = [
      { id: own[0]!.id, criterionId: criteria[0]!.id, points: '3', remark: 'Saw it again', version: own[0]!.version },
    ];
    done(await give(at, criteria, p.teams.Marl!, [], { scores }));
    const [changed] = (await listScores(pool(), p.id)).filter((one) => one.id === own[0]!.id);
    expect(changed).toMatchObject({ points: 3, firstPoints: 2.5, remark: 'Saw it again' });
  });

  test('who judges whom: a judge of the plan scores those teams alone, and Today counts by it', async () => {
    const { id, criteria } = await rubric('Build quality');
    expect(refused(await planPanel({ projectId: p.id, rubricId: id, perTeam: '9', seed: '7' })).perTeam).toMatch(
      /There are 4 judges/,
    );
    done(await planPanel({ projectId: p.id, rubricId: id, perTeam: '2', seed: '4711' }));
    const [seat] = await pool()<{ teams: string[] }[]>`
      select array_agg(team_id) as teams from judging j join judge k on k.id = j.judge_id where j.rubric_id = ${id} and k.name = 'G. Half'`;
    const outside = Object.values(p.teams).find((team) => !seat!.teams.includes(team))!;
    await asLink(p.id, { purpose: 'judge', label: 'G. Half', rubricId: id });
    expect(refused(await give({ rubricId: id }, criteria, outside, ['2']))['']).toMatch(/not among those/);
    await asPerson(p.instructorId);
    const items = await gradesToday.lines(pool(), await askedToday(p.id, p.instructorId));
    const missing = items.find((one) => one.headline === 'Build quality: scores missing');
    // Eight teams, two judges each, three criteria.
    expect(missing!.detail).toMatch(/of 48 scores are in from 4 judges/);
    done(await planPanel({ projectId: p.id, rubricId: id, perTeam: '4', seed: '4711' }));
    expect(await pool()`select 1 from judging where rubric_id = ${id}`).toHaveLength(0);
  });

  test('the instructor and students of other teams score what is left to them, never the own team', async () => {
    const team = await rubric('Team work');
    const [shares, helps] = team.criteria;
    const own = (teamId: string, criterionId: string, points = '3') =>
      perform(recordOwnScores, {
        projectId: p.id,
        rubricId: team.id,
        teamId,
        scores: [{ id: randomUUID(), criterionId, points, remark: '', version: null }],
      });
    done(await own(p.teams.Flint!, shares!.id));
    expect(refused(await own(p.teams.Flint!, helps!.id))['']).toMatch(/rubric was changed/);
    await asPerson(p.studentOf('Flint'));
    expect(await own(p.teams.Flint!, helps!.id)).toMatchObject({ denied: true });
    // Of the other section.
    expect(await own(p.teams.Chert!, helps!.id)).toMatchObject({ denied: true });
    expect((await result('Team work', 'Flint')).missing).toEqual(['peers']);
    await asPerson(p.studentOf('Marl'));
    done(await own(p.teams.Flint!, helps!.id, '4'));
    expect((await result('Team work', 'Flint')).mean).toBe(7);
    await asPerson(p.studentOf('Basalt'));
    const talk = await rubric('Client presentation');
    expect(
      await perform(recordOwnScores, { projectId: p.id, rubricId: talk.id, teamId: p.teams.Flint!, scores: [] }),
    ).toMatchObject({ denied: true });
  });
});

test('the client scores by a link of their own what the rubric leaves to them', async () => {
  const team = await rubric('Team work');
  const form = rubricForm(team);
  const link = (name: string) =>
    createLink({
      projectId: p.id,
      ...fresh,
      purpose: 'judge',
      label: name,
      rubricId: team.id,
      scoresAs: 'client',
      endsOn: LINK_ENDS,
    });
  expect(refused(await link('Society')).rubricId).toMatch(/no criterion that the client scores/);
  const criteria = form.criteria.map((one, i) => (i === 1 ? { ...one, scorer: 'client' } : one));
  done(await saveRubric({ projectId: p.id, id: team.id, version: team.version, ...form, criteria }));
  done(await link('Society'));
  const [shares, helps] = (await rubric('Team work')).criteria;
  await asLink(p.id, { purpose: 'judge', label: 'Society', rubricId: team.id, scoresAs: 'client' });
  const give = (criterionId: string) =>
    perform(recordScores, {
      projectId: p.id,
      teamId: p.teams.Basalt,
      scores: [{ id: randomUUID(), criterionId, points: '2', remark: '', version: null }],
    });
  expect(refused(await give(shares!.id))['']).toMatch(/rubric was changed/);
  done(await give(helps!.id));
  expect((await result('Team work', 'Basalt')).missing).toEqual(['instructor']);
});

describe('peers', () => {
  const rate = async (who: string, answers: Record<string, number[]>, more: object = {}) => {
    await asPerson(who);
    const [round] = await listPeerRounds(pool(), p.id);
    const ratings = Object.entries(answers).map(([toId, given]) => ({
      id: randomUUID(),
      toId,
      version: null,
      answers: given,
      remark: `about ${toId}`,
    }));
    return perform(recordPeers, { projectId: p.id, roundId: round!.id, ratings, ...more });
  };
  const team = async (name: string) =>
    (await listStudents(pool(), p.id)).filter((one) => one.teamId === p.teams[name]).map((one) => one.accountId);

  test('two who lift each other are named, and who says nothing; answers outside 1 to 5 or of another team are refused', async () => {
    const [a, b, c] = (await team('Marl')) as [string, string, string];
    expect(refused(await rate(a, { [b]: [6, 3] }))['ratings.0.answers.0']).toMatch(/1 to 5/);
    expect(refused(await rate(a, { [b]: [3] }))['ratings.0.answers']).toMatch(/every question/);
    expect(refused(await rate(a, { [p.studentOf('Flint')]: [3, 3] }))['']).toMatch(/not in your team/);
    done(await rate(a, { [b]: [5, 5], [c]: [2, 2] }));
    done(await rate(b, { [a]: [5, 5], [c]: [2, 2] }));
    done(await rate(c, { [a]: [3, 3], [b]: [3, 3] }));
    // The same once more from a second phone changes nothing; other answers are told beside the first.
    done(await rate(c, { [a]: [3, 3] }, {}));
    expect(await rate(c, { [a]: [1, 1] })).toMatchObject({ ok: false, conflict: { theirs: { answers: '3, 3' } } });
    await rate((await team('Tuff'))[0]!, { [(await team('Tuff'))[1]!]: [4, 4] });
    const [round] = await listPeerRounds(pool(), p.id);
    const found = factorsOf(
      round!,
      await listPeerRatings(pool(), p.id),
      await listTeams(pool(), p.id),
      await listStudents(pool(), p.id),
    );
    const of = (name: string) => found.find((one) => one.team.name === name)!;
    expect(warningWords(of('Marl')).join(' ')).toMatch(/rate each other well above/);
    expect(of('Marl').factors.map(({ factor }) => factor)).toEqual([1.2, 1.2, 0.8]);
    expect(warningWords(of('Tuff')).join(' ')).toMatch(/No answer yet from .* Too few answers/);
  });

  test('what they say is in no bundle and in nothing about a person; Today asks the student, and no more once it is answered', async () => {
    const [a] = await team('Marl');
    const bundle = JSON.stringify(await pool().begin((tx) => writeBundle(tx, p.id)));
    expect(bundle).not.toMatch(/peer_rating|about [0-9a-f-]{36}/);
    expect(JSON.stringify(await aboutPerson(pool(), a!))).not.toMatch(/peer_rating|about [0-9a-f-]{36}/);
    const asked = async (who: string) =>
      (await gradesToday.lines(pool(), await askedToday(p.id, who, false))).map((one) => one.headline);
    expect(await asked(a!)).not.toContain('Peer rating 1: not answered yet');
    expect(await asked((await team('Slate'))[0]!)).toContain('Peer rating 1: not answered yet');
  });

  test('a closed round takes no answer; questions that were answered keep their number', async () => {
    const [round] = await listPeerRounds(pool(), p.id);
    const values = { ...fresh, name: round!.name, low: '0.8', high: '1.2', minimumRaters: '2' };
    const questions = round!.questions.map((one) => ({ text: one.text, anchors: one.anchors.join('\n') }));
    const save = (more: object) =>
      savePeerRound({
        projectId: p.id,
        ...values,
        id: round!.id,
        version: round!.version,
        questions,
        isOpen: true,
        ...more,
      });
    expect(refused(await save({ questions: questions.slice(0, 1) })).questions).toMatch(/number of questions stays/);
    expect(
      refused(await save({ questions: [{ text: 'A', anchors: 'one\ntwo' }, questions[1]] }))['questions.0.anchors'],
    ).toMatch(/Five lines/);
    done(await save({ isOpen: false }));
    const [a, b] = await team('Slate');
    expect(refused(await rate(a!, { [b!]: [3, 3] }))['']).toMatch(/closed/);
    await asPerson(p.instructorId);
    done(await save({ version: round!.version + 1 }));
  });
});

describe('the grade sheet', () => {
  test('marks come in by student number; a formula, an unknown number, a second line and a word are dealt with', async () => {
    const { id } = await component('Notebook');
    const bring = (text: string) =>
      importMarks({
        projectId: p.id,
        ...fresh,
        componentId: id,
        task: 'Essay',
        max: '20',
        text,
        numberColumn: '',
        scoreColumn: '',
      });
    expect(refused(await bring('number;mark\n4101;nine')).text).toMatch(/line 2 is no number/);
    expect(refused(await bring('number;mark\n4101;9\n4101;8')).text).toMatch(/second time/);
    expect(refused(await bring('who;what\n4101;9')).numberColumn).toMatch(/Choose one of the columns: who, what/);
    const outcome = await bring("number;name;mark\n4101;=1+1;'9,5\n4102;Kofi;\n9999;Nobody;3");
    expect(done(outcome)).toEqual({ taken: 2, left: 1 });
    expect(outcome.ok && outcome.notes.join()).toMatch(/line 4 \(9999\)/);
    const essays = (await listMarks(pool(), p.id)).filter((one) => one.task === 'Essay');
    expect(essays.map((one) => one.score).sort()).toEqual([9.5, null]);
    await bySystem((tx) => tx`delete from mark where task = 'Essay'`);
  });

  test('a student who changed teams is pointed out, and counts with the team that the instructor names, with a reason', async () => {
    const who = p.studentOf('Basalt');
    await bySystem(
      (tx) => tx`update team_member set team_id = ${p.teams.Marl!} where account_id = ${who} and project_id = ${p.id}`,
    );
    expect(await listTeamChanges(pool(), p.id)).toMatchObject([
      { accountId: who, from: p.teams.Basalt, to: p.teams.Marl },
    ]);
    const talk = await component('Presentation');
    const cell = async () => (await sheetRow(who)).cells.find((one) => one.component.id === talk.id)!;
    const marl = (await cell()).percent;
    const name = (more: object) =>
      saveCountedTeam({
        projectId: p.id,
        ...fresh,
        componentId: talk.id,
        accountId: who,
        teamId: p.teams.Basalt,
        reason: '',
        ...more,
      });
    expect(refused(await name({})).reason).toMatch(/Say why/);
    done(await name({ reason: 'spoke with Basalt' }));
    expect((await cell()).percent).not.toBe(marl);
    expect((await cell()).from[0]).toBe('Counts with Basalt: spoke with Basalt.');
    done(await name({ teamId: null }));
    await bySystem(
      (tx) =>
        tx`update team_member set team_id = ${p.teams.Basalt!} where account_id = ${who} and project_id = ${p.id}`,
    );
  });

  test('what is missing waits, or counts 0 where the course says so', async () => {
    const who = p.studentOf('Flint');
    await bySystem((tx) => tx`delete from mark where account_id = ${who} and task = 'Notebook 3'`);
    const before = await sheetRow(who);
    expect(before.cells.at(-1)!.missing).toBe('no mark for Notebook 3');
    const scheme = await findScheme(pool(), p.id);
    const save = (more: object) =>
      saveScheme({ projectId: p.id, id: scheme.id, version: scheme.version, ...schemeForm(scheme), ...more });
    expect(refused(await save({ bands: 'A 90' })).bands).toMatch(/does not begin with a number/);
    expect(refused(await save({ floor: '90', cap: '50' })).floor).toMatch(/above the cap/);
    done(await save({ missing: 'zero' }));
    expect((await sheetRow(who)).grade.total!).toBeLessThanOrEqual(before.grade.total!);
    done(await save({ version: scheme.version! + 1 }));
  });

  test('a rule is tried on this class and an earlier one; values of another unit, and a rule without a number, are refused', async () => {
    const crossing = await component('Crossing');
    const save = (more: object) =>
      saveGradeComponent({
        projectId: p.id,
        id: crossing.id,
        version: crossing.version,
        ...componentForm(crossing),
        ...more,
      });
    expect(refused(await save({ kind: 'benchmark' })).reference).toMatch(/is needed/);
    expect(refused(await save({ kind: 'bands', bands: 'fast 100' })).bands).toMatch(/does not begin/);
    expect(refused(await save({ from: `event:${randomUUID()}` })).from).toMatch(/not part/);
    const former = (results: string) =>
      saveFormerResults({
        projectId: p.id,
        ...fresh,
        eventId: p.events['Crossing time']!,
        season: 'two years ago',
        results,
      });
    expect(refused(await former('8.1 m')).results).toMatch(/measured in s; the values here are in m/);
    done(await former('8.1 s\n9.4'));
  });

  test('a rule that no field can show comes through a change of its component as it was imported', async () => {
    await asPerson(p.instructorId);
    const rule = { better: 'lower', points: { kind: 'place', table: [100, 90, 80], shared: 'same' } };
    const crossing = async () => (await listGradeComponents(pool(), p.id)).find((one) => one.name === 'Crossing')!;
    const was = (await crossing()).rule;
    const imported = (value: unknown) =>
      bySystem(async (tx) => {
        const { id } = (await listGradeComponents(tx, p.id)).find((one) => one.name === 'Crossing')!;
        await tx`update grade_component set rule = ${tx.json(value as never)} where id = ${id}`;
      });
    await imported(rule);
    const save = async (more: object) => {
      const one = await crossing();
      return saveGradeComponent({ projectId: p.id, id: one.id, version: one.version, ...componentForm(one), ...more });
    };
    done(await save({ weight: '30' }));
    expect(await crossing()).toMatchObject({ weight: 30, rule });
    done(await save({ weight: '20', kind: 'best', better: 'lower' }));
    expect((await crossing()).rule).toEqual({ better: 'lower', points: { kind: 'relative', to: 'best', max: 100 } });
    await imported(was);
  });

  test('a grade is shown once, changes with a reason alone, and the former one stays; nobody else reads it', async () => {
    const [who, other] = [p.studentOf('Schist'), p.studentOf('Tuff')];
    const release = (accountIds: string[], reason = '') =>
      releaseGrades({ projectId: p.id, ...fresh, accountIds, reason });
    expect(done(await release([who, other]))).toEqual({ released: 2 });
    expect(refused(await release([who]))['']).toMatch(/Nothing is new/);
    const before = await listOwnReleasedGrades(pool(), p.id, who);
    const notebook = await component('Notebook');
    done(
      await saveMark({
        projectId: p.id,
        ...fresh,
        componentId: notebook.id,
        accountId: who,
        task: 'Extra',
        score: '40',
        max: '10',
        daysLate: '0',
        excused: false,
        note: 'bonus',
      }),
    );
    const items = await gradesToday.lines(pool(), await askedToday(p.id, p.instructorId));
    expect(items.map((one) => one.headline).join()).toMatch(/released grades? would differ now/);
    expect(refused(await release([who])).reason).toMatch(/Say why it changes/);
    done(await release([who], 'The extra notebook came in'));
    const after = await listOwnReleasedGrades(pool(), p.id, who);
    expect(after.map((one) => one.number)).toEqual([1, 2]);
    expect(after[0]).toEqual(before[0]);
    expect(after[1]!.content.rounded).toBeGreaterThan(before[0]!.content.rounded);
    const own = await gradesToday.lines(pool(), await askedToday(p.id, who, false));
    expect(own.map((one) => one.headline)).toContain('Your grade has changed');
    await asPerson(other);
    expect(await release([other])).toMatchObject({ denied: true });
    expect(await pool()`select 1 from released_grade where account_id = ${other} and number > 1`).toHaveLength(0);
  });

  test('two who release at the same moment show a grade once', async () => {
    const who = p.studentOf('Gneiss');
    const both = await Promise.all(
      [1, 2].map(() => releaseGrades({ projectId: p.id, ...fresh, accountIds: [who], reason: '' })),
    );
    expect(both.map((one) => one.ok).sort()).toEqual([false, true]);
    expect(await listOwnReleasedGrades(pool(), p.id, who)).toHaveLength(1);
  });

  test('a file has the columns of the school’s system, and comes in again; a name that is a formula is defused', async () => {
    const who = p.studentOf('Slate');
    await bySystem((tx) => tx`update account set name = '=HYPERLINK(1)' where id = ${who}`);
    const columns = [
      { head: 'Pupil', what: 'number' },
      { head: 'Name', what: 'name' },
      { head: 'Mark', what: 'total' },
      { head: 'Talk', what: `component:${(await component('Presentation')).id}` },
      { head: '', what: 'blank' },
    ];
    const save = (more: object) =>
      saveSchoolSystem({ projectId: p.id, ...fresh, name: 'Portal', separator: ';', decimal: ',', columns, ...more });
    expect(refused(await save({}))['columns.4.head']).toMatch(/is needed/);
    const whole = columns.map((one) => ({ ...one, head: one.head || 'Remark' }));
    expect(
      refused(await save({ columns: [{ head: 'x', what: `component:${randomUUID()}` }] }))['columns.0.what'],
    ).toMatch(/Choose/);
    const { id } = done(await save({ columns: whole }));
    const get = (query: string) =>
      gradesCsv(new Request(`http://x/?${query}`), { params: Promise.resolve({ project: p.id }) });
    const text = await (await get(`system=${id}`)).text();
    expect(text.split('\r\n')[0]).toBe('Pupil;Name;Mark;Talk;Remark');
    expect(text).toContain("'=HYPERLINK(1)");
    expect(text).toMatch(/;\d+,5;/);
    const rows = Papa.parse<Record<string, string>>(text.trim(), { header: true }).data;
    expect(rows).toHaveLength((await listStudents(pool(), p.id)).length);
    const notebook = await component('Notebook');
    const back = await importMarks({
      projectId: p.id,
      ...fresh,
      componentId: notebook.id,
      task: 'Back',
      max: '100',
      text,
      numberColumn: 'Pupil',
      scoreColumn: 'Mark',
    });
    expect(done(back)).toMatchObject({ taken: rows.length, left: 0 });
    await asPerson(p.studentOf('Flint'));
    await expect(get('')).rejects.toThrow(/not found/);
    asVisitor();
    await expect(get('')).rejects.toThrow(/not found/);
  });

  test('who is erased leaves no mark, no answer and no grade', async () => {
    const who = p.studentOf('Schist');
    await bySystem((tx) => erasePeople(tx, [who]));
    const [left] = await pool()`
      select (select count(*) from mark where account_id = ${who}) + (select count(*) from released_grade where account_id = ${who})
        + (select count(*) from peer_rating where from_id = ${who} or to_id = ${who}) as n`;
    expect(Number(left!.n)).toBe(0);
  });
});
