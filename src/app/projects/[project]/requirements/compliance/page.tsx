import { openSheet, requirementViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readCompliancePage } from '@/areas/compliance/read/pages/compliance';
import { ComplianceView, ComplianceActions } from '@/areas/compliance/ui/pages/ComplianceView';

export default async function CompliancePage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/requirements/compliance', props);
  const search = await props.searchParams;
  const found = await readCompliancePage(pool(), frame, { search });
  const { chosen, rows } = found;

  return (
    <ProjectFrame
      shows={['bench', 'builds', 'requirements']}
      frame={frame}
      sheet="requirements"
      name="Compliance"
      views={requirementViews(frame.seat.role)}
      view="requirements/compliance"
      about={
        rows
          ? `${plural(rows, 'requirement')}, ${chosen.length ? 'chosen iterations' : 'newest iteration of each team'}`
          : undefined
      }
      actions={rows > 0 && <ComplianceActions {...found} frame={frame} />}
    >
      <ComplianceView {...found} frame={frame} />
    </ProjectFrame>
  );
}
