import type { InferType } from 'yup';
import { look } from '@/core/inspection';
import { json } from '@/db/connection';
import { isOfficialOfAny } from '@/areas/bench';
import { deviceOf, readInspections, type Inspected } from '@/areas/event/read/inspections';
import { FieldError } from '@/server/outcome';
import { momentOf, type Command, type Work } from '@/server/perform';
import { read } from '@/ui/forms/schema';
import { inspectionSchema } from '@/areas/event/records/inspections';

type Given = InferType<typeof inspectionSchema>;

/**
 * Keeps what an inspector found: a look at one point, a repair, or the seal. Ids are the client's and a repeat changes nothing. The value
 * as read decides; where the uncertainty reaches across the limit the inspector may decide otherwise; a waiver needs its reason.
 */
const inspecting = (door: Command<Given, never>['door']): Command<Given, { id: string }> => ({
  door,
  schema: inspectionSchema as Command<Given, never>['schema'],
  target: async (sql, { teamId }, projectId, seat) => {
    const [team] = await sql<{ id: string }[]>`
      select id from team where id::text = ${String(teamId)} and project_id = ${projectId}`;
    return team ? { teamId: team.id, official: await isOfficialOfAny(sql, seat) } : null;
  },
  run: async (work, input) => {
    const { tx, projectId, seat } = work;
    const { id, does, teamId } = input;
    await tx`select 1 from team where id = ${teamId} and project_id = ${projectId} for no key update`;
    const [known] = await tx`
      select 1 from inspection where id = ${id} union all select 1 from seal where id = ${id} union all select 1 from repair where id = ${id}`;
    if (known) return { id };
    const inspected = await readInspections(tx, projectId);
    const row = { id, projectId, teamId, byName: seat.actor.name, madeAt: momentAfter(work, inspected, teamId) };
    if (does === 'look') await keepLook(work, row, inspected, input);
    else if (does === 'repair') {
      if (!input.what) throw new FieldError('what', 'Say what was done.');
      await tx`insert into repair ${tx({ ...row, what: input.what, touched: json(tx, input.touched) as never })}`;
    } else {
      const { state, left } = deviceOf(inspected, teamId);
      if (left > 0 || state === 'fails')
        throw new FieldError(
          '',
          `${left === 1 ? 'One point is' : `${left} points are`} not passed yet, so it can’t be sealed.`,
        );
      if (!input.signedBy) throw new FieldError('signedBy', 'Enter who signs for the team.');
      await tx`insert into seal ${tx({ ...row, mark: input.mark, signedBy: input.signedBy })}`;
    }
    return { id };
  },
});
export const inspect = inspecting('/api/v1/inspections');
export const inspectByLink = inspecting('/api/v1/official-inspections');

/**
 * When it was made. A seal is put on after what it rests on, as the server checks that when it comes; where the project's time stands
 * still, so is everything after what was there before.
 */
function momentAfter(work: Work, { inspections, seals, repairs }: Inspected, teamId: string): Date {
  const at = momentOf(work);
  if (!work.seat.project.pinnedNow) return at;
  const before = [...inspections, ...seals, ...repairs]
    .filter((one) => one.teamId === teamId)
    .map(({ madeAt }) => madeAt.getTime());
  return new Date(Math.max(at.getTime(), ...before.map((one) => one + 1)));
}

async function keepLook(
  { tx, notes }: Work,
  row: { id: string; projectId: string; teamId: string; byName: string; madeAt: Date },
  { checks }: Inspected,
  input: Given,
): Promise<void> {
  const { checkId, decision, reason } = input;
  const check = checks.find((one) => one.id === checkId);
  if (!check?.limit) throw new FieldError('', 'This point is not inspected any more. Reload the page.');
  if (decision === 'waived' && !reason)
    throw new FieldError('reason', 'A waiver needs its reason: everybody reads it.');
  const yes = check.limit.kind === 'yes';
  const value = !yes && input.value ? read(input.value, notes) : null;
  if (decision !== 'waived' && (yes ? input.answer === null : value === null))
    throw new FieldError(yes ? 'answer' : 'value', yes ? 'Choose yes or no.' : 'Enter what was measured.');
  const unit = value !== null && 'unit' in check.limit ? check.limit.unit : null;
  const expandedUncertainty = value === null ? 0 : check.expandedUncertainty;
  const answer = yes ? input.answer : null;
  const found = value === null && answer === null ? null : look(check.limit, value ?? answer!, expandedUncertainty);
  if (decision !== 'waived' && found && !found.may.includes(decision))
    throw new FieldError(
      'decision',
      found.simple === 'fails'
        ? 'It fails clearly. Measure again after a repair, or waive it with a reason.'
        : 'It passes clearly: what was measured leaves no other decision.',
    );
  if (decision !== 'waived' && decision !== found?.simple && !reason)
    throw new FieldError('reason', 'The value as read says otherwise. You may decide so, with your reason.');
  await tx`
    insert into inspection ${tx({ ...row, checkId: check.id, value, unit, expandedUncertainty, answer, decision, reason })}`;
}
