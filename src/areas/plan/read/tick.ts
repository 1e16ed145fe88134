import { plural } from '@/core/format';
import { dateOf, dayNumber } from '@/core/calendar';
import { dayOfEntry, instantOf } from '@/server/clock';
import type { Work } from '@/server/perform';

interface Asking {
  id: string;
  name: string;
  count: number;
  state: string | null;
}

/**
 * Hands in, once a team has recorded them, the runs that its first open stage of that kind asks for: those made since the day
 * on which the one before it was handed in. One that was returned stays with the team.
 */
export async function tickRuns(work: Work, teamId: string): Promise<void> {
  const stage = await firstAsking(work, teamId, 'runs');
  if (!stage) return;
  const { tx, projectId, seat } = work;
  const [before] = await tx<[{ on: string | null }]>`
    select max(h.handed_in_on) as on from hand_in h join stage s on s.id = h.stage_id
    where h.team_id = ${teamId} and s.evidence = 'runs' and h.state in ('handed-in', 'accepted')`;
  // Days are those of the project's time zone.
  const since = before.on && instantOf(seat.project, `${dateOf(dayNumber(before.on) + 1)}T00:00`);
  const [made] = await tx<[{ runs: number }]>`
    select count(*) as runs from run where team_id = ${teamId} and project_id = ${projectId} and stands
      ${since ? tx`and run_at >= ${since}` : tx``}`;
  if (made.runs >= stage.count) await handIn(work, teamId, stage, `${plural(made.runs, 'run')} recorded`);
}

/** Hands in, once every member of a team has handed in a concept with a sketch, the stage that asks for them. */
export async function tickConcepts(work: Work, authorId: string): Promise<void> {
  const { tx, projectId } = work;
  const [team] = await tx<{ id: string; members: number; ready: number }[]>`
    select m.team_id as id, count(*) as members, count(*) filter (where exists (
        select from concept c join attachment a on a.object_id = c.id and a.object_kind = 'concept' and a.removed_at is null
        where c.author_id = o.account_id and c.project_id = ${projectId} and c.removed_at is null)) as ready
    from team_member m join team_member o on o.team_id = m.team_id
    where m.project_id = ${projectId} and m.account_id = ${authorId} group by m.team_id`;
  if (!team || team.ready < team.members) return;
  const stage = await firstAsking(work, team.id, 'concepts');
  if (stage) await handIn(work, team.id, stage, `${plural(team.ready, 'concept')} with a sketch`);
}

/** The first stage that asks for it and is not handed in; none when that was returned. */
async function firstAsking({ tx, projectId }: Work, teamId: string, evidence: string): Promise<Asking | null> {
  const [stage] = await tx<Asking[]>`
    select s.id, s.name, s.evidence_count as count, h.state from stage s
    left join hand_in h on h.stage_id = s.id and h.team_id = ${teamId}
    where s.project_id = ${projectId} and s.evidence = ${evidence} and not s.left_out
      and coalesce(h.state, 'open') not in ('handed-in', 'accepted') order by s.position, s.name limit 1`;
  return stage && stage.state !== 'returned' ? stage : null;
}

async function handIn(work: Work, teamId: string, { id, name }: Asking, note: string): Promise<void> {
  const { tx, projectId, seat, now, age, notes } = work;
  const by = 'sessionId' in seat.actor ? seat.actor.id : null;
  const handedInOn = dayOfEntry(seat.project, now, age);
  const row = { projectId, teamId, stageId: id, state: 'handed-in', note, handedInOn, handedInBy: by };
  await tx`
    insert into hand_in ${tx(row)} on conflict (team_id, stage_id) do update
    set state = excluded.state, handed_in_on = excluded.handed_in_on, handed_in_by = excluded.handed_in_by,
      note = case when hand_in.note = '' then excluded.note else hand_in.note end`;
  notes.push(`“${name}” is handed in with it`);
}
