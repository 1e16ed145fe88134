'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { saveTemplate } from './actions';
import { templateSchema } from './records';

const { Text } = fieldsOf(templateSchema);

/** Keeps this project as a template. */
export function TemplateForm({ projectId, title }: { projectId: string; title: string }) {
  return (
    <RecordForm
      id={`template-${projectId}`}
      schema={templateSchema}
      values={{ title, about: '' }}
      fixed={{ projectId }}
      submit={saveTemplate}
      label="Save as a template"
      saved="Saved. It is offered under New project."
      compact
    >
      <Text name="title" label="Title" />
      <Text name="about" label="What it is for" className="grow min-w-60" />
      <p className="faint text-sm basis-full">
        Brief, questions, requirements, protocols, events and rubrics are kept; teams, people, sentences of the client
        and results are not.
      </p>
    </RecordForm>
  );
}
