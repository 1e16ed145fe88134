import { Link } from '@/ui/Link';
import { GateTable } from '@/areas/plan/ui/gates/GateTable';
import { openSheet, ProjectFrame, scheduleViews, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { listGates, listJudgedGates } from '@/areas/plan';
import { plural } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function GatesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule/gates', props);
  const { project, role, teamId } = frame.seat;
  const leads = role === 'instructor';
  const [gates, judged] = await Promise.all([
    listGates(pool(), project.id),
    listJudgedGates(pool(), project.id, frame.today),
  ]);
  const teams = frame.teams.filter(
    (team) =>
      (!frame.section || team.sectionId === frame.section.id) &&
      (!frame.team || team.id === frame.team.id) &&
      (leads || team.id === teamId),
  );
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'gates', 'plan', 'reviews', 'safety']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view="schedule/gates"
      views={scheduleViews(role)}
      title="Gates"
      byTeam={leads}
      about={gates.length > 0 ? `${plural(gates.length, 'gate')}; each opens once its checklist is met` : undefined}
      actions={
        leads && gates.length > 0 ? (
          <Link className="btn" href={hrefIn(frame, 'schedule/gates/edit')}>
            Change the gates
          </Link>
        ) : undefined
      }
    >
      {gates.length === 0 && (
        <Nothing
          step={
            leads ? (
              <Link className="btn btn-go" href={hrefIn(frame, 'schedule/gates/edit')}>
                Set up the first gate
              </Link>
            ) : undefined
          }
        >
          A gate stands before a stage and opens once its checklist is met: requirements agreed, a drawing accepted, a
          mock-up checked by two people. {leads ? '' : 'Your instructor has set up none yet.'}
        </Nothing>
      )}
      {gates.length > 0 && teams.length === 0 && (
        <Nothing>{leads ? 'There is no team yet; teams come with the roster.' : 'You aren’t in a team yet.'}</Nothing>
      )}
      {gates.length > 0 && teams.length > 0 && (
        <GateTable
          teams={teams}
          gates={gates}
          judged={judged}
          href={(gate, team) => hrefIn(frame, `schedule/gates/${gate}`, { team })}
        />
      )}
    </ProjectFrame>
  );
}
