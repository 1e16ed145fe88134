'use client';

import { fieldsOf } from '@/ui/forms/fields';
import { RecordForm } from '@/ui/forms/RecordForm';
import { saveConclusion } from '@/areas/bench/write/conclusions';
import { conclusionSchema } from '@/areas/bench/records/conclusions';

const { Area } = fieldsOf(conclusionSchema);

interface Props {
  projectId: string;
  id: string | null;
  version: number | null;
  teamId: string;
  protocolId: string;
  quantityId: string;
  beforeId: string;
  afterId: string;
  text: string;
  /** What the runs say now. */
  says: string;
}

/** What a team concludes from a comparison, in its own words. */
export function ConclusionForm({
  projectId,
  id,
  version,
  teamId,
  protocolId,
  quantityId,
  beforeId,
  afterId,
  text,
  says,
}: Props) {
  return (
    <RecordForm
      id={`conclusion-${id ?? `${quantityId}-${beforeId}-${afterId}`}`}
      schema={conclusionSchema}
      values={{ text, teamId, protocolId, quantityId, beforeId, afterId }}
      fixed={{ projectId, id, version }}
      submit={saveConclusion}
      label="Save conclusion"
      names={{ text: 'Conclusion' }}
    >
      <p className="callout">By the runs of these two alone: {says}</p>
      <Area
        name="text"
        label="What you conclude"
        rows={4}
        hint="In your own words, and why. If newer runs say otherwise, it is marked, and you hear of it on Today."
      />
    </RecordForm>
  );
}
