import { Link } from '@/ui/Link';
import { CONCEPT_VIEWS, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { closeSelection } from '@/areas/concepts/write/selection/actions';
import { listSelections } from '@/areas/concepts';
import { SelectionView } from '@/areas/concepts/ui/selection/SelectionView';
import { ActButton } from '@/ui/forms/ActButton';
import { Nothing } from '@/ui/sheet/Sheet';
import { Pick } from '@/ui/sheet/Pick';
import { plural, withQuery } from '@/core/format';
import { pool } from '@/db/connection';

export default async function SelectionPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/concepts/selection', props);
  const { seat } = frame;
  const leads = seat.role === 'instructor';
  const all = await listSelections(pool(), seat);
  const selections = all.filter((one) => !frame.section || one.sectionId === frame.section.id);
  const { selection: wanted } = await props.searchParams;
  const selection = selections.find((one) => one.id === wanted) ?? selections[0];
  const here = hrefIn(frame, 'concepts/selection');
  const edit = hrefIn(frame, 'concepts/selection/edit');
  return (
    <ProjectFrame
      shows={['requirements', 'selection']}
      frame={frame}
      sheet="concepts"
      name="Concepts"
      view="concepts/selection"
      views={CONCEPT_VIEWS}
      title={selection?.name ?? 'Selection'}
      about={
        selection && `${plural(selection.concepts.length, 'concept')}${selection.state === 'closed' ? ', closed' : ''}`
      }
      byTeam={false}
      actions={
        leads ? (
          <span className="flex flex-wrap gap-2">
            {selection && (
              <>
                <Link className="btn" href={withQuery(edit, { selection: selection.id })}>
                  Change selection
                </Link>
                <ActButton
                  act={closeSelection}
                  input={{ projectId: seat.project.id, id: selection.id, closed: selection.state === 'open' }}
                  done={selection.state === 'open' ? 'Closed: nothing is added any more.' : 'Open again.'}
                >
                  {selection.state === 'open' ? 'Close selection' : 'Reopen selection'}
                </ActButton>
              </>
            )}
            <Link className="btn" href={edit}>
              New selection
            </Link>
          </span>
        ) : undefined
      }
    >
      {!selection && (
        <Nothing
          step={
            leads ? (
              <Link className="btn btn-go" href={edit}>
                Begin a selection
              </Link>
            ) : undefined
          }
        >
          Which of many ideas are built: by a weighted matrix, against a datum, by the client, by vote; the schools
          stand side by side.
        </Nothing>
      )}
      <Pick
        label="Selections"
        of={selections.map((one) => ({
          key: one.id,
          name: frame.section
            ? one.name
            : `${one.name} (${frame.sections.find(({ id }) => id === one.sectionId)?.name})`,
          href: withQuery(here, { selection: one.id }),
          shown: one.id === selection?.id,
        }))}
      />
      {selection && (
        <SelectionView selection={selection} me={seat.actor.id} projectId={seat.project.id} leads={leads} />
      )}
    </ProjectFrame>
  );
}
