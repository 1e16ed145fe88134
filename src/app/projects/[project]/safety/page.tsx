import { openSheet, ProjectFrame, type SheetProps } from '@/features/frame';
import { Nothing } from '@/ui/sheet/Sheet';

export default async function SafetyPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/safety', props);
  return (
    <ProjectFrame frame={frame} sheet="safety" name="Safety">
      <Nothing>
        Hazards with their cautions, training sign-offs, holds and the incident log. Until then the cautions of each
        protocol stand where runs are entered. Local codes, the school’s rules and licensed practice come first.
      </Nothing>
    </ProjectFrame>
  );
}
