import { openSheet, requirementViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { inForce } from '@/areas/brief';
import { pool } from '@/db/connection';
import { readRequirementsPage } from '@/areas/compliance/read/pages/requirements';
import { RequirementsView, RequirementsActions } from '@/areas/compliance/ui/pages/RequirementsView';

export default async function RequirementsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/requirements', props);
  const found = await readRequirementsPage(pool(), frame);
  const { requirements } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'requirements']}
      frame={frame}
      sheet="requirements"
      name="Requirements"
      views={requirementViews(seat.role)}
      about={requirements.length ? `${plural(inForce(requirements).length, 'requirement')} in force` : undefined}
      actions={<RequirementsActions {...found} frame={frame} />}
    >
      <RequirementsView {...found} frame={frame} />
    </ProjectFrame>
  );
}
