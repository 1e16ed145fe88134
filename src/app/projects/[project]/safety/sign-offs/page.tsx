import { openSheet, safetyViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readSignOffsPage } from '@/areas/safety/read/pages/signOffs';
import { SignOffsView, SignOffsActions } from '@/areas/safety/ui/pages/SignOffsView';

export default async function SignOffsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/safety/sign-offs', props);
  const found = await readSignOffsPage(pool(), frame);
  const { leads, students, trainings } = found;
  const { role } = frame.seat;
  return (
    <ProjectFrame
      shows={['safety']}
      frame={frame}
      sheet="safety"
      name="Safety"
      view="safety/sign-offs"
      views={safetyViews(role)}
      title="Training sign-offs"
      byTeam={leads}
      about="no booking and no start of work without them"
      actions={leads && trainings.length > 0 && students.length > 0 && <SignOffsActions {...found} frame={frame} />}
    >
      <SignOffsView {...found} frame={frame} />
    </ProjectFrame>
  );
}
