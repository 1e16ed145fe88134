'use client';

import { useState } from 'react';
import { useFormContext } from 'react-hook-form';
import { ActButton } from '@/ui/forms/ActButton';
import { newId } from '@/ui/forms/newId';
import { RecordForm } from '@/ui/forms/RecordForm';
import { ProjectFields } from '@/ui/forms/ProjectFields';
import { createProject, removeTemplate } from './actions';
import { newProjectSchema } from './records';
import { fieldsOf } from '@/ui/forms/fields';
import { Fold } from '@/ui/sheet/Fold';
import type { TemplateLine, TemplatePreview } from './templates';

const { useValue } = fieldsOf(newProjectSchema);

/** A new project: what to start from, then a few facts. */
export function NewProjectForm({ timeZone, templates }: { timeZone: string; templates: TemplateLine[] }) {
  const [id] = useState(newId);
  const values = {
    template: '',
    title: '',
    clientName: '',
    eventDate: '',
    timeZone,
    units: 'metric',
    currency: 'credits',
  };
  return (
    <RecordForm
      id="new-project"
      schema={newProjectSchema}
      values={values}
      fixed={{ id }}
      submit={createProject}
      label="Create project"
      saved="Project created."
      then={(result) => `/projects/${String(result.id)}`}
    >
      <Templates templates={templates} />
      <ProjectFields />
    </RecordForm>
  );
}

function Templates({ templates }: { templates: TemplateLine[] }) {
  const { setValue, getValues } = useFormContext();
  const [sought, setSought] = useState('');
  const chosen = useValue('template') as string;
  const choose = (line: TemplateLine | null) => {
    const titles = ['', ...templates.map((one) => one.title)];
    if (titles.includes(String(getValues('title')))) setValue('title', line?.title ?? '');
    // What an instructor here has kept brings along where and in what they work.
    if (line?.own && line.preview) {
      const { timeZone, units, currency } = line.preview;
      for (const [name, value] of Object.entries({ timeZone, units, currency })) setValue(name, value);
    }
    setValue('more', []);
  };
  const shown = templates.filter((line) => line.key === chosen || fits(line, sought));
  return (
    <>
      <fieldset>
        <legend className="font-medium mb-1">Start from</legend>
        <input
          type="search"
          aria-label="Search the templates"
          placeholder="What should the designs do? farthest distance, exact distance, load by mass …"
          value={sought}
          onChange={(e) => setSought(e.target.value)}
          className="mb-1.5"
        />
        <Line value="" title="Nothing" about="An empty project." chosen={chosen} choose={() => choose(null)} />
        {shown.map((line) => (
          <Line
            key={line.key}
            value={line.key}
            title={line.title}
            about={line.about}
            facts={[line.school, line.length].filter(Boolean).join(' · ') || 'kept by an instructor here'}
            chosen={chosen}
            choose={() => choose(line)}
            preview={line.preview}
          >
            {line.own && (
              <ActButton
                act={removeTemplate}
                input={{ id: line.key.replace('own/', '') }}
                done="Removed. Projects made from it stay."
                confirm="Remove this template?"
                className="btn-text text-sm"
              >
                remove
              </ActButton>
            )}
          </Line>
        ))}
        {shown.length === 0 && (
          <p className="faint py-2">No template does that. Start from nothing, or search for another word.</p>
        )}
      </fieldset>
      <More templates={templates.filter((line) => line.key !== chosen && line.preview?.events.length)} />
    </>
  );
}

/** Whether every word that is sought begins a word of what a template is about. */
function fits({ title, about, school, does, preview }: TemplateLine, sought: string): boolean {
  const events = preview?.events.map((one) => `${one.name} ${one.rule}`) ?? [];
  const words = [title, about, school, does, ...events]
    .join(' ')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u);
  return sought
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .every((one) => words.some((word) => word.startsWith(one)));
}

/** Events of other templates that are taken along: with what they measure, and their place in the standings. */
function More({ templates }: { templates: TemplateLine[] }) {
  const { register } = useFormContext();
  return (
    <Fold label="Add the events of other templates">
      <ul className="pt-1">
        {templates.map((line) => (
          <li key={line.key} className="border-b border-hair">
            <label className="grid grid-cols-[24px_130px_1fr] max-sm:grid-cols-[24px_1fr] items-baseline py-1 cursor-pointer">
              <input type="checkbox" value={line.key} className="size-4 self-center" {...register('more')} />
              <span className="font-medium">{line.title}</span>
              <span className="faint max-sm:col-start-2">
                {line.preview!.events.map((event) => `${event.name}: ${event.rule}`).join(' ')}
              </span>
            </label>
          </li>
        ))}
      </ul>
    </Fold>
  );
}

interface LineProps {
  value: string;
  title: string;
  about: string;
  facts?: string;
  chosen: string;
  choose: () => void;
  preview?: TemplatePreview | null;
  children?: React.ReactNode;
}

function Line({ value, title, about, facts, chosen, choose, preview, children }: LineProps) {
  const register = useFormContext().register('template');
  const [open, setOpen] = useState(false);
  return (
    <div className={`py-1 px-1 border-b border-hair ${chosen === value ? 'bg-tint' : ''}`}>
      <div className="flex items-baseline gap-3">
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
        {preview && (
          <button
            type="button"
            className="btn-text text-sm"
            aria-expanded={open}
            aria-label={`Preview of ${title}`}
            onClick={() => setOpen(!open)}
          >
            {open ? 'close' : 'preview'}
          </button>
        )}
        {children}
      </div>
      {preview && open && (
        <dl className="ml-6 text-sm grid sm:grid-cols-[110px_1fr] gap-x-4 gap-y-1 py-1.5">
          <dt className="font-medium">Events</dt>
          <dd>
            {preview.events.map((event) => (
              <p key={event.name}>
                <b>{event.name}.</b> {event.rule}
              </p>
            ))}
          </dd>
          <Words name="Requirements" words={preview.requirements} />
          <Words name="Stages" words={preview.stages} />
          <Words name="Rubrics" words={preview.rubrics} />
        </dl>
      )}
    </div>
  );
}

function Words({ name, words }: { name: string; words: string[] }) {
  if (words.length === 0) return null;
  return (
    <>
      <dt className="font-medium">{name}</dt>
      <dd>{words.join(' · ')}</dd>
    </>
  );
}
