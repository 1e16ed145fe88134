import { listSelections } from '@/areas/concepts/read/selection';
import { listConcepts } from '@/areas/concepts/read/concepts';
import { listRequirements } from '@/areas/brief';
import { selectionForm, criteriaFrom } from '@/areas/concepts/read/selection/toForm';
import type { Sql } from '@/db/connection';
import type { Place } from '@/areas/course';

/** What the page “EditSelection” shows. */
export async function readEditSelectionPage(sql: Sql, frame: Place, { id }: { id: string | string[] | undefined }) {
  const projectId = frame.seat.project.id;
  const [selections, concepts, requirements] = await Promise.all([
    listSelections(sql, frame.seat),
    listConcepts(sql, frame.seat),
    listRequirements(sql, projectId),
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
  return { selection, sectionId, here, values };
}
