import { openSheet, safetyViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readSafetyPage } from './read';
import { SafetyView, SafetyActions } from './SafetyView';

export default async function SafetyPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/safety', props);
  const found = await readSafetyPage(pool(), frame);
  const { sees, safety } = found;
  const { role } = frame.seat;
  return (
    <ProjectFrame
      shows={['bench', 'bookings', 'brief', 'plan', 'safety']}
      frame={frame}
      sheet="safety"
      name="Safety"
      views={safetyViews(role)}
      title="Hazards"
      byTeam={sees}
      about={safety.hazards.length > 0 ? plural(safety.hazards.length, 'hazard') : undefined}
      actions={<SafetyActions {...found} frame={frame} />}
    >
      <SafetyView {...found} frame={frame} />
    </ProjectFrame>
  );
}
