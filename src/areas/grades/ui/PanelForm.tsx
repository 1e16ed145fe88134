'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { planPanel } from '@/areas/grades/write/actions';
import { panelSchema } from '@/areas/grades/records/grades';

const { Decimal, Text } = fieldsOf(panelSchema);

/** Which judge sees which team, where not everybody has the time to see all. */
export function PanelForm({ projectId, rubricId, perTeam }: { projectId: string; rubricId: string; perTeam: string }) {
  return (
    <RecordForm
      id={`panel-${rubricId}`}
      schema={panelSchema}
      values={{ perTeam, seed: '' }}
      fixed={{ projectId, rubricId }}
      submit={planPanel}
      label="Plan who judges whom"
      saved="Planned. Each judge’s page shows the teams of that judge."
    >
      <Decimal
        name="perTeam"
        label="Judges for each team"
        className="w-44"
        hint="As many as there are judges: everybody sees everybody."
      />
      <Text
        name="seed"
        label="Seed"
        mono
        className="w-60"
        hint="Digits that two people call out; anyone can repeat it."
      />
    </RecordForm>
  );
}
