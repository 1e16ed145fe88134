'use client';

import { useState } from 'react';
import { useFormContext } from 'react-hook-form';
import type { PeerRating, PeerRound } from '@/areas/grades/read/peers';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { newId } from '@/ui/forms/newId';
import { useEntry, WhoEnters } from '@/ui/outbox/Entering';
import { savePeerRound } from '@/areas/grades/write/sheetActions';
import { peerRatingSchema, peerRoundSchema } from '@/areas/grades/records/grades';

const Round = fieldsOf(peerRoundSchema);
const Rating = fieldsOf(peerRatingSchema);

/** A round in which the members of each team rate each other on anchored questions. */
export function PeerRoundForm({ values, ...fixed }: Editing) {
  return (
    <RecordForm
      id={`peer-round-${fixed.id ?? `new-${fixed.projectId}`}`}
      schema={peerRoundSchema}
      values={values}
      fixed={fixed}
      submit={savePeerRound}
      label="Save peer rating"
      names={{ name: 'Name', questions: 'Questions', low: 'Lowest factor', high: 'Highest factor', isOpen: 'Open' }}
    >
      <Round.Text name="name" label="Name" />
      <Round.Rows name="questions" label="Questions" add="Add a question" empty={{ text: '', anchors: '' }}>
        {(path) => (
          <>
            <Round.Text name={`${path as 'questions.0'}.text`} label="Question" className="grow min-w-52 basis-full" />
            <Round.Area
              name={`${path as 'questions.0'}.anchors`}
              label="What 1 to 5 look like, one line each"
              rows={5}
              className="grow min-w-60"
            />
          </>
        )}
      </Round.Rows>
      <div className="flex flex-wrap gap-3">
        <Round.Decimal name="low" label="Lowest factor" className="w-32" />
        <Round.Decimal name="high" label="Highest factor" className="w-32" />
        <Round.Decimal name="minimumRaters" label="Fewest answers" className="w-36" hint="fewer are pointed out" />
      </div>
      <Round.Check name="isOpen" label="Members can answer" />
    </RecordForm>
  );
}

/** A member's answers about the others of the team; only whoever leads the project reads them. */
export function PeerRatingForm({
  projectId,
  round,
  mates,
  given,
  here,
}: {
  projectId: string;
  round: Pick<PeerRound, 'id' | 'name' | 'questions'>;
  mates: readonly { id: string; name: string }[];
  given: readonly Pick<PeerRating, 'id' | 'toId' | 'answers' | 'remark' | 'version'>[];
  here: string;
}) {
  const enter = useEntry();
  const [fresh] = useState(() => mates.map(newId));
  const ratings = mates.map((mate, i) => {
    const known = given.find((one) => one.toId === mate.id);
    return {
      id: known?.id ?? fresh[i]!,
      toId: mate.id,
      version: known?.version ?? null,
      answers: round.questions.map((_, q) => known?.answers[q] ?? null) as number[],
      remark: known?.remark ?? '',
    };
  });
  return (
    <RecordForm
      key={given.map((one) => one.version).join()}
      id={`peers-${round.id}`}
      schema={peerRatingSchema}
      values={{ ratings }}
      fixed={{ projectId, roundId: round.id }}
      submit={(input) =>
        enter({
          path: '/api/v1/peer-ratings',
          title: `Peer rating: ${round.name}`,
          body: input,
          objectId: round.id,
          href: here,
        })
      }
      label="Send answers"
      saved="Sent. Only your instructor reads them."
      then=""
      names={{ ratings: 'Answers' }}
    >
      <WhoEnters />
      {mates.map((mate, i) => (
        <section key={mate.id} aria-label={mate.name} className="border-b border-rule pb-3">
          <h3 className="h3">{mate.name}</h3>
          {round.questions.map((question, q) => (
            <Answer key={question.text} path={`ratings.${i}.answers.${q}`} question={question} />
          ))}
          <Rating.Text name={`ratings.${i}.remark`} label={`Anything to add about ${mate.name}`} />
        </section>
      ))}
    </RecordForm>
  );
}

function Answer({ path, question }: { path: string; question: PeerRound['questions'][number] }) {
  const { register } = useFormContext();
  return (
    <fieldset className="mb-2">
      <legend className="font-medium">{question.text}</legend>
      <div className="flex flex-col">
        {[1, 2, 3, 4, 5].map((value) => (
          <label key={value} className="flex gap-2 items-baseline py-1.5 border-b border-hair has-checked:bg-paper">
            <input type="radio" value={value} className="size-4 shrink-0" {...register(path, { setValueAs: Number })} />
            <span className="num">{value}</span> {question.anchors[value - 1]}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
