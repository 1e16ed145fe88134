import { whoDid } from '@/core/names';
import type { InferType } from 'yup';
import { choose, confirm, receive, type DeskEntry } from '@/core/desk';
import { CoreError } from '@/core/numbers';
import { json, type Sql } from '@/db/connection';
import { listTeams } from '@/areas/course';
import { entriesOf, listContests, type Contest, type StoredEntry } from '@/areas/event/read/contests';
import { stopNow } from '@/areas/safety';
import { asDesk } from '@/areas/event/shared/contests/stand';
import { isOfficial, isOfficialOfAny } from '@/areas/bench';
import { notCleared, readInspections } from '@/areas/event/read/inspections';
import type { Seat, Target } from '@/server/access';
import { ownerId } from '@/server/actor';
import { FieldError } from '@/server/outcome';
import { momentOf, type Command, type Work } from '@/server/perform';
import { deskSchema } from '@/areas/event/records/contests';

type Given = InferType<typeof deskSchema>;
export interface DeskAnswer {
  id: string;
  state: DeskEntry['state'] | null;
}

/** Somebody who enters at a desk: by account for any event or for that of the contest, or by link. */
export async function deskTarget(
  sql: Sql,
  input: Record<string, unknown>,
  projectId: string,
  seat: Seat,
): Promise<Target | null> {
  const contest = input.contestId
    ? (await listContests(sql, projectId)).find(({ id }) => id === input.contestId)
    : undefined;
  if (input.contestId && !contest) return null;
  return { official: await worksAt(sql, seat, contest) };
}

/** Whether a link opens the desk of a contest: that of its event, or of any. */
export const linkOpens = ({ actor }: Seat, contest: Contest): boolean =>
  'eventId' in actor && (actor.eventId === null || actor.eventId === contest.eventId);

/** Whether somebody is an official who may work at this desk; without a contest, at any. */
export async function worksAt(sql: Sql, seat: Seat, contest: Contest | undefined): Promise<boolean> {
  if (seat.role === 'official') return !contest || linkOpens(seat, contest);
  return contest?.eventId ? isOfficial(sql, seat, contest.eventId) : isOfficialOfAny(sql, seat);
}

/**
 * Takes in what happened at a desk. Ids are the client's, and a repeat changes nothing; how an entry counts beside others is judged by
 * core over all of them, under a lock on the contest. What took place is kept in any case, marked as what it was.
 */
const entering = (door: Command<Given, never>['door']): Command<Given, DeskAnswer> => ({
  door,
  schema: deskSchema as Command<Given, never>['schema'],
  target: deskTarget,
  run: async (work, input) => {
    const { tx, projectId, seat } = work;
    if (input.does === 'stop' || input.does === 'lift') return stopOrLift(work, input);
    const found =
      await tx`select 1 from contest where id = ${input.contestId} and project_id = ${projectId} for no key update`;
    const contest = await contestOf(work, input.contestId);
    if (found.length === 0 || !contest) throw new FieldError('', 'This contest was removed meanwhile.');
    if (!contest.openedAt) throw new FieldError('', `${contest.name} is not open yet: open it on its page first.`);
    if (contest.format === 'lanes')
      throw new FieldError('', `The heats of ${contest.name} are entered as attempts, under Enter runs.`);
    const known = await entriesOf(tx, contest.id);
    const twin = known.find(({ id }) => id === input.id);
    if (twin) return { id: twin.id, state: twin.state };
    mustBeOthers(seat, input, known);
    const next = await inNames(work, () => judged(work, contest, known, input));
    const marked = input.does === 'start' ? await markHeld(work, next) : next;
    await keep(work, contest.id, known, marked);
    return tell(work, marked, input);
  },
});
export const enterAtDesk = entering('/api/v1/desk');
export const enterAtDeskByLink = entering('/api/v1/official-desk');

async function contestOf({ tx, projectId }: Work, id: string | null | undefined): Promise<Contest | undefined> {
  return id ? (await listContests(tx, projectId)).find((one) => one.id === id) : undefined;
}

/** Nobody enters, confirms or decides what their own team did. */
function mustBeOthers({ role, teamId }: Seat, { a, b, winner, of }: Given, known: readonly StoredEntry[]): void {
  const about = known.find(({ id }) => id === of);
  if (role === 'student' && teamId && [a, b, winner, about?.a, about?.b].includes(teamId))
    throw new FieldError('', 'Matches of your own team are entered by somebody else.');
}

/** All entries with the new one among them. @throws CoreError in ids of teams */
function judged(work: Work, contest: Contest, known: StoredEntry[], input: Given): DeskEntry[] {
  const { actor } = work.seat;
  const desk = asDesk(contest);
  const who = { by: ownerId(actor), byName: actor.name };
  const at = momentOf(work).toISOString();
  if (input.does === 'confirm') return confirm(desk, known, input.of ?? '', who);
  if (input.does === 'choose')
    return choose(desk, known, input.of ?? '', {
      id: input.id,
      ...who,
      at,
      reason: input.reason || 'two desks differed',
    });
  if (input.does === 'stop' || input.does === 'lift') return known;
  if (input.does === 'correction') {
    if (!input.reason) throw new FieldError('reason', 'Say why: the teams will read it.');
    const unseen = known.some(
      (one) =>
        one.number > (input.seen ?? 0) &&
        ['result', 'correction', 'withdrawal'].includes(one.does) &&
        one.state === 'counts',
    );
    if (unseen)
      throw new FieldError('', 'Something was entered meanwhile. Look again at what your correction changes now.');
  }
  if (input.does === 'withdrawal' && !input.reason) throw new FieldError('reason', 'Say why the team withdraws.');
  const { id, does, match, ring, a, b, winner, drawn, scores, reason } = input;
  return receive(desk, known, {
    ...{ id, does, ring, drawn, reason, at, ...who },
    match: match ?? null,
    a: a ?? null,
    b: b ?? null,
    team: winner ?? null,
    scores: scores ? [scores[0]!, scores[1]!] : null,
  });
}

