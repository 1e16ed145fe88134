'use client';

import { useFormContext } from 'react-hook-form';
import { fieldsOf } from '@/ui/forms/fields';
import { RecordForm } from '@/ui/forms/RecordForm';
import { castBallot, markAgainstDatum, rateConcepts } from '@/areas/concepts/write/selection/actions';
import { ballotSchema, markSchema, rateSchema, SCALE } from '@/areas/concepts/records/selection';

const markFields = fieldsOf(markSchema);
const ballotFields = fieldsOf(ballotSchema);

interface Named {
  id: string;
  name: string;
  anchors: string;
}
interface Grid {
  projectId: string;
  selectionId: string;
  criteria: Named[];
  concepts: { id: string; title: string }[];
}

/** One rater's scores: a concept after the other, each criterion with its anchors beside it. */
export function RateForm({
  projectId,
  selectionId,
  criteria,
  concepts,
  scores,
}: Grid & { scores: Record<string, number> }) {
  return (
    <RecordForm
      key={selectionId}
      id={`rate-${selectionId}`}
      schema={rateSchema}
      values={{
        scores: cellsOf(concepts, criteria, (key) => ({ score: scores[key] === undefined ? '' : String(scores[key]) })),
      }}
      fixed={{ projectId, selectionId }}
      submit={rateConcepts}
      label="Save my scores"
      saved="Your scores are saved."
    >
      {concepts.map((concept, i) => (
        <details key={concept.id} className="border-t border-hair" open={i === 0}>
          <summary className="cursor-pointer py-2 font-medium">{concept.title}</summary>
          <div className="pb-3 grid gap-2">
            {criteria.map((criterion, c) => (
              <Scale
                key={criterion.id}
                name={`scores.${i * criteria.length + c}.score`}
                label={criterion.name}
                anchors={criterion.anchors}
                of={concept.title}
              />
            ))}
          </div>
        </details>
      ))}
    </RecordForm>
  );
}

/** 1 to 5 as large targets, with what 1, 3 and 5 mean. */
function Scale({ name, label, anchors, of }: { name: string; label: string; anchors: string; of: string }) {
  const { register } = useFormContext();
  return (
    <fieldset>
      <legend className="font-medium">{label}</legend>
      {anchors && <p className="text-sm faint">{anchors}</p>}
      <div className="flex flex-wrap gap-1.5 pt-0.5">
        {['', ...SCALE.map(String)].map((value) => (
          <label
            key={value}
            className="min-w-11 min-h-10 grid place-items-center border border-rule px-2 cursor-pointer has-checked:bg-ink has-checked:text-sheet focus-within:outline-2 focus-within:outline-steel"
          >
            <input
              type="radio"
              className="sr-only"
              value={value}
              aria-label={`${of}, ${label}: ${value || 'not said'}`}
              {...register(name)}
            />
            <span className="num">{value || '–'}</span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}

/** Each concept against the datum. */
export function MarkForm({
  projectId,
  selectionId,
  criteria,
  concepts,
  marks,
  seen,
  datum,
}: Grid & { marks: Record<string, number>; seen: string; datum: string }) {
  return (
    <RecordForm
      key={selectionId}
      id={`mark-${selectionId}`}
      schema={markSchema}
      values={{
        marks: cellsOf(concepts, criteria, (key) => ({ mark: marks[key] === undefined ? '' : String(marks[key]) })),
      }}
      fixed={{ projectId, selectionId, seen }}
      submit={markAgainstDatum}
      label="Save marks"
    >
      {concepts.map((concept, i) => (
        <fieldset key={concept.id} className="flex flex-wrap gap-3">
          <legend className="font-medium">
            {concept.title}, against {datum}
          </legend>
          {criteria.map((criterion, c) => (
            <markFields.Choice
              key={criterion.id}
              name={`marks.${i * criteria.length + c}.mark`}
              label={criterion.name}
              className="w-44"
              options={[
                ['', 'not said'],
                ['1', 'better'],
                ['0', 'the same'],
                ['-1', 'worse'],
              ]}
            />
          ))}
        </fieldset>
      ))}
    </RecordForm>
  );
}

const PLACES = ['First', 'Second', 'Third', 'Fourth', 'Fifth'];

/** A ballot: the best first, as many as one likes. */
export function BallotForm({
  projectId,
  selectionId,
  concepts,
  ranking,
}: Omit<Grid, 'criteria'> & { ranking: string[] }) {
  const places = PLACES.slice(0, concepts.length);
  const options = [['', 'nobody more'] as const, ...concepts.map(({ id, title }) => [id, title] as const)];
  return (
    <RecordForm
      key={selectionId}
      id={`ballot-${selectionId}`}
      schema={ballotSchema}
      values={{ ranking: places.map((_, i) => ({ conceptId: ranking[i] ?? '' })) }}
      fixed={{ projectId, selectionId }}
      submit={castBallot}
      label="Cast my ballot"
      saved="Your ballot counts."
      compact
    >
      {places.map((place, i) => (
        <ballotFields.Choice
          key={place}
          name={`ranking.${i}.conceptId`}
          label={place}
          options={options}
          className="w-52"
        />
      ))}
    </RecordForm>
  );
}

function cellsOf<T>(
  concepts: Grid['concepts'],
  criteria: Named[],
  more: (key: string) => T,
): (T & { conceptId: string; criterionId: string })[] {
  return concepts.flatMap((concept) =>
    criteria.map((criterion) => ({
      conceptId: concept.id,
      criterionId: criterion.id,
      ...more(`${concept.id} ${criterion.id}`),
    })),
  );
}
