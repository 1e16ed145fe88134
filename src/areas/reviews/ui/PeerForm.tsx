'use client';

import { useState } from 'react';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { newId } from '@/ui/forms/newId';
import { useEntry, WhoEnters } from '@/ui/outbox/Entering';
import { takeUp } from '@/areas/reviews/write/actions';
import { peerSchema, takeUpSchema } from '@/areas/reviews/records/reviews';

const { Area, Check, Choice } = fieldsOf(peerSchema);
const Take = fieldsOf(takeUpSchema);

/** What a student says of another team's design: three short answers, one of them tied to evidence. */
export function PeerForm({
  projectId,
  slotId,
  team,
  id,
  version,
  values,
  abouts,
  here,
}: {
  projectId: string;
  slotId: string;
  team: string;
  id: string | null;
  version: number | null;
  values: { clear: string; breaksFirst: string; suggestion: string; about: string; signed: boolean };
  /** What the suggestion can be tied to. */
  abouts: Options;
  here: string;
}) {
  const enter = useEntry();
  const [own] = useState(() => id ?? newId());
  return (
    <RecordForm
      id={`peer-${slotId}`}
      schema={peerSchema}
      values={values}
      fixed={{ projectId, slotId, id: own, version }}
      submit={(input) =>
        enter({ path: '/api/v1/peer-reviews', title: `Review of ${team}`, body: input, objectId: own, href: here })
      }
      label={id ? 'Change review' : 'Send review'}
      saved="Sent. The team reads it once your instructor releases it."
      then=""
      names={{ clear: 'Clear', breaksFirst: 'Breaks first', suggestion: 'Suggestion', about: 'Tied to' }}
    >
      <WhoEnters />
      <Area name="clear" label="What is clear about it" rows={2} />
      <Area name="breaksFirst" label="What would break first, and why" rows={2} />
      <Area name="suggestion" label="One suggestion" rows={2} />
      <Choice name="about" label="It comes from" options={[['', 'choose …'], ...abouts]} className="max-w-md" />
      <Check name="signed" label="Show my name to the team" />
    </RecordForm>
  );
}

/** Says what a team made of a peer's suggestion. */
export function TakeUpForm({
  projectId,
  id,
  version,
  iterations,
}: {
  projectId: string;
  id: string;
  version: number;
  iterations: Options;
}) {
  return (
    <RecordForm
      id={`take-up-${id}`}
      schema={takeUpSchema}
      values={{ takenUpWith: '', iterationId: iterations[0]?.[0] ?? '' }}
      fixed={{ projectId, id, version }}
      submit={takeUp}
      label="Take it up"
      saved="Noted. Whoever suggested it gets the credit."
    >
      <Take.Choice name="iterationId" label="In" options={[['', 'not built yet'], ...iterations]} />
      <Take.Area name="takenUpWith" label="What you made of it" rows={2} />
    </RecordForm>
  );
}
