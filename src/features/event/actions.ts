'use server';

import { checkRule } from '@/core/scoring';
import { CoreError } from '@/core/units';
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
  const [scored] = await tx<{ quantityId: string }[]>`
    select id as quantity_id from quantity where protocol_id = ${input.protocolId} and project_id = ${projectId} and position = 0`;
  if (!scored) throw new FieldError('protocolId', 'This protocol is not part of the project.');
  if (input.id) await checkAttempts(work, input.id, rule.attempts.allowed, input.protocolId);
  const values = {
    name: input.name,
    protocolId: input.protocolId,
    quantityId: scored.quantityId,
    position: read(input.position),
    attemptsAllowed: rule.attempts.allowed,
    rule: json(tx, rule),
  };
  return { id: await saveRow(work, 'event', { id: input.id, version: input.version }, values, eventForm) };
});

/** Attempts that are recorded stay countable: the rule can't allow fewer, nor the event be run under another protocol. */
async function checkAttempts(
  { tx, projectId }: Work,
  eventId: string,
  allowed: number,
  protocolId: string,
): Promise<void> {
  const [made] = await tx<[{ most: number | null; under: string | null }]>`
    select max(a.number) as most, max(p.name) filter (where p.id <> ${protocolId}) as under
    from attempt a join run r on r.id = a.run_id join protocol p on p.id = r.protocol_id
    where a.event_id = ${eventId} and a.project_id = ${projectId} and a.stands`;
  if ((made.most ?? 0) > allowed)
    throw new FieldError('allowed', `A team has ${made.most} attempts recorded; withdraw those first.`);
  if (made.under)
    throw new FieldError('protocolId', `Attempts are recorded under “${made.under}”; withdraw them before it changes.`);
}
