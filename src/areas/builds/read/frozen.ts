import { day } from '@/core/format';
import { dayOfEntry } from '@/server/clock';
import { FieldError } from '@/server/outcome';
import type { Sql } from '@/db/connection';
import type { Work } from '@/server/perform';
import { allowed, type Seat } from '@/server/access';
import { findBuildRule } from './iterations';

/**
 * From the day that the course sets, students change no iteration any more. What was entered before it, without a connection, is
 * taken: it counts when it was entered.
 * @throws FieldError for a student, from that day on.
 */
export async function mustNotBeFrozen({ tx, projectId, seat, now, age }: Work): Promise<void> {
  if (allowed(seat, 'iteration.freeze')) return;
  const [rule] = await tx<{ frozenFrom: string | null }[]>`
    select frozen_from from build_rule where project_id = ${projectId}`;
  if (!rule?.frozenFrom || dayOfEntry(seat.project, now, age) < rule.frozenFrom) return;
  throw new FieldError(
    '',
    `The designs are frozen since ${day(rule.frozenFrom)}. Ask your instructor if something has to be changed.`,
  );
}

/** Since when the designs are frozen for whoever looks; null while they may change them. */
export async function frozenFor(sql: Sql, seat: Seat, today: string): Promise<string | null> {
  const { frozenFrom } = await findBuildRule(sql, seat.project.id);
  return frozenFrom !== null && frozenFrom <= today && !allowed(seat, 'iteration.freeze') ? frozenFrom : null;
}
