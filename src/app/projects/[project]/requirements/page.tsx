import Link from 'next/link';
import { hrefIn, openSheet, ProjectFrame, type SheetProps } from '@/features/frame';
import { Compliance } from '@/features/requirements/Compliance';
import { RequirementList } from '@/features/requirements/RequirementList';
import { loadCompliance } from '@/features/requirements/loadCompliance';
import { plural } from '@/ui/format';
import { Nothing } from '@/ui/sheet/Sheet';

export default async function RequirementsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/requirements', props);
  const leads = frame.seat.role === 'instructor';
  const { requirements, columns } = await loadCompliance(
    frame.seat,
    frame.teams,
    frame.section?.id ?? null,
    frame.team?.id ?? null,
  );
  const edit = hrefIn(frame, 'requirements/edit');
  const add = leads && (
    <Link className="btn btn-go" href={edit}>
      Add a requirement
    </Link>
  );
  return (
    <ProjectFrame
      frame={frame}
      sheet="requirements"
      name="Requirements"
      about={
        requirements.length ? `${plural(requirements.length, 'requirement')}, newest iteration of each team` : undefined
      }
      actions={requirements.length ? add : undefined}
    >
      {requirements.length === 0 ? (
        <Nothing step={add}>
          What the thing must do, in three kinds: a limit with a unit, a yes or no, a wish with a weight. Each names
          where it comes from.
        </Nothing>
      ) : (
        <>
          {columns.length > 0 && (
            <Compliance
              columns={columns.map((column) => ({
                ...column,
                iterationHref: column.iterationId && hrefIn(frame, `builds/${column.iterationId}`),
              }))}
            />
          )}
          <h2 className="mt-5 mb-1">The list</h2>
          <RequirementList
            requirements={requirements}
            editHref={leads ? (id) => `${edit}${edit.includes('?') ? '&' : '?'}id=${id}` : null}
            sentenceHref={hrefIn(frame, 'brief')}
          />
        </>
      )}
    </ProjectFrame>
  );
}
