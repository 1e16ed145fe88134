import { openSheet, reviewViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { PrintButton } from '@/ui/PrintButton';
import { pool } from '@/db/connection';
import { readFindingsPage } from '@/areas/reviews/read/pages/findings';
import { FindingsView } from '@/areas/reviews/ui/pages/FindingsView';

export default async function FindingsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/reviews/findings', props);
  const search = await props.searchParams;
  const found = await readFindingsPage(pool(), frame, { search });
  const { sees, own, open } = found;
  const { seat } = frame;
  const { role } = seat;
  return (
    <ProjectFrame
      shows={['builds', 'bench', 'calendar', 'plan', 'reviews']}
      frame={frame}
      sheet="reviews"
      name="Reviews"
      view="reviews/findings"
      views={reviewViews(role)}
      title={sees ? 'Findings of the class' : 'Findings'}
      byTeam={sees}
      about={own.length > 0 ? `${open} open of ${plural(own.length, 'finding')}` : undefined}
      actions={own.length > 0 && <PrintButton />}
    >
      <FindingsView {...found} frame={frame} search={search} />
    </ProjectFrame>
  );
}
