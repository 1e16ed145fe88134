'use client';

import { useState } from 'react';
import { useFormContext } from 'react-hook-form';
import { ActButton } from '@/ui/forms/ActButton';
import { newId } from '@/ui/forms/newId';
import { RecordForm } from '@/ui/forms/RecordForm';
import { ProjectFields } from '@/ui/forms/ProjectFields';
import { createProject, removeTemplate } from './actions';
import { newProjectSchema } from './schema';
import { fieldsOf } from '@/ui/forms/fields';
import type { TemplateLine } from '@/domain/bundle/templates';

const { useValue } = fieldsOf(newProjectSchema);

/** A new project: what to start from, then a few facts. */
export function NewProjectForm({ timeZone, templates }: { timeZone: string; templates: TemplateLine[] }) {
  const [id] = useState(newId);
  const values = { template: '', title: '', clientName: '', eventDate: '', timeZone, units: 'metric' };
  return (
    <RecordForm
      id="new-project"
      schema={newProjectSchema}
      values={values}
      fixed={{ id }}
      submit={createProject}
      label="Make the project"
      saved="The project is made."
      then={(result) => `/projects/${String(result.id)}/brief`}
    >
      <Templates templates={templates} />
      <ProjectFields />
    </RecordForm>
  );
}

function Templates({ templates }: { templates: TemplateLine[] }) {
  const { register, setValue, getValues } = useFormContext();
  const chosen = useValue('template') as string;
  const choose = (line: TemplateLine | null) => {
    const titles = ['', ...templates.map((one) => one.title)];
    if (titles.includes(String(getValues('title')))) setValue('title', line?.title ?? '');
  };
  return (
    <fieldset>
      <legend className="font-medium mb-1">Start from</legend>
      <Line
        value=""
        title="Nothing"
        about="An empty project."
        chosen={chosen}
        register={register('template')}
        choose={() => choose(null)}
      />
      {templates.map((line) => (
        <Line
          key={line.key}
          value={line.key}
          title={line.title}
          about={line.about}
          facts={[line.school, line.length].filter(Boolean).join(' · ') || 'kept by an instructor here'}
          chosen={chosen}
          register={register('template')}
          choose={() => choose(line)}
        >
          {line.own && (
            <ActButton
              act={removeTemplate}
              input={{ id: line.key.replace('own/', '') }}
              done="Removed; projects made from it stay."
              confirm="Remove this template?"
              className="btn-text text-sm"
            >
              remove
            </ActButton>
          )}
        </Line>
      ))}
    </fieldset>
  );
}

function Line({
  value,
  title,
  about,
  facts,
  chosen,
  register,
  choose,
  children,
}: {
  value: string;
  title: string;
  about: string;
  facts?: string;
  chosen: string;
  register: ReturnType<ReturnType<typeof useFormContext>['register']>;
  choose: () => void;
  children?: React.ReactNode;
}) {
  return (
    <div className={`flex items-baseline gap-3 py-1 px-1 border-b border-hair ${chosen === value ? 'bg-tint' : ''}`}>
      <label className="grow grid grid-cols-[24px_130px_1fr] items-baseline cursor-pointer max-sm:grid-cols-[24px_1fr]">
        <input
          type="radio"
          value={value}
          {...register}
          onChange={(e) => {
            void register.onChange(e);
            choose();
          }}
        />
        <span className="font-medium">{title}</span>
        <span className="max-sm:col-start-2">
          {about}
          {facts && <span className="block text-sm faint">{facts}</span>}
        </span>
      </label>
      {children}
    </div>
  );
}
