import { listSelections } from '@/areas/concepts/read/selection';
import { hrefIn, type Place } from '@/areas/course';
import type { Sql } from '@/db/connection';

/** What the page “Selection” shows. */
export async function readSelectionPage(sql: Sql, frame: Place, { wanted }: { wanted: string | string[] | undefined }) {
  const { seat } = frame;
  const leads = seat.role === 'instructor';
  const all = await listSelections(sql, seat);
  const selections = all.filter((one) => !frame.section || one.sectionId === frame.section.id);
  const selection = selections.find((one) => one.id === wanted) ?? selections[0];
  const here = hrefIn(frame, 'concepts/selection');
  const edit = hrefIn(frame, 'concepts/selection/edit');
  return { leads, selections, selection, here, edit };
}
