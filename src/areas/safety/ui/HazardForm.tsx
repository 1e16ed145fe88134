'use client';

import { SUPERVISION, SUPERVISION_WORDS } from '@/core/safety';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { saveHazard } from '@/areas/safety/write/actions';
import { hazardSchema } from '@/areas/safety/records/safety';

const { Area, Check, Choice, Several, Text } = fieldsOf(hazardSchema);

/** What a hazard can be named by. */
export interface Named {
  stages: Options;
  machines: Options;
  protocols: Options;
  materials: Options;
}

/** A hazard: what is to be minded, what it asks for, and where it matters. */
export function HazardForm({
  projectId,
  id,
  version,
  values,
  named,
}: Editing & {
  named: Named;
}) {
  return (
    <RecordForm
      id={`hazard-${id ?? `new-${projectId}`}`}
      schema={hazardSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveHazard}
      label="Save hazard"
      names={{ name: 'Hazard', cautions: 'Cautions', equipment: 'Equipment', supervision: 'Supervision' }}
    >
      <div className="flex flex-wrap gap-3">
        <Text name="name" label="Hazard" className="min-w-60" />
        <Choice
          name="supervision"
          label="Supervision"
          className="w-52"
          options={SUPERVISION.map((one) => [one, SUPERVISION_WORDS[one]] as const)}
        />
      </div>
      <Area name="cautions" label="Cautions" rows={4} hint="Shown where the work is planned, booked and done." />
      <Text name="equipment" label="Protective equipment" />
      <div>
        <Check name="needsTraining" label="Each student needs a training that is signed off" />
        <Check name="needsReading" label="The team reads the cautions first, and says so" />
      </div>
      <Several name="stages" label="Stages in which it matters" options={named.stages} />
      <Several name="machines" label="Machines" options={named.machines} />
      <Several name="protocols" label="Test protocols" options={named.protocols} />
      <Several name="materials" label="Materials of the kit" options={named.materials} />
    </RecordForm>
  );
}
