import { Nothing } from '@/ui/sheet/Sheet';
import { SelectionForm } from '@/areas/concepts/ui/selection/SelectionForm';
import { shortName } from '@/core/format';
import { hrefIn, type Place } from '@/areas/course';
import type { readEditSelectionPage } from '@/areas/concepts/read/pages/editSelection';

type Props = Awaited<ReturnType<typeof readEditSelectionPage>> & { frame: Place };

/** The content of the page “EditSelection”. */
export function EditSelectionView({ selection, sectionId, here, values, frame }: Props) {
  const projectId = frame.seat.project.id;

  return (
    <>
      {here.length < 2 ? (
        <Nothing>At least two concepts of a section are needed to select from.</Nothing>
      ) : (
        <SelectionForm
          projectId={projectId}
          sectionId={sectionId!}
          id={selection?.id ?? null}
          version={selection?.version ?? null}
          values={values}
          concepts={here.map((one) => [one.id, `${one.title} (${shortName(one.authorName)})`] as const)}
          back={hrefIn(frame, 'concepts/selection')}
        />
      )}
    </>
  );
}
