import { openSheet, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readFindPage } from './read';
import { FindView } from './FindView';

export default async function FindPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/find', props);
  const { q } = await props.searchParams;
  const found = await readFindPage(pool(), frame, { q });
  const { text, hits } = found;

  return (
    <ProjectFrame
      shows={[]}
      frame={frame}
      sheet={null}
      view="find"
      name="Find"
      byTeam={false}
      about={
        text ? `“${text.slice(0, 100)}”: ${hits.length === 0 ? 'nothing found' : `${hits.length} found`}` : undefined
      }
    >
      <FindView {...found} frame={frame} />
    </ProjectFrame>
  );
}
