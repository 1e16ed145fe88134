import { allowed } from '@/server/access';
import { listFindings, listNotes, listReviewActions, listOpinions, standingOnly, type Slot } from '@/areas/reviews';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';
import type { Team } from '@/areas/course';

/** What the page “Minutes” shows. */
export async function readMinutesPage(
  sql: Sql,
  frame: Frame,
  { slot, team, released }: { slot: Slot; team: Team; released: boolean },
) {
  const { seat } = frame;
  const { project } = seat;
  const target = { teamId: team.id, released };
  const reads = allowed(seat, 'finding.read', target);
  const [all, allNotes, allActions, opinions] = reads
    ? await Promise.all([
        listFindings(sql, project.id),
        listNotes(sql, project.id),
        listReviewActions(sql, project.id),
        listOpinions(sql, project.id),
      ])
    : [[], [], [], []];
  const findings = standingOnly(all).filter((one) => one.slotId === slot.id);
  const notes = allNotes.filter((one) => one.slotId === slot.id);
  const actions = allActions.filter((one) => one.slotId === slot.id);
  const said = opinions.filter((one) => one.slotId === slot.id);
  const authors = [
    ...new Set([...findings.flatMap((one) => [one.author, ...one.also]), ...notes.map((one) => one.author)]),
  ];
  return { target, reads, findings, notes, actions, said, authors };
}
