import { Nothing } from '@/ui/sheet/Sheet';
import { Remarks } from '@/areas/brief/ui/requirements/Remarks';
import { remarksOn, inForce } from '@/areas/brief';
import { RequirementList } from '@/areas/brief/ui/requirements/RequirementList';
import { hrefIn, type Place } from '@/areas/course';
import { allowed } from '@/server/access';
import { withQuery } from '@/core/format';
import { ChangesPart } from '@/areas/compliance/ui/ChangesPart';
import { Link } from '@/ui/Link';
import { SAVE } from '@/ui/kit/icons';
import type { readRequirementsPage } from '@/areas/compliance/read/pages/requirements';

type Props = Awaited<ReturnType<typeof readRequirementsPage>> & { frame: Place };

/** The content of the page “Requirements”. */
export function RequirementsView({
  leads,
  requirements,
  budgets,
  measured,
  changes,
  latest,
  protocols,
  runs,
  shown,
  edit,
  frame,
}: Props) {
  const { seat } = frame;
  const own = (teamId: string | null) => teamId === null || allowed(seat, 'budget.write', { teamId });
  const name = (teamId: string) => frame.teams.find((team) => team.id === teamId)?.name ?? 'a team';
  const add = (
    <Link className="btn btn-go" href={edit}>
      {leads ? 'Add a requirement' : 'Propose a requirement'}
    </Link>
  );
  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function RequirementsActions({ leads, requirements, edit, frame }: Props) {
  const add = (
    <Link className="btn btn-go" href={edit}>
      {leads ? 'Add a requirement' : 'Propose a requirement'}
    </Link>
  );
  return (
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
  );
}
