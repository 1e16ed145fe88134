'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { mergeFindings } from '@/areas/reviews/write/actions';
import { mergeSchema } from '@/areas/reviews/records/reviews';

const { Choice } = fieldsOf(mergeSchema);

/** Merges a finding into another one that says the same. */
export function MergeForm({ projectId, id, others }: { projectId: string; id: string; others: Options }) {
  return (
    <RecordForm
      id={`merge-${id}`}
      schema={mergeSchema}
      values={{ intoId: others[0]?.[0] ?? '' }}
      fixed={{ projectId, id }}
      submit={mergeFindings}
      label="Merge findings"
      saved="Merged. Both are named."
    >
      <Choice name="intoId" label="Says the same as" options={others} hint="Its words stay; both authors are named." />
    </RecordForm>
  );
}
