import { assignPeers, USUAL_KINDS } from '@/core/reviews';
import { json } from '@/db/connection';
import { readPaces } from '@/areas/plan';
import type { Slot } from '@/areas/reviews/read/reviews';
import { FieldError } from '@/server/outcome';
import type { Work } from '@/server/perform';
import { saveRow } from '@/server/saveRow';

/** Adds a usual kind of review to the project. @throws FieldError for none of them, or a name that is taken. */
export async function addKind(work: Work, name: string, field: string): Promise<string> {
  const { tx, projectId } = work;
  const usual = USUAL_KINDS.find((one) => one.name === name);
  if (!usual) throw new FieldError(field, 'Choose a kind of the list.');
  const [taken] = await tx<{ id: string }[]>`
    select id from review_kind where project_id = ${projectId} and lower(name) = ${name.toLowerCase()}`;
  if (taken) throw new FieldError(field, `There is a kind ${usual.name} already; take that one, or rename it first.`);
  const lists = {
    agenda: json(tx, usual.agenda),
    checklist: json(tx, usual.checklist),
    questions: json(tx, usual.questions),
  };
  const values = { name: usual.name, purpose: usual.purpose, ...lists };
  return saveRow(work, 'review_kind', { id: null, version: null }, values, () => ({}));
}

/** The kind of a review: one of the project by its id or name, as somebody else may have added it meanwhile, else a usual one. */
export async function kindOf(work: Work, kind: string): Promise<string> {
  const { tx, projectId } = work;
  const [known] = await tx<{ id: string }[]>`
    select id from review_kind where project_id = ${projectId} and (id::text = ${kind} or lower(name) = ${kind.toLowerCase()})`;
  return known?.id ?? addKind(work, kind, 'kind');
}

/** The teams in the order they are heard in: as given, or the furthest behind first, of equal ones as given. */
export async function inOrder(work: Work, ordered: string, teams: readonly string[]): Promise<string[]> {
  if (ordered !== 'behind') return [...teams];
  const paces = await readPaces(work.tx, work.seat.project, work.now);
  const behind = (team: string) => paces.get(team)?.behind ?? -Infinity;
  return teams
    .map((team, at) => ({ team, at }))
    .sort((a, b) => behind(b.team) - behind(a.team) || a.at - b.at)
    .map(({ team }) => team);
}

/** Brings a review's teams into an order, each with who reviews it. One that has begun, or was found something, stays. */
export async function keepSlots(
  { tx, projectId }: Work,
  review: { id: string; peers: string; panels: number },
  teams: readonly string[],
  before: readonly Slot[],
): Promise<void> {
  const gone = before.filter(({ teamId }) => !teams.includes(teamId));
  if (gone.length > 0) {
    const ids = gone.map(({ id }) => id);
    const [kept] = await tx<{ name: string }[]>`
      select t.name from review_slot s join team t on t.id = s.team_id
      where s.id = any(${ids}) and (s.begun_at is not null or exists (select from packet p where p.slot_id = s.id)
        or exists (select from review_finding f where f.slot_id = s.id)) limit 1`;
    if (kept) throw new FieldError('teams', `${kept.name} has been reviewed or has a packet; it stays in the review.`);
    await tx`delete from review_slot where id = any(${ids}) and project_id = ${projectId}`;
  }
  const peers = review.peers === 'assigned' ? assignPeers(teams, review.panels) : new Map<string, string>();
  const rows = teams.map((teamId, position) => ({
    projectId,
    reviewId: review.id,
    teamId,
    position,
    peerId: peers.get(teamId) ?? null,
  }));
  await tx`
    insert into review_slot ${tx(rows)}
    on conflict (review_id, team_id) do update set position = excluded.position, peer_id = excluded.peer_id
    where review_slot.position <> excluded.position or review_slot.peer_id is distinct from excluded.peer_id`;
}
