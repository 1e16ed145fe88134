import { readDesigns, surveyed } from '@/areas/compliance';
import { listStudents, type Team } from '@/areas/course';
import { loadEventResults } from '@/areas/event';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “TeamSheet” shows. */
export async function readTeamSheetPage(sql: Sql, frame: Frame, { here, many }: { here: Team[]; many: boolean }) {
  const { seat } = frame;
  const { id } = seat.project;
  const [designs, students, results] = await Promise.all([
    readDesigns(sql, id),
    listStudents(sql, id),
    loadEventResults(sql, id),
  ]);
  const shown = (many ? [] : here).flatMap((one) => {
    const own = designs.iterations.filter(({ teamId }) => teamId === one.id);
    return own.length > 0 ? [{ team: one, own, of: surveyed(frame, designs.iterations, own) }] : [];
  });
  return { designs, students, results, shown };
}
