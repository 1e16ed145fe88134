import { CONCEPT_VIEWS, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { listSelections, criteriaFrom, selectionForm, listConcepts } from '@/areas/concepts';
import { SelectionForm } from '@/areas/concepts/ui/selection/SelectionForm';
import { listRequirements } from '@/areas/brief';
import { shortName } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function EditSelectionPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/concepts/selection/edit', props);
  const projectId = frame.seat.project.id;
  const { selection: id } = await props.searchParams;
  const [selections, concepts, requirements] = await Promise.all([
    listSelections(pool(), frame.seat),
    listConcepts(pool(), frame.seat),
    listRequirements(pool(), projectId),
  ]);
  const selection = selections.find((one) => one.id === id);
  const sectionId = selection?.sectionId ?? frame.section?.id ?? frame.clock?.id;
  const here = concepts.filter((one) => one.sectionId === sectionId && (one.fate !== 'not chosen' || selection));
  const values = selection
    ? {
        ...selectionForm(selection),
        concepts: selection.concepts.map((one) => one.id),
        criteria: selection.criteria.map((one) => ({
          ...one,
          requirementId: one.requirementId ?? '',
          weight: String(one.weight),
        })),
      }
    : {
        name: `Selection ${selections.filter((one) => one.sectionId === sectionId).length + 1}`,
        picks: '2',
        datumId: '',
        concepts: here.map((one) => one.id),
        criteria: criteriaFrom(requirements),
      };
  return (
    <ProjectFrame
      shows={['concepts', 'requirements', 'selection']}
      frame={frame}
      sheet="concepts"
      name="Concepts"
      view="concepts/selection"
      views={CONCEPT_VIEWS}
      title={selection ? `Change “${selection.name}”` : 'A new selection'}
      byTeam={false}
    >
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
    </ProjectFrame>
  );
}
