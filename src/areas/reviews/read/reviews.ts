import type { ReviewVerdict } from '@/core/gates';
import { planReview, type AgendaItem, type Closer, type Purpose, type ReviewPlan } from '@/core/reviews';
import { groupBy } from '@/core/shared/groupBy';
import type { Meeting } from '@/core/calendar';
import { shortName } from '@/core/names';
import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import { type ListedAction, meetingsOf, type Section } from '@/areas/course';
import { meetingKey } from '@/areas/plan';

/** A kind of review: its agenda, what the panel looks at, what the team answers beforehand. */
export interface ReviewKind {
  id: string;
  name: string;
  purpose: Purpose;
  agenda: AgendaItem[];
  checklist: string[];
  questions: string[];
  /** The most remarks of its own that a team adds. */
  remarks: number;
  version: number;
}
/** A team's part of a review. */
export interface Slot {
  id: string;
  reviewId: string;
  teamId: string;
  position: number;
  /** The team that reviews it. */
  peerId: string | null;
  /** What the team answers to the questions of the kind, and its own remarks. */
  answers: { question: string; text: string }[];
  remarks: string[];
  begunAt: string | null;
  endedAt: string | null;
  verdict: ReviewVerdict | null;
  reason: string;
  decidedBy: string;
  decidedOn: string | null;
  /** Whether the team reads what was found. */
  released: boolean;
  /** How often its packet was frozen. */
  packets: number;
  version: number;
}
export interface Review {
  id: string;
  kindId: string;
  kind: Omit<ReviewKind, 'id' | 'version'>;
  sectionId: string;
  stageId: string | null;
  stageName: string | null;
  name: string;
  /** Keys of the class meetings it is held in. */
  meetings: string[];
  minutes: number;
  changeover: number;
  opening: number;
  panels: number;
  ordered: 'given' | 'drawn' | 'behind';
  seed: string | null;
  peers: 'none' | 'assigned' | 'everybody';
  clientSits: boolean;
  asksAgainOn: string | null;
  peersReleased: boolean;
  version: number;
  /** In the running order. */
  slots: Slot[];
}

export const listKinds = remembered(async (sql: Sql, projectId: string): Promise<ReviewKind[]> => {
  return sql<ReviewKind[]>`
    select id, name, purpose, agenda, checklist, questions, remarks, version from review_kind
    where project_id = ${projectId} order by created_at, name`;
});

/** The reviews of a project, the latest first, each with its teams: two queries. */
export const listReviews = remembered(async (sql: Sql, projectId: string): Promise<Review[]> => {
  const [reviews, slots] = await Promise.all([
    sql<Omit<Review, 'slots'>[]>`
      select r.id, r.kind_id, jsonb_build_object('name', k.name, 'purpose', k.purpose, 'agenda', k.agenda, 'checklist', k.checklist,
          'questions', k.questions, 'remarks', k.remarks) as kind, r.section_id, r.stage_id, s.name as stage_name, r.name, r.meetings,
        r.minutes, r.changeover, r.opening, r.panels, r.ordered, r.seed, r.peers, r.client_sits, r.asks_again_on,
        r.peers_released_at is not null as peers_released, r.version
      from review r join review_kind k on k.id = r.kind_id left join stage s on s.id = r.stage_id
      where r.project_id = ${projectId} order by r.meetings ->> 0 desc, r.created_at desc`,
    sql<Slot[]>`
      select s.id, s.review_id, s.team_id, s.position, s.peer_id, s.answers, s.remarks, to_jsonb(s.begun_at) #>> '{}' as begun_at,
        to_jsonb(s.ended_at) #>> '{}' as ended_at, s.verdict, s.reason, s.decided_by, s.decided_on, s.released_at is not null as released,
        coalesce(p.number, 0) as packets, s.version
      from review_slot s left join (
        select slot_id, max(number) as number from packet where project_id = ${projectId} group by slot_id) p on p.slot_id = s.id
      where s.project_id = ${projectId} order by s.position, s.id`,
  ]);
  const byReview = groupBy(slots, ({ reviewId }) => reviewId);
  return reviews.map((review) => ({ ...review, slots: byReview.get(review.id) ?? [] }));
});

/** A team's part with the review it is of; null when there is none. */
export function slotIn(reviews: readonly Review[], slotId: unknown): { review: Review; slot: Slot } | null {
  for (const review of reviews) {
    const slot = review.slots.find(({ id }) => id === slotId);
    if (slot) return { review, slot };
  }
  return null;
}

/** Who is on when, as the calendar stands now. */
export interface RunningOrder extends ReviewPlan {
  /** By slot. */
  at: ReadonlyMap<string, { date: string; start: string; panel: number }>;
  /** Meetings that were chosen and do not take place any more. */
  cancelled: string[];
  /** Those it is held in. */
  meetings: Meeting[];
}

/** Lays a review over the meetings chosen for it; one that is cancelled since takes its teams no more. */
export function runningOrder(review: Review, section: Section | undefined): RunningOrder {
  const there = new Map((section ? meetingsOf(section) : []).map((one) => [meetingKey(one), one]));
  const meetings = review.meetings.flatMap((key) => there.get(key) ?? []);
  const cancelled = review.meetings.filter((key) => !there.has(key));
  const teams = review.slots.map(({ id }) => id);
  if (meetings.length === 0 || teams.length === 0)
    return { slots: [], left: teams, fits: teams.length === 0, ways: [], at: new Map(), cancelled, meetings };
  const plan = planReview({ ...review, teams, meetings });
  return { ...plan, at: new Map(plan.slots.map((slot) => [slot.team, slot])), cancelled, meetings };
}

