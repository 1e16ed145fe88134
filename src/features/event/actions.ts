'use server';

import { checkRule } from '@/core/scoring';
import { CoreError, type Dimension } from '@/core/units';
import { json } from '@/db/connection';
import { FieldError } from '@/server/outcome';
import { type Work, action } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import { read } from '@/ui/forms/schema';
import { eventForm, ruleOf } from './rule';
import { eventSchema } from './schema';

/** An event with its rule; the rule is checked as a whole before it is kept. */
export const saveEvent = action('saveEvent', eventSchema, async (work, input) => {
  const { tx, projectId, notes } = work;
  const rule = ruleOf(input, notes);
  try {
    checkRule(rule);
  } catch (error) {
    if (error instanceof CoreError)
      throw new FieldError(
        /formula/i.test(error.message) ? 'formula' : /tie/i.test(error.message) ? 'ties' : 'points',
        error.message,
      );
    throw error;
  }
  const [protocol] = await tx<
    { dimension: Dimension }[]
  >`select dimension from protocol where id = ${input.protocolId} and project_id = ${projectId}`;
  if (!protocol) throw new FieldError('protocolId', 'This protocol is not part of the project.');
  if (input.id) await checkRuns(work, input.id, rule.attempts.allowed, protocol.dimension);
  const values = {
    name: input.name,
    protocolId: input.protocolId,
    dimension: protocol.dimension,
    position: read(input.position),
    attemptsAllowed: rule.attempts.allowed,
    rule: json(tx, rule),
  };
  return { id: await saveRow(work, 'event', { id: input.id, version: input.version }, values, eventForm) };
});

/** Runs that are recorded stay countable: the rule can't allow fewer attempts, nor the protocol measure something else. */
async function checkRuns(
  { tx, projectId }: Work,
  eventId: string,
  allowed: number,
  dimension: Dimension,
): Promise<void> {
  const [runs] = await tx<[{ most: number | null; other: string | null }]>`
    select max(attempt) as most, max(dimension) filter (where dimension <> ${dimension}) as other from trial
    where event_id = ${eventId} and project_id = ${projectId} and taken_back_at is null`;
  if ((runs.most ?? 0) > allowed)
    throw new FieldError('allowed', `A team has ${runs.most} attempts recorded; take those back first.`);
  if (runs.other)
    throw new FieldError('protocolId', `Runs in ${runs.other} are recorded; this protocol measures ${dimension}.`);
}
