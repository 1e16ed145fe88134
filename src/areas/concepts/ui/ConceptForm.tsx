'use client';

import { useState } from 'react';
import { fieldsOf } from '@/ui/forms/fields';
import { newId } from '@/ui/forms/newId';
import { PictureField } from '@/ui/forms/PictureField';
import { isKept } from '@/ui/forms/attempt';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { useEntry, WhoEnters } from '@/ui/outbox/Entering';
import { conceptSchema } from '@/areas/concepts/records/concepts';
import type { Asked } from '@/areas/concepts/read/toForm';

const { Area, Choice, Decimal, Rows, Text } = fieldsOf(conceptSchema);

interface Props extends Editing {
  /** In the order of values.claims. */
  asked: Asked[];
}

/** A student's own concept: how it works, what it answers, the numbers expected. */
export function ConceptForm({ projectId, id, version, values, asked }: Props) {
  const [own, renew] = useState(newId);
  const [pictures, setPictures] = useState<File[]>([]);
  const enter = useEntry();
  const key = id ?? own;
  return (
    <RecordForm
      id={`concept-${id ?? `new-${projectId}`}`}
      schema={conceptSchema}
      values={{ ...values, id: key }}
      fixed={{ projectId, id: key, version }}
      submit={(input) =>
        enter({
          path: '/api/v1/concepts',
          title: `Concept: ${String(input.title)}`,
          body: input,
          objectId: key,
          href: `/projects/${projectId}/concepts`,
          pictures,
          pictured: 'concept',
        })
      }
      label={id ? 'Save concept' : 'Hand in concept'}
      saved={id ? 'Saved.' : 'Handed in. You can change it until the concepts are released.'}
      names={{ title: 'Title', steps: 'How it works', risks: 'What may go wrong', takesOver: 'What it takes over' }}
      then={(result) => {
        setPictures([]);
        renew(newId());
        return isKept(result) ? '' : `/projects/${projectId}/concepts/${String(result.id)}`;
      }}
      cancel={`/projects/${projectId}/concepts`}
    >
      <WhoEnters />
      <Text name="title" label="Title" />
      <Rows name="steps" label="How it works, step by step" empty={{ text: '' }} add="Add a step" inOrder>
        {(path, i) => <Text name={`${path}.text`} label={`Step ${i + 1}`} className="grow min-w-52" />}
      </Rows>
      <PictureField pictures={pictures} choose={setPictures} />
      <fieldset>
        <legend className="font-medium">Which requirements it answers</legend>
        <p className="faint text-sm mb-1">
          Open those that your idea has something to say about. A number you expect is judged at once against the limit;
          “give or take” is how far off you think you may be.
        </p>
        {asked.length === 0 && <p className="faint">No requirement is agreed on yet.</p>}
        {asked.map((one, i) => (
          <Answer key={one.id} path={`claims.${i}`} asked={one} open={isFilled(values.claims, i)} />
        ))}
      </fieldset>
      <Area name="risks" label="What may go wrong" rows={2} />
      <Area name="takesOver" label="What it takes over from earlier seasons, and what it changes" rows={2} />
    </RecordForm>
  );
}

function isFilled(claims: unknown, i: number): boolean {
  const claim = (claims as { how: string; value: string; answer: string }[])[i]!;
  return [claim.how, claim.value, claim.answer].some((text) => text !== '');
}

function Answer({ path, asked, open }: { path: `claims.${number}`; asked: Asked; open: boolean }) {
  return (
    <details className="border-t border-hair" open={open}>
      <summary className="cursor-pointer py-2">
        <b className="num">{asked.code}</b> {asked.statement}{' '}
        <span className="num faint whitespace-nowrap">{asked.limit}</span>
        {asked.must && <span className="text-sm faint"> must</span>}
      </summary>
      <div className="flex flex-wrap gap-3 pb-3">
        <Text name={`${path}.how`} label={`How it answers ${asked.code}`} className="grow min-w-52" />
        {asked.kind === 'yes' && (
          <Choice
            name={`${path}.answer`}
            label="Expected"
            className="w-32"
            options={[
              ['', 'not said'],
              ['yes', 'yes'],
              ['no', 'no'],
            ]}
          />
        )}
        {asked.kind === 'number' && (
          <>
            <Decimal name={`${path}.value`} label="Expected" className="w-28" />
            <Choice
              name={`${path}.unit`}
              label="Unit"
              className="w-24"
              options={asked.units.map((unit) => [unit, unit])}
            />
            <Decimal name={`${path}.uncertainty`} label="Give or take" className="w-28" />
          </>
        )}
      </div>
    </details>
  );
}
