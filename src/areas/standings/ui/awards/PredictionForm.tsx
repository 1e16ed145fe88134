'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { savePrediction } from '@/areas/standings/write/awards/actions';
import { predictionSchema } from '@/areas/standings/records/awards';

const { Text } = fieldsOf(predictionSchema);

/** What a team expects of its own result in an event, said before its first attempt. */
export function PredictionForm({
  projectId,
  event,
  teamId,
  known,
  unit,
}: {
  projectId: string;
  event: { id: string; name: string };
  teamId: string;
  known: { id: string; version: number; value: number } | null;
  unit: string;
}) {
  return (
    <RecordForm
      key={known?.version ?? 0}
      id={`prediction-${event.id}-${teamId}`}
      schema={predictionSchema}
      values={{ value: known ? String(known.value) : '' }}
      fixed={{ projectId, id: known?.id ?? null, version: known?.version ?? null, eventId: event.id, teamId }}
      submit={savePrediction}
      label="Save prediction"
      saved="Your prediction is saved. It stands once your first attempt is recorded."
      names={{ value: 'Prediction' }}
    >
      <Text
        name="value"
        label={`Your result in ${event.name}, in ${unit || 'the figure that counts'}`}
        mono
        className="w-56"
      />
    </RecordForm>
  );
}
