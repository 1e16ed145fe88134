import { remembered } from '@/db/remember';
import type { Sql } from '@/db/connection';
import { momentOf, type Work } from '@/server/perform';

/** What was changed of an attempt, in words for both sides. */
export interface Correction {
  id: string;
  teamId: string;
  runId: string;
  eventName: string;
  attempt: number;
  kind: 'corrected' | 'withdrawn' | 'counted';
  was: string;
  became: string;
  reason: string;
  madeAt: Date;
  /** The name of who did it. */
  by: string;
}

/** The corrections of a project since a day, or of one run; newest first. */
export const listCorrections = remembered(
  async (sql: Sql, projectId: string, { since, runId }: { since?: string; runId?: string }): Promise<Correction[]> => {
    return sql<Correction[]>`
      select id, team_id, run_id, event_name, attempt, kind, was, became, reason, made_at, by_name as by from correction
      where project_id = ${projectId} ${since ? sql`and made_at >= ${since}` : sql``} ${runId ? sql`and run_id = ${runId}` : sql``}
      order by made_at desc, id limit 100`;
  },
);

/** A correction in one sentence: "Attempt 1 corrected from 4.94 m to 5 m". */
export function correctionText({ attempt, kind, was, became }: Correction): string {
  if (kind === 'withdrawn') return `Attempt ${attempt} (${was}) withdrawn`;
  return kind === 'counted'
    ? `A run (${was}) now counts as attempt ${attempt}`
    : `Attempt ${attempt} corrected from ${was} to ${became}`;
}

/** Keeps what was changed of an attempt, for the team and whoever leads. */
export async function keepCorrection(work: Work, change: Omit<Correction, 'id' | 'madeAt' | 'by'>): Promise<void> {
  const { tx, projectId, seat } = work;
  const [was, became] = [change.was.slice(0, 400), change.became.slice(0, 400)];
  const row = { ...change, projectId, was, became, byName: seat.actor.name, madeAt: momentOf(work) };
  await tx`insert into correction ${tx(row)}`;
}
