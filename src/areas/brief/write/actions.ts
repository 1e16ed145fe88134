'use server';

import { json, type Tx } from '@/db/connection';
import { FieldError } from '@/server/outcome';
import { orConflict, action } from '@/server/perform';
import { toBriefParts, type BriefContent } from '@/areas/brief/read/brief';
import { listRequirements } from '@/areas/brief/read/requirements';
import { cleanRichText } from '@/server/richText';
import { readOptional } from '@/ui/forms/schema';
import { limitsByRule } from '@/areas/brief/read/limits';
import { briefSchema, linesOf, publishSchema, readSchema } from '@/areas/brief/records/brief';
import { briefForm } from '@/areas/brief/read/toForm';

export const saveBrief = action('saveBrief', briefSchema, async ({ tx, projectId, notes }, given) => {
  const { version, energy, kit, fixedDates } = given;
  const texts = {
    challenge: cleanRichText(given.challenge),
    setting: cleanRichText(given.setting),
    product: cleanRichText(given.product),
    account: cleanRichText(given.account),
    rules: cleanRichText(given.rules),
    hazards: cleanRichText(given.hazards),
    warmUp: cleanRichText(given.warmUp),
  };
  const lists = {
    kit: json(tx, kit),
    banned: json(tx, linesOf(given.banned)),
    checklist: json(tx, linesOf(given.checklist)),
    fixedDates: json(tx, fixedDates),
  };
  const teamFrom = readOptional(given.teamFrom, notes);
  const teamTo = readOptional(given.teamTo, notes);
  const written = await tx`
          update brief set ${tx({ ...texts, ...lists, energy, teamFrom, teamTo } as never)}
          where project_id = ${projectId} and version = ${version} returning 1`;
  await orConflict(written, tx, projectId, async () => {
    const [row] = await tx`select * from brief where project_id = ${projectId}`;
    return row && { ...briefForm(toBriefParts(row)), version: Number(row.version) };
  });
});

/** Publishes the brief as it stands: the version is frozen, and students are told what changed. */
export const publishBrief = action(
  'publishBrief',
  publishSchema,
  async ({ tx, projectId, seat }, { version, note }) => {
    const [row] = await tx`select * from brief where project_id = ${projectId} for update`;
    const parts = toBriefParts(row!);
    if (Number(row!.version) !== version)
      throw new FieldError('', 'The brief was changed meanwhile; look at it again before you publish it.');
    if (!parts.product || !parts.account)
      throw new FieldError(
        '',
        'A brief always asks for two deliverables: the product, and the account of why it is as it is. Write both first.',
      );
    const content: BriefContent = { ...parts, limits: limitsByRule(await listRequirements(tx, projectId)) };
    const number = await nextNumber(tx, projectId, content);
    await tx`
          insert into brief_version ${tx({ projectId, number, content: json(tx, content), note, publishedBy: seat.actor.name })}`;
    return { number };
  },
);

async function nextNumber(tx: Tx, projectId: string, content: BriefContent): Promise<number> {
  const [last] = await tx<{ number: number; content: BriefContent; same: boolean }[]>`
    select number, content = ${json(tx, content)} as same from brief_version where project_id = ${projectId} order by number desc limit 1`;
  if (last?.same) throw new FieldError('', `Nothing has changed since version ${last.number}.`);
  return (last?.number ?? 0) + 1;
}

/** A student has read a version; from now on changes are told from there. */
export const markBriefRead = action('markBriefRead', readSchema, async ({ tx, projectId, seat }, { number }) => {
  if (seat.role !== 'student') return;
  const [known] = await tx`select 1 from brief_version where project_id = ${projectId} and number = ${number}`;
  if (!known) throw new FieldError('', 'There is no such version.');
  await tx`
          insert into brief_read ${tx({ projectId, accountId: seat.actor.id, number })}
          on conflict (project_id, account_id) do update set number = greatest(brief_read.number, excluded.number), read_at = now()`;
});
