'use client';

import { useFormContext } from 'react-hook-form';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { ProjectFields } from '@/ui/forms/ProjectFields';
import { saveProfile, saveProject } from '@/areas/course/write/projects';
import { profileSchema, projectSchema } from '@/areas/course/records/projects';

const projectFields = fieldsOf(projectSchema);

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
      label="Save project settings"
    >
      <ProjectFields />
      <projectFields.Text
        name="retentionUntil"
        label="Data is kept until"
        type="date"
        hint="Then names are due to be erased. A year after the event unless your school asks otherwise."
      />
      <projectFields.Check
        name="normaliseWeights"
        label="Weights of the standings are shares (they are scaled to add up to 1)"
      />
    </RecordForm>
  );
}

/** Sheets of this course, sheet by sheet. */
export function ProfileForm({
  projectId,
  version,
  used,
  sheets,
  back,
}: {
  projectId: string;
  version: number;
  used: string[];
  sheets: (readonly [sheet: string, name: string, about: string])[];
  back: string;
}) {
  return (
    <RecordForm
      id={`profile-${projectId}`}
      schema={profileSchema}
      values={{ used }}
      fixed={{ projectId, version }}
      submit={saveProfile}
      label="Save"
      then={back}
    >
      <Sheets sheets={sheets} />
    </RecordForm>
  );
}

function Sheets({ sheets }: { sheets: (readonly [sheet: string, name: string, about: string])[] }) {
  const { register } = useFormContext();
  return (
    <fieldset className="flex flex-col">
      <legend className="sr-only">Sheets</legend>
      {sheets.map(([sheet, name, about]) => (
        <label key={sheet} className="grid grid-cols-[24px_130px_1fr] items-baseline py-1 border-b border-hair">
          <input type="checkbox" value={sheet} className="size-4 self-center" {...register('used')} />
          <span className="font-medium">{name}</span>
          <span className="faint">{about}</span>
        </label>
      ))}
    </fieldset>
  );
}
