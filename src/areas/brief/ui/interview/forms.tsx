'use client';

import { useState } from 'react';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { newId } from '@/ui/forms/newId';
import { useEntry, WhoEnters } from '@/ui/outbox/Entering';
import { saveVisit } from '@/areas/brief/write/interview/actions';
import { questionSchema, visitSchema } from '@/areas/brief/records/interview';

const visitFields = fieldsOf(visitSchema);
const questionFields = fieldsOf(questionSchema);

/** A visit to the client: when, how long, and who answers. */
export function VisitForm({ values, ...fixed }: Editing) {
  return (
    <RecordForm
      id={`visit-${fixed.id ?? `new-${fixed.projectId}`}`}
      schema={visitSchema}
      values={values}
      fixed={fixed}
      submit={saveVisit}
      label="Save visit"
      compact
      names={{ title: 'Visit', saidBy: 'Who answers', heldOn: 'Day', minutes: 'Minutes', state: 'State' }}
    >
      <visitFields.Text name="title" label="Visit: first, second …" />
      <visitFields.Text name="saidBy" label="Who answers, as quoted" className="min-w-52" />
      <visitFields.Text name="heldOn" label="Day" type="date" />
      <visitFields.Decimal name="minutes" label="Minutes" className="w-24" />
      <visitFields.Choice
        name="state"
        label="State"
        options={[
          ['planned', 'Planned: questions are collected'],
          ['running', 'Running: notes are taken'],
          ['held', 'Held: answers are being merged'],
        ]}
      />
    </RecordForm>
  );
}

/** Puts a question into the bank; through the outbox, so that a phone without a line can do it too. */
export function AskForm({ projectId, visitId, back }: { projectId: string; visitId: string; back: string }) {
  const enter = useEntry();
  const [id, renew] = useState(newId);
  return (
    <RecordForm
      key={id}
      id={`ask-${visitId}`}
      schema={questionSchema}
      values={{ text: '' }}
      fixed={{ projectId, id, visitId }}
      submit={(input) =>
        enter({
          path: '/api/v1/questions',
          title: `Question: ${String(input.text).slice(0, 80)}`,
          body: input,
          objectId: id,
          href: back,
        })
      }
      then={() => (renew(newId()), '')}
      label="Add question"
      saved="Question added."
    >
      <WhoEnters />
      <questionFields.Area
        name="text"
        label="A question for the client"
        rows={2}
        hint="One thing at a time, and open: how, how many, what happens when …"
      />
    </RecordForm>
  );
}
