import { openSheet, CONCEPT_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readEditSelectionPage } from '@/areas/concepts/read/pages/editSelection';
import { EditSelectionView } from '@/areas/concepts/ui/pages/EditSelectionView';

export default async function EditSelectionPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/concepts/selection/edit', props);
  const { selection: id } = await props.searchParams;
  const found = await readEditSelectionPage(pool(), frame, { id });
  const { selection } = found;

  return (
    <ProjectFrame
      shows={['concepts', 'requirements', 'selection']}
      frame={frame}
      sheet="concepts"
      name="Concepts"
      view="concepts/selection"
      views={CONCEPT_VIEWS}
      title={selection ? `Change “${selection.name}”` : 'A new selection'}
      byTeam={false}
    >
      <EditSelectionView {...found} frame={frame} />
    </ProjectFrame>
  );
}
