import { openSheet, BUILD_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readBuildsPage } from '@/areas/compliance/read/pages/builds';
import { BuildsView, BuildsActions } from '@/areas/compliance/ui/pages/BuildsView';

export default async function BuildsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/builds', props);
  // Of many teams the newest; of one team, and when all are asked for, every one.
  const { all: every, figure } = await props.searchParams;
  const found = await readBuildsPage(pool(), frame, { every });
  const { all, newest, iterations, more } = found;

  return (
    <ProjectFrame
      shows={['bench', 'builds', 'requirements']}
      frame={frame}
      sheet="builds"
      name="Builds"
      view="builds"
      views={BUILD_VIEWS}
      about={
        all.length
          ? `${plural(all.length, 'iteration')}${more > 0 ? `, the newest ${newest === 1 ? '' : `${newest} `}of each team` : ''}`
          : undefined
      }
      actions={iterations.length > 0 && <BuildsActions {...found} frame={frame} figure={figure} />}
    >
      <BuildsView {...found} frame={frame} figure={figure} />
    </ProjectFrame>
  );
}
