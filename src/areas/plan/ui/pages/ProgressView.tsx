import { PlanStory } from '@/areas/plan/ui/PlanStory';
import { storiesOf } from '@/areas/plan/read/story';
import { hrefIn, type Place } from '@/areas/course';
import { Nothing } from '@/ui/sheet/Sheet';
import { TeamStages } from '@/areas/plan/ui/TeamStages';
import { ClassProgress } from '@/areas/plan/ui/ClassProgress';
import type { readProgressPage } from '@/areas/plan/read/pages/progress';

type Props = Awaited<ReturnType<typeof readProgressPage>> & { frame: Place };

/** The content of the page “Progress”. */
export function ProgressView({ leads, sees, stages, safety, paces, team, teams, pace, frame }: Props) {
  const { project } = frame.seat;

  return (
    <>
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
    </>
  );
}
