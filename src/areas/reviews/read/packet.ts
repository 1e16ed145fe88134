import type { ClaimVerdict } from '@/core/builds';
import { plural } from '@/core/format';
import type { Verdict as RequirementVerdict } from '@/core/format/verdict';
import { withoutNames } from '@/core/names';
import type { Readiness } from '@/core/reviews';
import type { Standing } from '@/core/bench';
import type { Sql } from '@/db/connection';
import { remembered } from '@/db/remember';
import { isId } from '@/server/access';
import type { AboutKind, ClosedBy, FindingKind } from './reviews';

/** What a packet shows, as plain values: nothing in it follows what is changed afterwards, and nobody is named in it. */
export interface Packet {
  /** Local time of the project. */
  asOf: string;
  /** When the team was to be on, as the plan stood; null for a team that no time was left for. */
  on: { date: string; start: string } | null;
  newest: { id: string; number: number } | null;
  requirements: {
    id: string;
    code: string;
    statement: string;
    must: boolean;
    limit: string;
    low: number | null;
    high: number | null;
    yes: boolean;
    verdict: RequirementVerdict;
    value: number | null;
    uncertainty: number;
    figure: string;
    rests: string;
  }[];
  /** Since the last packet, or all of them; oldest first. */
  iterations: {
    id: string;
    number: number;
    kind: string;
    state: string;
    builtOn: string;
    change: string;
    reason: string;
    changes: string[];
    expects: string;
    /** What the verdicts turned to against what it comes from. */
    turned: string[];
    claims: { text: string; verdict: ClaimVerdict }[];
    good: string;
    bad: string;
  }[];
  runs: {
    quantityId: string;
    iterationId: string;
    test: string;
    iteration: number;
    count: number;
    wanted: number | null;
    figure: string;
    at: string;
  }[];
  comparisons: { id: string; text: string; says: string; standing: Standing }[];
  breaks: { id: string; iteration: number; copy: number; what: string; on: string; mended: string | null }[];
  budgets: { id: string; name: string; limit: string; planned: string; left: string; over: boolean }[];
  schedule: { stage: string; stands: string; behind: boolean } | null;
  actions: { id: string; what: string; ownerId: string | null; dueOn: string | null; state: string; late: boolean }[];
  findings: {
    id: string;
    kind: FindingKind;
    text: string;
    about: string;
    review: string;
    closedBy: ClosedBy | null;
    closedWith: string;
  }[];
  answers: { id: string; question: string; text: string }[];
  remarks: string[];
  checklist: string[];
  readiness: Readiness;
}
/** A packet as it was shown. */
export interface FrozenPacket {
  id: string;
  slotId: string;
  teamId: string;
  number: number;
  content: Packet;
  frozenAt: string;
  frozenBy: string;
}

const columns = (sql: Sql) =>
  sql`id, slot_id, team_id, number, content, to_jsonb(frozen_at) #>> '{}' as frozen_at, frozen_by`;

/** The packets of a team, oldest first. */
export const listPackets = remembered(async (sql: Sql, projectId: string, teamId: string): Promise<FrozenPacket[]> => {
  return sql<FrozenPacket[]>`
    select ${columns(sql)} from packet where project_id = ${projectId} and team_id = ${teamId} order by frozen_at, number`;
});

/** The last packet of each team of a review. */
export const listPacketsOf = remembered(
  async (sql: Sql, projectId: string, reviewId: string): Promise<FrozenPacket[]> => {
    return sql<FrozenPacket[]>`
    select distinct on (slot_id) ${columns(sql)} from packet
    where project_id = ${projectId} and slot_id in (select id from review_slot where review_id = ${reviewId}) order by slot_id, number desc`;
  },
);

/** What a packet is held against: the last one of an earlier review of the team. */
export function packetBefore(
  packets: readonly FrozenPacket[],
  slotId: string,
  frozenAt: string | null,
): FrozenPacket | null {
  return packets.findLast((one) => one.slotId !== slotId && (frozenAt === null || one.frozenAt < frozenAt)) ?? null;
}

/** Something in a packet that a finding can be tied to. */
export interface About {
  kind: AboutKind;
  id: string | null;
  label: string;
}

/** Everything in a packet that can be pointed at, in the order it is shown. */
export function aboutsIn(packet: Packet): About[] {
  return [
    ...packet.requirements.map(({ id, code, statement }) => ({
      kind: 'requirement' as const,
      id,
      label: `${code} ${statement}`.slice(0, 120),
    })),
    ...packet.iterations.map(({ id, number: n, change }) => ({
      kind: 'iteration' as const,
      id,
      label: `iteration ${n}: ${change}`.slice(0, 120),
    })),
    ...packet.runs.map(({ test, iteration, count }) => ({
      kind: 'run' as const,
      id: null,
      label: `${plural(count, 'run')} of iteration ${iteration}, ${test}`.slice(0, 120),
    })),
    ...packet.comparisons.map(({ id, text }) => ({ kind: 'conclusion' as const, id, label: text.slice(0, 120) })),
    ...packet.breaks.map(({ id, iteration, what }) => ({
      kind: 'break' as const,
      id,
      label: `iteration ${iteration} broke: ${what}`.slice(0, 120),
    })),
    ...packet.budgets.map(({ id, name }) => ({ kind: 'budget' as const, id: isId(id) ? id : null, label: name })),
    ...(packet.schedule ? [{ kind: 'schedule' as const, id: null, label: `schedule: ${packet.schedule.stands}` }] : []),
    ...packet.actions.map(({ id, what }) => ({ kind: 'action' as const, id, label: what.slice(0, 120) })),
    ...packet.answers
      .filter(({ text }) => text !== '')
      .map(({ question }) => ({ kind: 'answer' as const, id: null, label: question.slice(0, 120) })),
  ];
}

/** Something as a guest reads it: what texts of the team say of students by name is said of "a student". */
export function forGuests<T>(shown: T, names: readonly string[]): T {
  return JSON.parse(withoutNames(JSON.stringify(shown), names)) as T;
}

/** How much a packet says at a glance: "iteration 4, 5 of 7 musts conform". */
export function packetInShort(packet: Packet): string {
  const musts = packet.requirements.filter(({ must }) => must);
  const met = musts.filter(({ verdict }) => verdict === 'conforms').length;
  const built = packet.newest ? `iteration ${packet.newest.number}` : 'nothing built';
  return musts.length === 0 ? built : `${built}, ${met} of ${plural(musts.length, 'must')} met`;
}
