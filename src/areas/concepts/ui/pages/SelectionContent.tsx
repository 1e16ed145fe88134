import { Nothing } from '@/ui/sheet/Sheet';
import { Link } from '@/ui/Link';
import { Pick } from '@/ui/sheet/Pick';
import { withQuery } from '@/core/format';
import { SelectionView } from '@/areas/concepts/ui/selection/SelectionView';
import { ActButton } from '@/ui/forms/ActButton';
import { closeSelection } from '@/areas/concepts/write/selection/actions';
import type { Place } from '@/areas/course';
import type { readSelectionPage } from '@/areas/concepts/read/pages/selection';

type Props = Awaited<ReturnType<typeof readSelectionPage>> & { frame: Place };

/** The content of the page “Selection”. */
export function SelectionContent({ leads, selections, selection, here, edit, frame }: Props) {
  const { seat } = frame;

  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function SelectionActions({ leads, selection, edit, frame }: Props) {
  const { seat } = frame;

  return leads ? (
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
  ) : undefined;
}
