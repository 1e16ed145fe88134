'use server';

import type { InferType } from 'yup';
import { draw, lanes } from '@/core/tournament';
import { CoreError } from '@/core/numbers';
import { json } from '@/db/connection';
import { listTeams } from '@/areas/course';
import { entriesOf, listContests, listProtests, type Contest } from '@/areas/event/read/contests';
import { seeded } from '@/areas/event/read/contests/seeding';
import { asDesk, describe } from '@/areas/event/shared/contests/stand';
import { loadEventResults } from '@/areas/event/read/results';
import { standAt } from '@/core/desk';
import { FieldError } from '@/server/outcome';
import { action, momentOf, orConflict, type Work } from '@/server/perform';
import { removeRow, saveRow } from '@/server/saveRow';
import { read, readOptional } from '@/ui/forms/schema';
import {
  contestIdSchema,
  contestSchema,
  openContestSchema,
  protestSchema,
  rulingSchema,
} from '@/areas/event/records/contests';
import { contestForm } from '@/areas/event/read/contests/toForm';

/** How a contest is played, by whom, where and when. Once it is open only its times and rings change. */
export const saveContest = action('saveContest', contestSchema, async (work, { id, version, ...input }) => {
  const known = id ? await lockContest(work, id) : null;
  const values = valuesOf(work, input);
  if (known?.openedAt) mustKeep(known, values);
  else
    await checkTeams(
      work,
      values.sectionId,
      input.teams.map((team) => team.id!),
    );
  const saved = await saveRow(
    work,
    'contest',
    { id, version },
    { ...values, teams: json(work.tx, known?.openedAt ? known.teams : values.teams), ties: json(work.tx, values.ties) },
    contestForm,
  );
  if (!known?.openedAt) await tryOut(work, saved);
  return { id: saved };
});

function valuesOf({ notes }: Work, input: Omit<InferType<typeof contestSchema>, 'id' | 'version'>) {
  const swiss = input.format === 'swiss' || input.format === 'lanes';
  return {
    name: input.name,
    position: read(input.position),
    format: input.format,
    sectionId: input.sectionId ?? null,
    eventId: input.format === 'lanes' || input.seeding === 'event' ? (input.eventId ?? null) : null,
    seeding: input.format === 'lanes' && input.seeding === 'event' ? ('given' as const) : input.seeding,
    takes: readOptional(input.takes),
    teams: input.teams.map((team) => team.id!),
    thirdPlace: input.thirdPlace,
    reset: input.reset,
    legs: Number(input.legs),
    rounds: swiss ? readOptional(input.rounds) : null,
    draws: input.draws,
    ties: input.ties.map(({ rule }) => rule),
    rings: read(input.rings),
    minutesPerMatch: read(input.minutesPerMatch, notes),
    changeover: read(input.changeover, notes),
    restMinutes: read(input.restMinutes, notes),
    day: input.day,
    start: input.start,
    minutes: read(input.minutes),
    confirmed: input.confirmed,
    protestMinutes: read(input.protestMinutes),
    cautions: input.cautions,
  };
}

/** What was drawn for stays as it was drawn. */
function mustKeep(known: Contest, values: ReturnType<typeof valuesOf>): void {
  const fixed = ['format', 'thirdPlace', 'reset', 'legs', 'rounds', 'draws', 'sectionId', 'eventId'] as const;
  // With other lanes the heats would be others too.
  const kept = known.format === 'lanes' ? ([...fixed, 'rings'] as const) : fixed;
  const changed = kept.find((one) => known[one] !== values[one]);
  if (changed) throw new FieldError(changed, `${known.name} is open, so how it is played stays as it was drawn.`);
}

async function checkTeams({ tx, projectId }: Work, sectionId: string | null, ids: string[]): Promise<void> {
  const own = (await listTeams(tx, projectId)).filter((team) => !sectionId || team.sectionId === sectionId);
  if (new Set(ids).size < ids.length) throw new FieldError('teams', 'A team appears twice in the list.');
  if (ids.some((one) => !own.some((team) => team.id === one)))
    throw new FieldError(
      'teams',
      sectionId ? 'Only teams of this section take part.' : 'A team left the class meanwhile.',
    );
}

/** Whether it can be drawn at all, for as many teams as it has by now. */
async function tryOut(work: Work, id: string): Promise<void> {
  const contest = await contestOf(work, id);
  const teams = await teamsOf(work, contest);
  if (teams.length < 2) return;
  drawnFor(contest, teams);
}

/** @throws FieldError where it can't be drawn for these teams */
function drawnFor(contest: Contest, teams: string[]): void {
  try {
    if (contest.format === 'lanes') lanes({ teams, lanes: contest.rings, rounds: contest.rounds ?? 1 });
    else draw(describe({ ...contest, teams }));
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError('rounds', error.message);
    throw error;
  }
}

