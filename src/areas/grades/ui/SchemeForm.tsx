'use client';

import { useWatch } from 'react-hook-form';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { saveGradeComponent, saveScheme } from '@/areas/grades/write/sheetActions';
import { componentSchema, schemeSchema } from '@/areas/grades/records/grades';

const Scheme = fieldsOf(schemeSchema);
const Part = fieldsOf(componentSchema);

/** How grades are worked out: shares, what is missing, late work, rounding, bands. */
export function SchemeForm({ values, rounds, ...fixed }: Editing & { rounds: Options }) {
  return (
    <RecordForm
      id={`scheme-${fixed.projectId}`}
      schema={schemeSchema}
      values={values}
      fixed={fixed}
      submit={saveScheme}
      label="Save"
      names={{ share: 'Share', missing: 'What is missing', bands: 'Grades', pass: 'Pass mark' }}
    >
      <div className="flex flex-wrap gap-3">
        <Scheme.Choice
          name="share"
          label="From team to student"
          options={[
            ['equal', 'everybody gets the team’s points'],
            ...(rounds.length ? [['peers', 'times each member’s factor'] as const] : []),
          ]}
        />
        {rounds.length > 0 && <Scheme.Choice name="peerRoundId" label="Factor from" options={[['', '–'], ...rounds]} />}
      </div>
      <p className="text-sm faint">
        Equal shares reward getting along; factors reward work that the others see, and need answers from everybody.
      </p>
      <Scheme.Choice
        name="missing"
        label="What is missing"
        options={[
          ['waits', 'is left out until it is there'],
          ['zero', 'counts 0'],
        ]}
      />
      <div className="flex flex-wrap gap-3">
        <Scheme.Decimal name="perDay" label="Points off per day late" className="w-44" unit="%" />
        <Scheme.Decimal name="graceDays" label="Days of grace" className="w-32" />
        <Scheme.Decimal name="mostLate" label="At most" className="w-32" unit="%" />
      </div>
      <div className="flex flex-wrap gap-3">
        <Scheme.Decimal name="step" label="Rounded to" className="w-28" />
        <Scheme.Choice
          name="rounding"
          label="Rounding"
          options={[
            ['half-up', 'halves up'],
            ['half-even', 'halves to even'],
            ['up', 'up'],
            ['down', 'down'],
          ]}
        />
        <Scheme.Decimal name="floor" label="Floor" className="w-28" hint="once something is handed in" />
        <Scheme.Decimal name="cap" label="Cap" className="w-28" />
        <Scheme.Decimal name="pass" label="Passed from" className="w-28" unit="%" />
      </div>
      <Scheme.Area
        name="bands"
        label="Grades"
        rows={5}
        hint="One per line: from which percent on, and the grade. “90 A”"
      />
    </RecordForm>
  );
}

/** What a grade is made of: a rubric, an event and how its result becomes percent, or marks. */
export function ComponentForm({
  values,
  sources,
  preview,
  ...fixed
}: Editing & { sources: Options; preview: readonly string[] }) {
  return (
    <RecordForm
      id={`grade-component-${fixed.id ?? `new-${fixed.projectId}`}`}
      schema={componentSchema}
      values={values}
      fixed={fixed}
      submit={saveGradeComponent}
      label="Save component"
      names={{ name: 'Name', weight: 'Weight', from: 'From', kind: 'Rule' }}
    >
      <div className="flex flex-wrap gap-3">
        <Part.Text name="name" label="Component of the grade" className="grow min-w-44" />
        <Part.Decimal name="weight" label="Weight" className="w-24" />
        <Part.Decimal name="position" label="Order" className="w-20" />
      </div>
      <Part.Choice name="from" label="From" options={sources} />
      <RuleFields />
      {preview.map((line) => (
        <p key={line} className="text-sm">
          {line}
        </p>
      ))}
      <div className="flex flex-wrap gap-3">
        <Part.Decimal name="dropLowest" label="Lowest marks dropped" className="w-44" />
        <Part.Decimal name="floor" label="Floor" className="w-28" hint="for what works at all" unit="%" />
        <Part.Decimal name="cap" label="Cap" className="w-28" unit="%" />
      </div>
      <Part.Check name="usesFactor" label="Multiplied with the member’s factor" />
      <p className="text-sm faint">Extra credit: give a mark above the most points, and leave the cap empty.</p>
    </RecordForm>
  );
}

/** How the counted value of an event becomes percent; what each way rewards stands beside it. */
function RuleFields() {
  const [from, kind] = useWatch({ name: ['from', 'kind'] }) as [string, string];
  if (!from.startsWith('event')) return null;
  return (
    <fieldset className="border-l-4 border-rule pl-3 flex flex-col gap-2">
      <legend className="sr-only">From result to percent</legend>
      <Part.Choice
        name="kind"
        label="From result to percent"
        options={[
          ['points', 'the points of the event'],
          ['bands', 'bands'],
          ['linear', 'a straight line'],
          ['deviation', 'off for each step away from a target'],
          ['best', 'share of this class’s best'],
          ['benchmark', 'share of a benchmark'],
          ...(kind === 'kept' ? ([['kept', 'as it was imported']] as const) : []),
        ]}
        hint={REWARDS[kind]}
      />
      {(kind === 'bands' || kind === 'best' || kind === 'benchmark') && (
        <Part.Choice
          name="better"
          label="Better is"
          options={[
            ['higher', 'more'],
            ['lower', 'less'],
          ]}
        />
      )}
      {kind === 'bands' && (
        <Part.Area name="bands" label="Bands" rows={4} hint="One per line: the result, and the percent. “8.5 90”" />
      )}
      {kind === 'linear' && (
        <div className="flex flex-wrap gap-3">
          <Part.Decimal name="fromValue" label="From result" className="w-28" />
          <Part.Decimal name="fromPercent" label="with percent" className="w-28" />
          <Part.Decimal name="toValue" label="to result" className="w-28" />
          <Part.Decimal name="toPercent" label="with percent" className="w-28" />
        </div>
      )}
      {kind === 'deviation' && (
        <div className="flex flex-wrap gap-3">
          <Part.Decimal name="target" label="Target" className="w-28" />
          <Part.Decimal name="step" label="Step" className="w-28" />
          <Part.Decimal name="perStep" label="Percent off per step" className="w-40" />
          <Part.Decimal name="overshoot" label="Off for overshooting" className="w-40" />
        </div>
      )}
      {kind === 'benchmark' && <Part.Decimal name="reference" label="Benchmark" className="w-32" />}
    </fieldset>
  );
}
const REWARDS: Record<string, string> = {
  points: 'The same points as in the standings.',
  bands: 'Rewards reaching a level; just below an edge and far below are the same.',
  linear: 'Rewards every bit of improvement alike.',
  deviation: 'Rewards hitting the target, not going beyond it.',
  best: 'Rewards being near the best of this class; a strong class makes it harder.',
  benchmark: 'Rewards reaching a fixed standard, whatever the class does.',
  kept: 'The fields here can’t show this rule. It stays as it is until you choose another one.',
};
