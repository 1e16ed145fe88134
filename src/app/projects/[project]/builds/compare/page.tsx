import { openSheet, BUILD_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readComparePage } from './read';
import { CompareView } from './CompareView';

export default async function ComparePage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/builds/compare', props);
  const { a: one, b: other } = await props.searchParams;
  const found = await readComparePage(pool(), frame, { one, other });
  const { both, na, nb } = found;

  return (
    <ProjectFrame
      shows={['bench', 'builds', 'requirements']}
      frame={frame}
      sheet="builds"
      name="Builds"
      view="builds/compare"
      views={BUILD_VIEWS}
      title={both ? `${na} and ${nb}` : 'Compare'}
      byTeam={false}
    >
      <CompareView {...found} frame={frame} />
    </ProjectFrame>
  );
}