async function teamsOf({ tx, projectId }: Work, contest: Contest): Promise<string[]> {
  const [teams, results] = await Promise.all([listTeams(tx, projectId), loadEventResults(tx, projectId)]);
  return seeded(contest, teams, results);
}

/** Opens a contest: its teams are frozen in their order, and its desks take entries from then on. */
export const openContest = action('openContest', openContestSchema, async (work, { id, seed }) => {
  const contest = await lockContest(work, id);
  if (contest.openedAt) throw new FieldError('', 'Somebody else has opened it already.');
  if (contest.seeding === 'drawn' && !seed)
    throw new FieldError('seed', 'The order is drawn: enter the seed that two people call out.');
  const drawn = contest.seeding === 'drawn' ? seed : null;
  const teams = await teamsOf(work, { ...contest, seed: drawn });
  if (teams.length < 2) throw new FieldError('', 'A contest needs at least two teams. Add teams first.');
  if (teams.length > 64) throw new FieldError('', 'A contest has at most 64 teams. Let the best of them go through.');
  drawnFor(contest, teams);
  const change = { teams: json(work.tx, teams) as never, seed: drawn, openedAt: momentOf(work) };
  await work.tx`update contest set ${work.tx(change)} where id = ${id} and project_id = ${work.projectId}`;
});

/** Takes the opening back, as long as nothing was entered. */
export const reopenContest = action('reopenContest', contestIdSchema, async (work, { id }) => {
  const { tx, projectId } = work;
  const contest = await lockContest(work, id);
  if (!contest.openedAt) throw new FieldError('', 'It is not open.');
  if ((await entriesOf(tx, id)).length > 0)
    throw new FieldError('', 'Something was entered at a desk, so the draw stays.');
  await tx`update contest set opened_at = null, seed = null where id = ${id} and project_id = ${projectId}`;
});

/** Removes a contest that nothing was entered for. */
export const removeContest = action('removeContest', contestIdSchema, async (work, { id }) => {
  await lockContest(work, id);
  if ((await entriesOf(work.tx, id)).length > 0)
    throw new FieldError('', 'Something was entered at a desk, so it stays as a record.');
  await removeRow(work, 'contest', id, 'This contest');
});

/** A team protests against a result of its own match, within the time that the contest gives. */
export const raiseProtest = action(
  'raiseProtest',
  protestSchema,
  async (work, { contestId, match, teamId, what }) => {
    const { tx, projectId, seat } = work;
    const contest = await contestOf(work, contestId);
    const entries = await entriesOf(tx, contestId);
    const found = standAt(asDesk(contest), entries).played.matches.find(({ id }) => id === match);
    if (!found || (found.a !== teamId && found.b !== teamId))
      throw new FieldError('match', 'This team does not play in that match.');
    const result = entries.findLast(
      (one) => one.match === match && one.state === 'counts' && one.does !== 'call' && one.does !== 'start',
    );
    if (found.state !== 'done' || !result) throw new FieldError('match', 'This match has no result yet.');
    const minutes = (momentOf(work).getTime() - new Date(result.at).getTime()) / 60_000;
    if (seat.role === 'student' && contest.protestMinutes > 0 && minutes > contest.protestMinutes)
      throw new FieldError(
        '',
        `A protest is raised within ${contest.protestMinutes} min of the result. Speak to whoever leads the day.`,
      );
    const row = { projectId, contestId, match, teamId, what, byName: seat.actor.name, madeAt: momentOf(work) };
    await tx`insert into protest ${tx(row)}`;
  },
  async (sql, input, projectId) => {
    const team = (await listTeams(sql, projectId)).find(({ id }) => id === input.teamId);
    return team ? { teamId: team.id } : null;
  },
);

/** What became of a protest; it stays visible with the match. */
export const ruleProtest = action('ruleProtest', rulingSchema, async (work, { id, upheld, ruling }) => {
  const { tx, projectId, seat } = work;
  const ruled = await tx`
    update protest set upheld = ${upheld === 'yes'}, ruling = ${ruling}, ruled_by = ${seat.actor.name}, ruled_at = ${momentOf(work)}
    where id = ${id} and project_id = ${projectId} and ruled_at is null returning 1`;
  await orConflict(ruled, tx, id, async () => {
    const row = (await listProtests(tx, projectId)).find((one) => one.id === id);
    return row && { ruling: row.ruling, upheld: row.upheld ? 'yes' : 'no', version: row.version };
  });
  if (upheld === 'yes') work.notes.push('If a result changes by it, correct it at the desk');
});

async function contestOf({ tx, projectId }: Work, id: string): Promise<Contest> {
  const contest = (await listContests(tx, projectId)).find((one) => one.id === id);
  if (!contest) throw new FieldError('', 'This contest was removed meanwhile.');
  return contest;
}

/** The contest; nobody else writes to it until the transaction ends. */
async function lockContest(work: Work, id: string): Promise<Contest> {
  await work.tx`select 1 from contest where id = ${id} and project_id = ${work.projectId} for no key update`;
  return contestOf(work, id);
}
