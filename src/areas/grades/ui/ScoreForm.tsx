'use client';

import { useState } from 'react';
import { get, useFormContext } from 'react-hook-form';
import { pointsOffered } from '@/core/rubric/levels';
import { number } from '@/core/format/format';
import type { Criterion, Judgement, Score } from '@/areas/grades/read/rubrics';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { newId } from '@/ui/forms/newId';
import { useEntry, WhoEnters } from '@/ui/outbox/Entering';
import { ownScoreSchema, scoreSchema } from '@/areas/grades/records/grades';

const { Area, Decimal, Text } = fieldsOf(ownScoreSchema);

export type Scored = Pick<Criterion, 'id' | 'name' | 'max' | 'anchors' | 'evidence' | 'levels'>;
interface Props {
  projectId: string;
  /** Named by whoever has an account; a link names its own. */
  rubricId: string | null;
  teamId: string;
  teamName: string;
  criteria: readonly Scored[];
  halfLevels: boolean;
  given: readonly Pick<Score, 'id' | 'criterionId' | 'points' | 'remark' | 'version'>[];
  judgement: Pick<Judgement, 'id' | 'strong' | 'next' | 'version'> | null;
  /** This page, and where to go once it is saved. */
  here: string;
  then: string;
}

/** Points and remarks for one team, all criteria in one write; made for a phone. */
export function ScoreForm(props: Props) {
  const { projectId, rubricId, teamId, teamName, criteria, halfLevels, given, judgement, here, then } = props;
  const enter = useEntry();
  const [fresh] = useState(() => ({ scores: criteria.map(newId), judgement: newId() }));
  const scores = criteria.map((criterion, i) => {
    const known = given.find((one) => one.criterionId === criterion.id);
    return {
      id: known?.id ?? fresh.scores[i]!,
      criterionId: criterion.id,
      points: known ? String(known.points) : '',
      remark: known?.remark ?? '',
      version: known?.version ?? null,
    };
  });
  const path = rubricId ? '/api/v1/team-scores' : '/api/v1/scores';
  return (
    <RecordForm
      key={given.map((one) => one.version).join()}
      id={`scores-${rubricId ?? ''}${teamId}`}
      schema={(rubricId ? ownScoreSchema : scoreSchema) as typeof ownScoreSchema}
      values={{ scores, strong: judgement?.strong ?? '', next: judgement?.next ?? '' }}
      fixed={{
        projectId,
        teamId,
        judgementId: judgement?.id ?? fresh.judgement,
        judgementVersion: judgement?.version ?? null,
        ...(rubricId ? { rubricId } : {}),
      }}
      submit={(input) => {
        const points = (input.scores as { points: string }[]).map((one) => one.points || '–').join(', ');
        return enter({ path, title: `Points for ${teamName}: ${points}`, body: input, objectId: teamId, href: here });
      }}
      label="Save points"
      saved="The points are saved."
      then={then}
      names={{ scores: 'Points', strong: 'What was strong', next: 'What to do next' }}
    >
      {criteria.map((criterion, i) => (
        <div key={criterion.id} className="border-b border-hair pb-3">
          {criterion.levels.length > 0 ? (
            <Levels path={`scores.${i}.points`} criterion={criterion} halves={halfLevels} />
          ) : (
            <Decimal
              name={`scores.${i}.points`}
              label={`${criterion.name}, 0 to ${criterion.max}`}
              hint={criterion.anchors}
              className="text-lg"
            />
          )}
          {criterion.evidence && <p className="text-sm faint">Look at: {criterion.evidence}</p>}
          <Text name={`scores.${i}.remark`} label={`What you saw: ${criterion.name}`} />
        </div>
      ))}
      <Area name="strong" label="What was strong" rows={2} />
      <Area name="next" label="What to do next" rows={2} hint="Both go to the team in words, without your name." />
      <WhoEnters />
    </RecordForm>
  );
}

/** The levels of a criterion to choose from, half levels between them where they are allowed. */
function Levels({
  path,
  criterion,
  halves,
}: {
  path: string;
  criterion: Pick<Scored, 'name' | 'levels'>;
  halves: boolean;
}) {
  const { register, formState } = useFormContext();
  const error = (get(formState.errors, path) as { message?: string } | undefined)?.message;
  return (
    <fieldset>
      <legend className="font-semibold text-lg">{criterion.name}</legend>
      {pointsOffered(criterion.levels, halves).map((points) => {
        const level = criterion.levels.find((one) => one.points === points);
        return (
          <label
            key={points}
            className={`flex gap-2 items-baseline border-b border-hair px-1 ${level ? 'py-2' : 'py-1 pl-8 faint text-sm'} has-checked:bg-paper`}
          >
            <input type="radio" value={String(points)} className="size-4 shrink-0" {...register(path)} />
            <span className="num font-semibold w-8 shrink-0">{number(points)}</span>
            <span>
              {level ? (
                <>
                  {level.name && <b>{level.name}. </b>}
                  {level.text}
                </>
              ) : (
                'between the two'
              )}
            </span>
          </label>
        );
      })}
      {error && (
        <p className="text-sm text-brick font-medium" role="alert">
          {error}
        </p>
      )}
    </fieldset>
  );
}
