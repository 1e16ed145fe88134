'use client';

import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { saveEvent } from './actions';
import { eventSchema } from './schema';

const { Check, Choice, Decimal, Rows, Text, useValue } = fieldsOf(eventSchema);

const USE: Options = [
  ['best', 'the best: rewards one great run'],
  ['mean', 'the mean: rewards doing it every time'],
  ['median', 'the median: forgives one bad run'],
  ['mean-of-best', 'the mean of the best few'],
  ['worst', 'the worst: rewards reliability'],
  ['last', 'the last'],
  ['sum', 'the sum'],
];
const POINTS: Options = [
  ['linear', 'straight line between two values'],
  ['bands', 'step bands'],
  ['deviation', 'so much off for each step from a target'],
  ['relative', 'relative to the best, or to a reference'],
  ['place', 'by place'],
  ['value', 'the value itself'],
];

interface Props extends Editing {
  protocols: { id: string; name: string; unit: string }[];
  facts: string[];
}

export function EventForm({ values, protocols, facts, ...fixed }: Props) {
  return (
    <RecordForm
      id={`event-${fixed.id ?? `new-${fixed.projectId}`}`}
      schema={eventSchema}
      values={values}
      fixed={fixed}
      submit={saveEvent}
      label="Save the event"
      names={{ name: 'Event', allowed: 'Attempts', use: 'Counts', better: 'Better', points: 'Points' }}
    >
      <div className="flex flex-wrap gap-3">
        <Text name="name" label="Event" />
        <Choice
          name="protocolId"
          label="Protocol"
          options={[['', 'choose …'], ...protocols.map((p) => [p.id, `${p.name} (${p.unit})`] as const)]}
        />
        <Decimal name="position" label="Order" className="w-20" />
      </div>
      <div className="flex flex-wrap gap-3">
        <Decimal name="allowed" label="Attempts allowed" className="w-36" />
        <Choice name="use" label="What counts" options={USE} />
        <CountOfBest />
        <Choice
          name="better"
          label="Better is"
          options={[
            ['lower', 'lower'],
            ['higher', 'higher'],
            ['nearest', 'nearest to a target'],
          ]}
          className="w-44"
        />
      </div>
      <div className="flex flex-wrap gap-3">
        <Choice
          name="foul"
          label="A foul"
          options={[
            ['drop', 'does not count, but uses the attempt'],
            ['keep', 'counts where it was measured'],
            ['zero', 'counts zero'],
            ['value', 'counts a value'],
          ]}
        />
        <FoulValue />
        <Text
          name="formula"
          label="Formula (if the value is not counted as it is)"
          hint={`Uses value${facts.length ? `, ${facts.join(', ')}` : ''}; for example value / ${facts[0]?.split(' ')[0] ?? 'mass'}`}
          mono
          className="grow min-w-60"
        />
      </div>
      <Choice name="points" label="Points" options={POINTS} className="w-96 max-w-full" />
      <PointFields />
      <Rows
        name="penalties"
        label="Penalties"
        add="Add a penalty"
        empty={{ code: '', points: '', value: '', disqualify: false }}
      >
        {(path) => (
          <>
            <Text name={`${path}.code`} label="Name" className="w-40" />
            <Decimal name={`${path}.points`} label="Points off" className="w-24" />
            <Decimal name={`${path}.value`} label="Added to the value" className="w-36" />
            <Check name={`${path}.disqualify`} label="disqualifies" />
          </>
        )}
      </Rows>
      <Text
        name="ties"
        label="Ties are broken by"
        mono
        hint="In turn: next-best, fewest-attempts, lower:FACT, higher:FACT. What is still tied shares the place."
      />
    </RecordForm>
  );
}

function CountOfBest() {
  return useValue('use') === 'mean-of-best' ? <Decimal name="count" label="How many" className="w-24" /> : null;
}

function FoulValue() {
  return useValue('foul') === 'value' ? <Decimal name="foulValue" label="Value of a foul" className="w-32" /> : null;
}

function PointFields() {
  const [points, better] = useValue(['points', 'better']) as [string, string];
  const target =
    better === 'nearest' || points === 'deviation' ? <Decimal name="target" label="Target" className="w-28" /> : null;
  const small = 'w-32';
  return (
    <div className="flex flex-wrap gap-3 items-end">
      {target}
      {points === 'linear' && (
        <>
          <Decimal name="fromValue" label="From value" className={small} />
          <Decimal name="fromPoints" label="with points" className={small} />
          <Decimal name="toValue" label="to value" className={small} />
          <Decimal name="toPoints" label="with points" className={small} />
        </>
      )}
      {points === 'bands' && (
        <Rows
          name="bands"
          label={better === 'lower' ? 'Bands: at most' : 'Bands: at least'}
          add="Add a band"
          empty={{ edge: '', points: '' }}
        >
          {(path) => (
            <>
              <Decimal name={`${path}.edge`} label="Value" className={small} />
              <Decimal name={`${path}.points`} label="Points" className={small} />
            </>
          )}
        </Rows>
      )}
      {points === 'deviation' && (
        <>
          <Decimal name="start" label="Points at the target" className={small} />
          <Decimal name="step" label="Step" className={small} />
          <Decimal name="perStep" label="Points off a step" className={small} />
          <Choice
            name="counting"
            label="Steps"
            options={[
              ['completed', 'completed'],
              ['started', 'started'],
              ['proportional', 'in proportion'],
            ]}
          />
          <Decimal name="overshoot" label="Off for overshooting" className={small} />
        </>
      )}
      {points === 'relative' && (
        <>
          <Decimal name="max" label="Most points" className={small} />
          <Decimal name="reference" label="Reference" hint="Empty: the best" className={small} />
        </>
      )}
      {points === 'place' && (
        <>
          <Text name="table" label="Points for places" hint="like 10 8 6 5" />
          <Choice
            name="shared"
            label="Tied teams get"
            options={[
              ['same', 'the same points'],
              ['average', 'the average of their places'],
            ]}
          />
        </>
      )}
    </div>
  );
}
