import { seesAll } from '@/server/access';
import { openSheet, ProjectFrame, scheduleViews, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { ClassProgress } from '@/areas/plan/ui/ClassProgress';
import { PlanStory } from '@/areas/plan/ui/PlanStory';
import { storiesOf, pacesOf, listStages } from '@/areas/plan';
import { TeamStages } from '@/areas/plan/ui/TeamStages';
import { readSafety } from '@/areas/safety';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function ProgressPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule/progress', props);
  const { project, role, teamId } = frame.seat;
  const leads = role === 'instructor';
  const sees = seesAll(frame.seat);
  const [stages, safety] = await Promise.all([listStages(pool(), project.id), readSafety(pool(), project.id)]);
  const paces = pacesOf(frame.sections, frame.teams, stages, { eventDate: project.eventDate, now: frame.now });
  const team = sees ? frame.team : (frame.teams.find((one) => one.id === teamId) ?? null);
  const teams = frame.teams.filter((one) => !frame.section || one.sectionId === frame.section.id);
  const pace = team && paces.find((one) => one.teamId === team.id);
  return (
    <ProjectFrame
      shows={['plan', 'safety']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view="schedule/progress"
      views={scheduleViews(role)}
      title={team ? `Progress of ${team.name}` : 'Progress'}
      byTeam={sees}
    >
      {sees && !team && (
        <PlanStory
          stories={storiesOf(frame.section ? [frame.section] : frame.sections, frame.teams, stages, {
            eventDate: project.eventDate,
            now: frame.now,
          })}
          remedies={leads ? hrefIn(frame, 'schedule/what-if') : null}
        />
      )}
      {stages.length === 0 && (
        <Nothing>
          {leads ? 'Teams hand in what a stage asks for; lay out the stages first.' : 'Nothing is to be handed in yet.'}
        </Nothing>
      )}
      {stages.length > 0 && frame.teams.length === 0 && (
        <Nothing>There is no team yet; teams come with the roster.</Nothing>
      )}
      {stages.length > 0 && !sees && !team && <Nothing>You aren’t in a team yet; ask your instructor.</Nothing>}
      {stages.length > 0 && team && pace && (
        <TeamStages
          projectId={project.id}
          team={team}
          stages={stages.filter((stage) => !stage.leftOut)}
          pace={pace}
          leads={leads}
          hazards={safety.hazards}
          back={hrefIn(frame, 'schedule/progress')}
        />
      )}
      {stages.length > 0 && sees && !team && teams.length > 0 && (
        <ClassProgress
          projectId={project.id}
          teams={teams}
          stages={stages}
          paces={paces}
          decides={leads}
          hrefOf={(one) => hrefIn(frame, 'schedule/progress', { team: one.id })}
        />
      )}
    </ProjectFrame>
  );
}
