import { openSheet, CONCEPT_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readSelectionPage } from '@/areas/concepts/read/pages/selection';
import { SelectionContent, SelectionActions } from '@/areas/concepts/ui/pages/SelectionContent';

export default async function SelectionPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/concepts/selection', props);
  const { selection: wanted } = await props.searchParams;
  const found = await readSelectionPage(pool(), frame, { wanted });
  const { selection } = found;

  return (
    <ProjectFrame
      shows={['requirements', 'selection']}
      frame={frame}
      sheet="concepts"
      name="Concepts"
      view="concepts/selection"
      views={CONCEPT_VIEWS}
      title={selection?.name ?? 'Selection'}
      about={
        selection && `${plural(selection.concepts.length, 'concept')}${selection.state === 'closed' ? ', closed' : ''}`
      }
      byTeam={false}
      actions={<SelectionActions {...found} frame={frame} />}
    >
      <SelectionContent {...found} frame={frame} />
    </ProjectFrame>
  );
}
