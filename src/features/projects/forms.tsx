'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { Check, Choice, Text } from '@/ui/forms/fields';
import { createProject, saveProject } from './actions';
import { newProjectSchema, projectSchema } from './schema';

const UNITS = [
  ['metric', 'Metric'],
  ['US', 'US customary'],
] as const;

function Fields() {
  return (
    <>
      <Text name="title" label="Title" />
      <Text name="clientName" label="Client or competition" />
      <div className="flex flex-wrap gap-3">
        <Text name="eventDate" label="Day of the event" type="date" />
        <Text name="timeZone" label="Time zone of the school" />
        <Choice name="units" label="Units offered first" options={UNITS} />
      </div>
    </>
  );
}

export function NewProjectForm({ timeZone }: { timeZone: string }) {
  const values = { title: '', clientName: '', eventDate: '', timeZone, units: 'metric' };
  return (
    <RecordForm
      id="new-project"
      schema={newProjectSchema}
      values={values}
      submit={createProject}
      label="Make the project"
      saved="The project is made."
      then={(result) => `/projects/${String(result.id)}/brief`}
    >
      <Fields />
    </RecordForm>
  );
}

export function ProjectForm({
  projectId,
  version,
  values,
}: {
  projectId: string;
  version: number;
  values: Record<string, unknown>;
}) {
  return (
    <RecordForm
      id={`project-${projectId}`}
      schema={projectSchema}
      values={values}
      fixed={{ projectId, version }}
      submit={saveProject}
      label="Save the frame of the project"
    >
      <Fields />
      <Text
        name="retentionUntil"
        label="Data is kept until"
        type="date"
        hint="Then names are due to be erased. A year after the event unless your school asks otherwise."
      />
      <Check name="normaliseWeights" label="Weights of the standings are shares (they are scaled to add up to 1)" />
    </RecordForm>
  );
}
