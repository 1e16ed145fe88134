'use client';

import { useState } from 'react';
import { useFormContext } from 'react-hook-form';
import { fieldsOf } from '@/ui/forms/fields';
import { newId } from '@/ui/forms/newId';
import { RecordForm } from '@/ui/forms/RecordForm';
import { useEntry } from '@/ui/outbox/Entering';
import { choiceSchema } from '@/areas/concepts/records/selection';

const { Complaint } = fieldsOf(choiceSchema);

interface Props {
  projectId: string;
  selectionId: string;
  name: string;
  most: number;
  concepts: { id: string; title: string; steps: string[]; picture: string | null }[];
  picks: { conceptId: string; reason: string }[];
  version: number | null;
}

/** The client chooses some of the concepts, with a reason for each, on a phone. */
export function ClientChoice({ projectId, selectionId, name, most, concepts, picks, version }: Props) {
  const [id] = useState(newId);
  const enter = useEntry();
  return (
    <RecordForm
      id={`choice-${selectionId}`}
      schema={choiceSchema}
      values={{
        picks: concepts.map((concept) => {
          const pick = picks.find((one) => one.conceptId === concept.id);
          return { conceptId: pick ? concept.id : '', reason: pick?.reason ?? '' };
        }),
      }}
      fixed={{ projectId, selectionId, id, version }}
      submit={(input) =>
        enter({
          path: '/api/v1/client-choices',
          title: `Your choice in “${name}”`,
          body: input,
          objectId: id,
          href: '/client',
        })
      }
      label="Send my choice"
      saved="Thank you. The class sees your choice and your reasons."
      names={{ picks: 'Chosen' }}
    >
      <ul className="flex flex-col gap-4">
        {concepts.map((concept, i) => (
          <li key={concept.id} className="border-t border-rule pt-2">
            <Pick path={`picks.${i}`} concept={concept} />
          </li>
        ))}
      </ul>
      <Complaint name="picks" />
      <p className="faint">Up to {most}; you can change it until the class closes the selection.</p>
    </RecordForm>
  );
}

function Pick({ path, concept }: { path: string; concept: Props['concepts'][number] }) {
  const { register, watch, setValue } = useFormContext();
  const chosen = watch(`${path}.conceptId`) === concept.id;
  return (
    <>
      <h2 className="h3 !text-base">{concept.title}</h2>
      {concept.picture && (
        // eslint-disable-next-line @next/next/no-img-element -- private pictures, sized once when they came in
        <img
          src={`/client/pictures/${concept.picture}`}
          alt={`Sketch of ${concept.title}`}
          className="max-h-56 max-w-full border border-rule my-1"
          loading="lazy"
        />
      )}
      <ol className="list-decimal pl-6">
        {concept.steps.map((step, i) => (
          <li key={i}>{step}</li>
        ))}
      </ol>
      <label className="flex items-center gap-3 py-2 font-medium cursor-pointer">
        <input
          type="checkbox"
          className="size-6"
          checked={chosen}
          onChange={(e) =>
            setValue(`${path}.conceptId`, e.target.checked ? concept.id : '', { shouldDirty: true, shouldTouch: true })
          }
        />
        Choose this concept
      </label>
      {chosen && (
        <label>
          <span className="block font-medium">Why</span>
          <textarea rows={2} aria-label={`Why ${concept.title}`} {...register(`${path}.reason`)} />
        </label>
      )}
    </>
  );
}
