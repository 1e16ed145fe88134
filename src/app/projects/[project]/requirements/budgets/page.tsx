import { openSheet, requirementViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readBudgetsPage } from '@/areas/brief/read/pages/budgets';
import { BudgetsView } from '@/areas/brief/ui/pages/BudgetsView';

export default async function BudgetsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/requirements/budgets', props);
  const found = await readBudgetsPage(pool(), frame);
  const { limits, team } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['requirements']}
      frame={frame}
      sheet="requirements"
      name="Budgets"
      views={requirementViews(seat.role)}
      view="requirements/budgets"
      about={
        limits.length === 0
          ? undefined
          : team
            ? `how ${team.name} splits the limits over its parts`
            : 'how the class splits the limits; choose a team for its own'
      }
    >
      <BudgetsView {...found} frame={frame} />
    </ProjectFrame>
  );
}
