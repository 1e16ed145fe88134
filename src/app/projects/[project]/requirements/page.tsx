import { SAVE } from '@/ui/kit/icons';
import { Link } from '@/ui/Link';
import { openSheet, ProjectFrame, requirementViews, type SheetProps } from '@/shell/frame';
import { hrefIn, teamIdsIn } from '@/areas/course';
import { ChangesPart } from '@/areas/compliance/ui/ChangesPart';
import { Remarks } from '@/areas/brief/ui/requirements/Remarks';
import { RequirementList } from '@/areas/brief/ui/requirements/RequirementList';
import { listMeasured, remarksOn, inForce, listBudgets, listChanges, listRequirements } from '@/areas/brief';
import { allowed } from '@/server/access';
import { listLatestIterations } from '@/areas/builds';
import { listQuantities, listLatestRuns } from '@/areas/bench';
import { Nothing } from '@/ui/sheet/Sheet';
import { plural, withQuery } from '@/core/format';
import { pool } from '@/db/connection';

export default async function RequirementsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/requirements', props);
  const { seat } = frame;
  const { id } = seat.project;
  const leads = seat.role === 'instructor';
  const [requirements, budgets, measured, changes, latest, protocols, runs] = await Promise.all([
    listRequirements(pool(), id),
    listBudgets(pool(), id),
    listMeasured(pool(), id),
    listChanges(pool(), id),
    listLatestIterations(pool(), id),
    listQuantities(pool(), id),
    listLatestRuns(pool(), id),
  ]);
  const own = (teamId: string | null) => teamId === null || allowed(seat, 'budget.write', { teamId });
  const name = (teamId: string) => frame.teams.find((team) => team.id === teamId)?.name ?? 'a team';
  const shown = leads ? teamIdsIn(frame.teams, frame.section?.id ?? null, frame.team?.id ?? null) : [seat.teamId];
  const edit = hrefIn(frame, 'requirements/edit');
  const add = (
    <Link className="btn btn-go" href={edit}>
      {leads ? 'Add a requirement' : 'Propose a requirement'}
    </Link>
  );
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'requirements']}
      frame={frame}
      sheet="requirements"
      name="Requirements"
      views={requirementViews(seat.role)}
      about={requirements.length ? `${plural(inForce(requirements).length, 'requirement')} in force` : undefined}
      actions={
        <>
          {requirements.length > 0 && (
            <>
              <a className="btn" href={hrefIn(frame, 'export/requirements.csv')}>
                {SAVE} CSV
              </a>
              <a className="btn" href={hrefIn(frame, 'export/requirements.md')}>
                {SAVE} Markdown
              </a>
            </>
          )}
          {leads && (
            <Link className="btn" href={hrefIn(frame, 'requirements/import')}>
              Import a list
            </Link>
          )}
          {requirements.length > 0 && add}
        </>
      }
    >
      {requirements.length === 0 ? (
        <Nothing step={add}>
          What the product must do: a limit with a unit, a yes or no, a wish with a weight. Each names where it comes
          from, and how it will be verified.
        </Nothing>
      ) : (
        <>
          <Remarks
            remarks={remarksOn(
              requirements,
              budgets.filter((one) => own(one.teamId)),
              measured,
              name,
            )}
            statements={inForce(requirements).map(({ code, statement: text }) => ({ code, text }))}
          />
          <RequirementList
            requirements={requirements}
            href={(sheet) => hrefIn(frame, sheet)}
            editHref={(r) =>
              leads || (r.state === 'proposed' && allowed(seat, 'requirement.change', r))
                ? withQuery(edit, { id: r.id })
                : null
            }
          />
          <ChangesPart
            seat={seat}
            changes={changes}
            requirements={requirements}
            teams={frame.teams.filter((team) => shown.includes(team.id))}
            latest={latest}
            sources={{ protocols, runs }}
          />
        </>
      )}
    </ProjectFrame>
  );
}
