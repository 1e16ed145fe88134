import { listSections, meetingsOf } from '@/areas/course/read/classes';
import { FieldError } from '@/server/outcome';
import type { Work } from '@/server/perform';

/**
 * Each action has an owner of the team and a class meeting that is still to come.
 * @throws FieldError at the field of the first that has not: "conditions.0.ownerId" for a list at "conditions."
 */
export async function mustBeDoable(
  { tx, projectId, now }: Pick<Work, 'tx' | 'projectId' | 'now'>,
  teamId: string,
  actions: readonly { ownerId: string; dueOn: string }[],
  at = (_i: number) => '',
): Promise<void> {
  const members = await tx<{ id: string; sectionId: string }[]>`
    select account_id as id, section_id from team_member where team_id = ${teamId} and project_id = ${projectId}`;
  const section = (await listSections(tx, projectId)).find((one) => one.id === members[0]?.sectionId);
  const days = new Set(section ? meetingsOf(section).map((meeting) => meeting.date) : []);
  for (const [i, { ownerId, dueOn }] of actions.entries()) {
    if (!members.some((member) => member.id === ownerId))
      throw new FieldError(`${at(i)}ownerId`, 'The owner is a member of the team.');
    if (!days.has(dueOn) || dueOn < now.slice(0, 10))
      throw new FieldError(`${at(i)}dueOn`, 'Choose a meeting of the team that is still to come.');
  }
}
