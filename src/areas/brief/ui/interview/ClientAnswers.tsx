'use client';

import { useState } from 'react';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { newId } from '@/ui/forms/newId';
import { useEntry } from '@/ui/outbox/Entering';
import { Waiting } from '@/ui/outbox/Waiting';
import { noteSchema } from '@/areas/brief/records/interview';

const { Area } = fieldsOf(noteSchema);

export interface OpenQuestion {
  id: string;
  text: string;
  /** What the client has written by this link so far. */
  own: { id: string; text: string; version: number }[];
}

/** The questions of a visit for the client, who may answer in writing, before or after the talk. */
export function ClientAnswers({ projectId, questions }: { projectId: string; questions: OpenQuestion[] }) {
  return (
    <>
      <ol className="flex flex-col gap-4">
        {questions.map((question, i) => (
          <li key={question.id} className="border-b border-hair pb-3">
            <p className="font-medium">
              <span className="num">{i + 1}</span> {question.text}
            </p>
            {question.own.map((one) => (
              <p key={one.id} className="border-l-4 border-moss pl-2.5 my-1">
                {one.text}
              </p>
            ))}
            <OneAnswer projectId={projectId} question={question} />
          </li>
        ))}
      </ol>
      <Waiting path="/api/v1/client-answers" />
    </>
  );
}

function OneAnswer({ projectId, question }: { projectId: string; question: OpenQuestion }) {
  const enter = useEntry();
  const [id, renew] = useState(newId);
  return (
    <RecordForm
      key={id}
      id={`client-answer-${question.id}`}
      schema={noteSchema}
      values={{ text: '' }}
      fixed={{ projectId, id, questionId: question.id }}
      submit={(input) =>
        enter({
          path: '/api/v1/client-answers',
          title: `Answer: ${String(input.text).slice(0, 80)}`,
          body: input,
          objectId: id,
          href: '/client',
        })
      }
      then={() => (renew(newId()), '')}
      label="Send answer"
      saved="Thank you, the class has your answer."
    >
      <Area name="text" label={question.own.length ? 'Something to add' : 'Your answer'} rows={2} />
    </RecordForm>
  );
}
