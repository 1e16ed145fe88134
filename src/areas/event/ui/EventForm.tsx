'use client';

import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { useFormContext } from 'react-hook-form';
import { useState } from 'react';
import { attempt } from '@/ui/forms/attempt';
import { saveEvent, tryRule } from '@/areas/event/write/actions';
import { moreBands, type Band } from './moreBands';
import { eventSchema } from '@/areas/event/records/event';

const { Check, Choice, Decimal, Rows, Text, useValue } = fieldsOf(eventSchema);
type Protocols = Props['protocols'];
type FigureName = Parameters<typeof Decimal>[0]['name'];

const FIGURE_HINT = 'With another unit too: 5 cm';

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
  protocols: { id: string; name: string; quantities: { id: string; name: string; unit: string }[] }[];
  /** What was measured on iterations and can stand in a formula, with its unit. */
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
      label="Save event"
      names={{ name: 'Event', allowed: 'Attempts', use: 'Counts', better: 'Better', points: 'Points' }}
    >
      <div className="flex flex-wrap gap-3">
        <Text name="name" label="Event" />
        <Choice
          name="protocolId"
          label="Protocol"
          options={[['', 'choose …'], ...protocols.map((p) => [p.id, `${p.name} (${p.quantities[0]!.unit})`] as const)]}
        />
        <ScoredBy protocols={protocols} />
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
        <FoulValue protocols={protocols} />
        <Text
          name="formula"
          label="Formula (if the value is not counted as it is)"
          hint={`Uses value${facts.length ? `, ${facts.join(', ')}` : ''}; for example value / ${facts[0]?.split(' ')[0] ?? 'mass'}`}
          mono
          className="grow min-w-60"
        />
      </div>
      <Choice name="points" label="Points" options={POINTS} className="w-96 max-w-full" />
      <PointFields protocols={protocols} />
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
            <Figure name={`${path}.value`} label="Added to the value" className="w-40" protocols={protocols} />
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
      {!fixed.id && <InStandings />}
      <Example {...fixed} protocols={protocols} />
    </RecordForm>
  );
}

function CountOfBest() {
  return useValue('use') === 'mean-of-best' ? <Decimal name="count" label="How many" className="w-24" /> : null;
}

/** Which of the quantities counts, where the protocol measures several. */
function ScoredBy({ protocols }: { protocols: Protocols }) {
  const [protocolId, chosen] = useValue(['protocolId', 'quantityId']) as [string, string];
  const quantities = protocols.find((one) => one.id === protocolId)?.quantities ?? [];
  if (quantities.length < 2) return null;
  const options = quantities.map(
    ({ id, name, unit }, i) => [i === 0 && chosen === '' ? '' : id, `${name} (${unit})`] as const,
  );
  return <Choice name="quantityId" label="Scored by" options={options} />;
}

/** The unit of the protocol that is chosen; a formula makes values without one, so only what goes into it has one. */
function useUnit(protocols: Protocols, raw: boolean): string | undefined {
  const [protocolId, quantityId, formula] = useValue(['protocolId', 'quantityId', 'formula']) as [
    string,
    string,
    string | undefined,
  ];
  const quantities = protocols.find((one) => one.id === protocolId)?.quantities ?? [];
  return formula?.trim() && !raw ? undefined : (quantities.find(({ id }) => id === quantityId) ?? quantities[0])?.unit;
}

/** A figure of what is scored, with its unit beside it. */
function Figure({
  protocols,
  raw = false,
  ...rest
}: Parameters<typeof Decimal>[0] & { protocols: Protocols; raw?: boolean }) {
  return <Decimal {...rest} unit={useUnit(protocols, raw)} />;
}

function FoulValue({ protocols }: { protocols: Protocols }) {
  return useValue('foul') === 'value' ? (
    <Figure name="foulValue" label="Value of a foul" className="w-40" protocols={protocols} raw />
  ) : null;
}

/** Whether a new event goes into the standings at once. */
function InStandings() {
  const counts = useValue('counts') === true;
  return (
    <div className="flex flex-wrap gap-4 items-end">
      <Check name="counts" label="Counts in the standings" />
      {counts && <Decimal name="weight" label="Weight" className="w-24" />}
    </div>
  );
}

/** What the rule makes of one value, before it is saved. */
function Example({ protocols, ...fixed }: Omit<Editing, 'values'> & { protocols: Protocols }) {
  const { getValues, setError, clearErrors } = useFormContext();
  const [lines, setLines] = useState<string[] | null>(null);
  const work = async () => {
    clearErrors();
    setLines(null);
    const outcome = await attempt(() => tryRule({ ...getValues(), ...fixed }));
    if (outcome.ok) return setLines((outcome.result as { lines: string[] }).lines);
    const errors = Object.entries(outcome.errors ?? {});
    for (const [path, message] of errors) setError(path || 'example', { message });
    if (errors.length === 0) setError('example', { message: outcome.message });
  };
  return (
    <div className="border-l-2 border-rule pl-3">
      <div className="flex flex-wrap gap-3 items-end">
        <Figure name="example" label="Try a value" className="w-40" protocols={protocols} raw />
        <button type="button" className="btn" onClick={() => void work()}>
          Work out the points
        </button>
      </div>
      {lines && (
        <p className="mt-1" role="status">
          {lines.join(' ')}
        </p>
      )}
    </div>
  );
}

function AndSoOn() {
  const { getValues, setValue } = useFormContext();
  const more = moreBands((useValue('bands') ?? []) as Band[]);
  if (more.length === 0) return null;
  return (
    <button
      type="button"
      className="btn-text"
      onClick={() => setValue('bands', [...(getValues('bands') as Band[]), ...more], { shouldDirty: true })}
    >
      And so on
    </button>
  );
}

function PointFields({ protocols }: { protocols: Protocols }) {
  const [points, better] = useValue(['points', 'better']) as [string, string];
  const figure = (name: FigureName, label: string, hint?: string) => (
    <Figure name={name} label={label} hint={hint} className="w-40" protocols={protocols} />
  );
  const target = better === 'nearest' || points === 'deviation' ? figure('target', 'Target') : null;
  const small = 'w-32';
  return (
    <div className="flex flex-wrap gap-3 items-end">
      {target}
      {points === 'linear' && (
        <>
          {figure('fromValue', 'From value')}
          <Decimal name="fromPoints" label="with points" className={small} />
          {figure('toValue', 'to value')}
          <Decimal name="toPoints" label="with points" className={small} />
        </>
      )}
      {points === 'bands' && (
        <div>
          <Rows
            name="bands"
            label={better === 'lower' ? 'Bands: at most' : 'Bands: at least'}
            add="Add a band"
            empty={{ edge: '', points: '' }}
          >
            {(path) => (
              <>
                {figure(`${path}.edge`, 'Value')}
                <Decimal name={`${path}.points`} label="Points" className={small} />
              </>
            )}
          </Rows>
          <AndSoOn />
        </div>
      )}
      {points === 'deviation' && (
        <>
          <Decimal name="start" label="Points at the target" className={small} />
          {figure('step', 'Step', FIGURE_HINT)}
          <Decimal name="perStep" label="Points off per step" className={small} />
          <Choice
            name="counting"
            label="Steps"
            options={[
              ['completed', 'completed'],
              ['started', 'started'],
              ['proportional', 'in proportion'],
            ]}
          />
          <Decimal name="overshoot" label="Points off for overshooting" className="w-48" />
        </>
      )}
      {points === 'relative' && (
        <>
          <Decimal name="max" label="Most points" className={small} />
          {figure('reference', 'Reference', 'Empty: the best')}
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