/** Messages of core name teams by their ids here; people read names. */
async function inNames<T>({ tx, projectId }: Work, run: () => T): Promise<T> {
  try {
    return run();
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    const teams = await listTeams(tx, projectId);
    throw new FieldError(
      '',
      teams.reduce((said, { id, name }) => said.replaceAll(id, name), error.message),
    );
  }
}

/** A start now is held by a call to stop; one that took place without a line is kept and marked, as is one of a team that is not cleared. */
async function markHeld(work: Work, entries: DeskEntry[]): Promise<DeskEntry[]> {
  const { tx, projectId, age, notes } = work;
  const own = entries.at(-1)!;
  if (own.state !== 'counts') return entries;
  const stop = await stopNow(tx, projectId);
  if (stop && age < TOOK_PLACE)
    throw new FieldError(
      '',
      `Held: ${whoDid(stop.byName)} called to stop${stop.reason ? ` (${stop.reason})` : ''}. It is lifted at the desk.`,
    );
  const inspected = await readInspections(tx, projectId);
  const teams = await listTeams(tx, projectId);
  const nameOf = (id: string | null) => teams.find((one) => one.id === id)?.name ?? '';
  const held = [own.a, own.b].flatMap((id) => {
    const why = id && notCleared(inspected, id);
    return why ? [`${nameOf(id)}: ${why}`] : [];
  });
  if (stop && stop.madeAt <= momentOf(work)) held.unshift('begun while the day was stopped');
  if (held.length === 0) return entries;
  const remark = held.join('; ').slice(0, 400);
  notes.push(`Kept, and marked: ${remark}`);
  return [...entries.slice(0, -1), { ...own, remark }];
}
/** An entry older than this, in ms, was made without a line: what it says has happened. */
const TOOK_PLACE = 20_000;

/** Writes what is new or counts otherwise than before; an entry that came early and counts now moves to the end. */
async function keep(
  { tx, projectId }: Work,
  contestId: string,
  known: StoredEntry[],
  next: DeskEntry[],
): Promise<void> {
  const before = new Map(known.map((one) => [one.id, one]));
  let last = 0;
  let most = Math.max(0, ...known.map(({ number }) => number));
  for (const entry of next) {
    const was = before.get(entry.id);
    const { state, remark, confirmedBy, a, b } = entry;
    const number: number = was && was.number > last ? was.number : ++most;
    last = Math.max(last, number);
    if (!was) {
      const { id, does, match, ring, team, drawn, scores, reason, by, byName, at } = entry;
      const row = {
        id,
        does,
        match,
        ring,
        drawn,
        reason,
        state,
        remark,
        byName,
        confirmedBy,
        number,
        projectId,
        contestId,
      };
      const more = {
        aId: a,
        bId: b,
        teamId: team,
        byId: by,
        madeAt: at,
        scores: scores && (json(tx, scores) as never),
      };
      await tx`insert into desk_entry ${tx({ ...row, ...more })}`;
    } else if (
      was.state !== state ||
      was.number !== number ||
      was.remark !== remark ||
      was.confirmedBy !== confirmedBy
    ) {
      const scores = entry.scores && (json(tx, entry.scores) as never);
      const change = { state, remark, confirmedBy, number, aId: a, bId: b, scores };
      await tx`update desk_entry set ${tx(change)} where id = ${entry.id} and project_id = ${projectId}`;
    }
  }
}

const WHY: Partial<Record<DeskEntry['state'], string>> = {
  early: 'Kept: it counts once the teams of this match are known',
  confirm: 'Kept: it counts once a second official confirms it',
  twin: 'Another desk had entered the same; it counts once',
  clash: 'Another desk has entered something else: both are kept, and somebody at the desk decides',
};

function tell({ notes }: Work, next: DeskEntry[], { id, of }: Given): DeskAnswer {
  const own = next.find((one) => one.id === id);
  if (own?.state === 'aside') notes.push(`Kept and set aside: ${own.match ?? 'it'} ${own.remark}`);
  else if (own && WHY[own.state]) notes.push(WHY[own.state]!);
  return { id, state: (own ?? next.find((one) => one.id === of))?.state ?? null };
}

/** Holds every start, or lets them go on again, with what was done. */
async function stopOrLift(work: Work, { id, does, reason }: Given): Promise<DeskAnswer> {
  const { tx, projectId, seat, notes } = work;
  const at = momentOf(work);
  if (does === 'stop') {
    const row = { id, projectId, reason: reason.slice(0, 400), byName: seat.actor.name, madeAt: at };
    const called = await tx`insert into stop_call ${tx(row)} on conflict do nothing returning 1`;
    if (called.length === 0) notes.push('The day is stopped already');
    return { id, state: null };
  }
  if (!reason) throw new FieldError('reason', 'Say what was done before starts go on.');
  const lifted = await tx`
    update stop_call set lifted_by = ${seat.actor.name}, lifted_at = ${at}, done = ${reason.slice(0, 400)}
    where project_id = ${projectId} and lifted_at is null returning 1`;
  if (lifted.length === 0) notes.push('Starts were free already');
  return { id, state: null };
}