export const FINDING_KINDS = ['must', 'should', 'note', 'good'] as const;
export type FindingKind = (typeof FINDING_KINDS)[number];
/** Kinds of object in a packet that a finding can be tied to. */
export const ABOUT_KINDS = [
  'requirement',
  'iteration',
  'run',
  'break',
  'budget',
  'conclusion',
  'schedule',
  'action',
  'answer',
] as const;
export type AboutKind = (typeof ABOUT_KINDS)[number];
export type ClosedBy = 'iteration' | 'run' | 'picture' | 'reason';

export interface Finding {
  id: string;
  slotId: string;
  reviewId: string;
  teamId: string;
  kind: FindingKind;
  text: string;
  aboutKind: AboutKind | null;
  aboutId: string | null;
  /** What it is about was called when it was noted. */
  about: string;
  /** Whether what it is about has been removed since. */
  aboutGone: boolean;
  authorId: string | null;
  /** As others are shown: first name and initial, or whom the link is for. */
  author: string;
  /** Others whose finding was merged into it. */
  also: string[];
  madeOn: string;
  ownerId: string | null;
  owner: string | null;
  mergedInto: string | null;
  closedOn: string | null;
  closedBy: ClosedBy | null;
  closedRef: string | null;
  closedWith: string;
  closer: string | null;
  released: boolean;
  version: number;
}

/** What stands of the findings of a project, oldest first; those merged into another one name their author there. */
export const listFindings = remembered(async (sql: Sql, projectId: string): Promise<Finding[]> => {
  const rows = await sql<Omit<Finding, 'also'>[]>`
    select f.id, f.slot_id, s.review_id, f.team_id, f.kind, f.text, f.about_kind, f.about_id, f.about,
      f.about_id is not null and case f.about_kind
        when 'requirement' then not exists (select from requirement x where x.id = f.about_id and x.state <> 'withdrawn')
        when 'iteration' then not exists (select from iteration x where x.id = f.about_id)
        when 'conclusion' then not exists (select from conclusion x where x.id = f.about_id and x.withdrawn_at is null)
        else false end as about_gone,
      f.author_id, coalesce(a.name, f.by_link) as author, (f.made_at at time zone case when p.pinned_now is null then p.time_zone else 'UTC' end)::date as made_on,
      f.owner_id, o.name as owner, f.merged_into, f.closed_on, f.closed_by, f.closed_ref, f.closed_with, c.name as closer,
      s.released_at is not null as released, f.version
    from review_finding f join review_slot s on s.id = f.slot_id join project p on p.id = f.project_id
    left join account a on a.id = f.author_id left join account o on o.id = f.owner_id left join account c on c.id = f.closer_id
    where f.project_id = ${projectId} and f.withdrawn_at is null order by f.made_at, f.created_at, f.id`;
  const merged = groupBy(rows, ({ mergedInto }) => mergedInto ?? '');
  const also = (id: string): string[] => (merged.get(id) ?? []).flatMap((one) => [nameOf(one), ...also(one.id)]);
  return rows.map((row) => ({ ...row, author: nameOf(row), also: row.mergedInto === null ? also(row.id) : [] }));
});

/** A person by first name and initial; the holder of a link by what the link is for. */
const nameOf = ({ authorId, author }: { authorId: string | null; author: string }) =>
  authorId === null ? author : shortName(author);

/** Those that stand for themselves. */
export const standingOnly = (findings: readonly Finding[]): Finding[] =>
  findings.filter(({ mergedInto }) => mergedInto === null);

/** A finding that somebody has to do something about. */
export const isOpen = ({ kind, closedBy }: Pick<Finding, 'kind' | 'closedBy'>): boolean =>
  closedBy === null && (kind === 'must' || kind === 'should');

/** What was decided in a review, or stayed open. */
export interface ReviewNote {
  id: string;
  slotId: string;
  teamId: string;
  kind: 'decision' | 'question';
  text: string;
  authorId: string | null;
  author: string;
  answer: string;
  version: number;
}
export const listNotes = remembered(async (sql: Sql, projectId: string): Promise<ReviewNote[]> => {
  const rows = await sql<ReviewNote[]>`
    select n.id, n.slot_id, n.team_id, n.kind, n.text, n.author_id, coalesce(a.name, n.by_link) as author, n.answer, n.version
    from review_note n left join account a on a.id = n.author_id
    where n.project_id = ${projectId} and n.withdrawn_at is null order by n.made_at, n.created_at, n.id`;
  return rows.map((row) => ({ ...row, author: nameOf(row) }));
});

/** An action that came out of a review, or a condition of its verdict. */
export interface ReviewAction extends ListedAction {
  slotId: string;
  teamId: string | null;
  ownerId: string | null;
  condition: boolean;
}
export const listReviewActions = remembered(async (sql: Sql, projectId: string): Promise<ReviewAction[]> => {
  return sql<ReviewAction[]>`
    select a.id, a.source_id as slot_id, a.team_id, a.what, a.owner_id, o.name as owner, a.due_on, a.state <> 'open' as done,
      a.source_kind = 'verdict' as condition, a.version
    from action a left join account o on o.id = a.owner_id
    where a.project_id = ${projectId} and a.source_kind in ('review', 'verdict') order by a.due_on nulls last, a.what, a.id`;
});

export interface ReviewRule {
  id: string | null;
  closer: Closer;
  version: number | null;
}
export const findReviewRule = remembered(async (sql: Sql, projectId: string): Promise<ReviewRule> => {
  const [row] = await sql<ReviewRule[]>`select id, closer, version from review_rule where project_id = ${projectId}`;
  return row ?? { id: null, closer: 'anybody', version: null };
});
