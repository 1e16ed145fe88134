import { dateOf, dayNumber } from '@/core/calendar';
import { openSheet, ProjectFrame, scheduleViews, type SheetProps } from '@/shell/frame';
import { ChangeList } from '@/areas/plan/ui/ChangeList';
import { teamPlans, listPlanChanges, sectionPlans, storiesOf, listStages } from '@/areas/plan';
import { PlanStory } from '@/areas/plan/ui/PlanStory';
import { WhatIf } from '@/areas/plan/ui/WhatIf';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function WhatIfPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule/what-if', props);
  const { project, role } = frame.seat;
  const [stages, changes] = await Promise.all([
    listStages(pool(), project.id),
    listPlanChanges(pool(), project.id, project.timeZone, 10),
  ]);
  const when = { eventDate: project.eventDate, now: frame.now };
  const { sections } = frame;
  return (
    <ProjectFrame
      shows={['plan']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view="schedule/what-if"
      views={scheduleViews(role)}
      title="What if"
      byTeam={false}
      about="nothing is changed until you apply it"
    >
      <PlanStory stories={storiesOf(sections, frame.teams, stages, when)} remedies={null} />
      {stages.length === 0 || sections.length === 0 ? (
        <Nothing>No plan yet. Choose a starting plan on the Plan page first.</Nothing>
      ) : (
        <WhatIf
          projectId={project.id}
          eventDate={project.eventDate}
          earlier={dateOf(dayNumber(project.eventDate) - 7)}
          sections={sectionPlans(sections, stages, when)}
          teams={sections.flatMap((section) =>
            teamPlans(
              section,
              frame.teams.filter((team) => team.sectionId === section.id),
              stages,
              when,
            ),
          )}
          stages={stages.map(({ id, name, version }) => ({ id, name, version }))}
        />
      )}
      <ChangeList projectId={project.id} changes={changes} />
    </ProjectFrame>
  );
}
