import { openSheet, ProjectFrame, type SheetProps } from '@/features/frame';
import { Nothing } from '@/ui/sheet/Sheet';

export default async function ConceptsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/concepts', props);
  return (
    <ProjectFrame frame={frame} sheet="concepts" name="Concepts">
      <Nothing>
        Everybody’s own idea before anybody sees another’s, feasibility against the requirements, and the selection of
        what gets built.
      </Nothing>
    </ProjectFrame>
  );
}
