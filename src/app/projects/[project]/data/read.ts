import { listMembers, countNames, isDue } from '@/areas/course';
import { readBackups } from '@/shell/data/backups';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “Data” shows. */
export async function readDataPage(sql: Sql, frame: Frame) {
  const { project } = frame.seat;
  const [members, names, backups] = await Promise.all([
    listMembers(sql, project.id),
    countNames(sql, project.id),
    readBackups(sql),
  ]);
  const shown = members.filter(
    (one) =>
      (!frame.section || one.sectionId === frame.section.id) &&
      (!frame.team || one.teamId === frame.team.id) &&
      !one.erased,
  );
  const due = isDue(project.retentionUntil, frame.today);
  return { names, backups, shown, due };
}
