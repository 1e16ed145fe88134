import { openSheet, ProjectFrame, type SheetProps } from '@/features/frame';
import { Nothing } from '@/ui/sheet/Sheet';

export default async function ReviewsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/reviews', props);
  return (
    <ProjectFrame shows={[]} frame={frame} sheet="reviews" name="Reviews">
      <Nothing>
        Design reviews: the evidence shown, findings that become actions with an owner and a meeting, and the verdict.
      </Nothing>
    </ProjectFrame>
  );
}
