'use client';

import { useState } from 'react';
import { useFormContext } from 'react-hook-form';
import { ownAccuracy } from '@/core/bench/ownAccuracy';
import { INSTRUMENT_PRESETS } from '@/core/bench/presets';
import { number } from '@/core/format';
import { CoreError, readNumber } from '@/core/numbers';
import { factName } from '@/core/shared/factName';
import { DIMENSION_NAMES } from '@/core/dimensions';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { Fold } from '@/ui/sheet/Fold';
import { saveInstrument, saveProtocol } from '@/areas/bench/write/actions';
import { instrumentSchema, protocolSchema } from '@/areas/bench/records/bench';

const protocolFields = fieldsOf(protocolSchema);
const instrumentFields = fieldsOf(instrumentSchema);

const MEASURED: Options = DIMENSION_NAMES.filter((name) => name !== 'yes-no').map((name) => [name, name] as const);

export function InstrumentForm({ values: given, ...fixed }: Editing) {
  const [chosen, setChosen] = useState('');
  const preset = INSTRUMENT_PRESETS.find(({ name }) => name === chosen);
  const values = preset
    ? {
        name: preset.name,
        dimension: preset.dimension,
        unit: preset.unit,
        resolution: String(preset.resolution),
        accuracy: String(preset.accuracy),
      }
    : given;
  return (
    <>
      {fixed.id === null && (
        <p className="mb-3">
          <label className="block font-medium" htmlFor="instrument-preset">
            Start from
          </label>
          <select id="instrument-preset" value={chosen} onChange={(e) => setChosen(e.target.value)} className="!w-auto">
            <option value="">an empty form</option>
            {INSTRUMENT_PRESETS.map(({ name }) => (
              <option key={name}>{name}</option>
            ))}
          </select>
          {preset && <span className="block text-sm faint">Accuracy: {preset.why}.</span>}
        </p>
      )}
      <InstrumentFields
        key={chosen}
        values={values}
        id={`${fixed.id ?? `new-${fixed.projectId}`}${chosen && `-${chosen}`}`}
        fixed={fixed}
      />
    </>
  );
}

function InstrumentFields({
  id,
  values,
  fixed,
}: {
  id: string;
  values: Editing['values'];
  fixed: Omit<Editing, 'values'>;
}) {
  return (
    <RecordForm
      id={`instrument-${id}`}
      schema={instrumentSchema}
      values={values}
      fixed={fixed}
      submit={saveInstrument}
      label="Save instrument"
      compact
      names={{ name: 'Name', unit: 'Unit', resolution: 'Resolution', accuracy: 'Accuracy' }}
    >
      <instrumentFields.Text name="name" label="Instrument" />
      <instrumentFields.Choice name="dimension" label="Measures" options={MEASURED} className="w-32" />
      <instrumentFields.Text name="unit" label="Unit" className="w-20" />
      <instrumentFields.Decimal name="resolution" label="Resolution" className="w-28" />
      <instrumentFields.Decimal name="accuracy" label="Accuracy ±" className="w-28" />
      <FromReadings />
      <p className="text-sm faint w-full">
        Resolution is the smallest step it shows; accuracy the half-width its maker states. From both follows the
        uncertainty of every reading.
      </p>
    </RecordForm>
  );
}

/** The accuracy of an instrument as the class uses it, from repeated readings of one thing. */
function FromReadings() {
  const { setValue } = useFormContext();
  const [text, setText] = useState('');
  const [known, setKnown] = useState('');
  const [said, setSaid] = useState<{ text: string; wrong: boolean } | null>(null);
  const take = () => {
    try {
      const readings = text.split(/[\s;]+/).flatMap((one) => (one ? [readNumber(one).value] : []));
      const found = ownAccuracy({ readings, known: known.trim() ? readNumber(known).value : null });
      setValue('accuracy', String(found.accuracy), { shouldDirty: true });
      const off = found.offset === null ? '' : `, ${number(Math.abs(found.offset))} off on the whole`;
      setSaid({
        text: `From ${found.n} readings: they lie ${number(found.standardDeviation)} apart${off}. Accuracy ± ${number(found.accuracy)} is filled in.`,
        wrong: false,
      });
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      setSaid({ text: error.message, wrong: true });
    }
  };
  return (
    <Fold minor label="Find the accuracy by reading one thing again and again" className="w-full">
      <div className="flex flex-wrap items-end gap-3 mt-1">
        <label className="flex flex-col grow">
          Readings of the same thing, by different people
          <input className="num" value={text} maxLength={400} onChange={(e) => setText(e.target.value)} />
        </label>
        <label className="flex flex-col">
          What it is, if you know
          <input
            className="num !w-36"
            inputMode="decimal"
            value={known}
            maxLength={20}
            onChange={(e) => setKnown(e.target.value)}
          />
        </label>
        <button type="button" className="btn" onClick={take}>
          Work out accuracy
        </button>
      </div>
      {said && (
        <p role={said.wrong ? 'alert' : 'status'} className={said.wrong ? 'text-brick' : ''}>
          {said.text}
        </p>
      )}
    </Fold>
  );
}

interface ProtocolProps extends Editing {
  parameters: { id: string; name: string; dimension: string }[];
  instruments: { id: string; name: string; unit: string }[];
}

export function ProtocolForm({ values, parameters, instruments, ...fixed }: ProtocolProps) {
  return (
    <RecordForm
      id={`protocol-${fixed.id ?? `new-${fixed.projectId}`}`}
      schema={protocolSchema}
      values={values}
      fixed={fixed}
      submit={saveProtocol}
      label="Save protocol"
      names={{ name: 'Name', procedure: 'Procedure', cautions: 'Cautions' }}
    >
      <protocolFields.Text name="name" label="Protocol" />
      <div className="flex flex-wrap gap-3">
        <WhatIsMeasured parameters={parameters} />
        <protocolFields.Choice
          name="instrumentId"
          label="Instrument"
          options={[['', 'choose …'], ...instruments.map((one) => [one.id, `${one.name} (${one.unit})`] as const)]}
        />
        <protocolFields.Text name="unit" label="Unit of the values" className="w-36" />
        <protocolFields.Choice
          name="observers"
          label="Observers"
          hint="who read it at once; their mean counts"
          options={['1', '2', '3', '4'].map((count) => [count, count] as const)}
          className="w-44"
        />
      </div>
      <protocolFields.Rows
        name="more"
        label="Further quantities of the same run"
        add="Add a quantity"
        empty={{ id: '', parameterId: '', parameterName: '', instrumentId: '', observers: '1', formula: '', unit: '' }}
      >
        {(path) => <FurtherQuantity path={path} parameters={parameters} instruments={instruments} />}
      </protocolFields.Rows>
      <FormulaNames parameters={parameters} />
      <protocolFields.Area
        name="procedure"
        label="Procedure"
        hint="So that everybody tests the same way: surface, start and stop points, and what happens when a run leaves its lane."
      />
      <div className="flex flex-wrap gap-3">
        <protocolFields.Decimal
          name="runsWanted"
          label="Runs wanted"
          hint="of each iteration; empty for no plan"
          className="w-44"
        />
        <protocolFields.Area
          name="roles"
          label="Who does what"
          rows={2}
          hint="One per line: “Starter: releases on the count”. The printed sheet has a line for the name."
        />
      </div>
      <protocolFields.Rows
        name="conditions"
        label="Conditions that every run keeps"
        add="Add a condition"
        empty={{ name: '', value: '', tolerance: '', unit: '' }}
      >
        {(path) => (
          <>
            <protocolFields.Text name={`${path}.name`} label="Condition" />
            <protocolFields.Decimal name={`${path}.value`} label="Value" className="w-28" />
            <protocolFields.Decimal name={`${path}.tolerance`} label="Tolerance ±" className="w-28" />
            <protocolFields.Text name={`${path}.unit`} label="Unit" className="w-20" />
          </>
        )}
      </protocolFields.Rows>
      <protocolFields.Rows
        name="settings"
        label="Settings chosen at each run"
        add="Add a setting"
        empty={{ name: '', unit: '' }}
      >
        {(path) => (
          <>
            <protocolFields.Text name={`${path}.name`} label="Setting" />
            <protocolFields.Text name={`${path}.unit`} label="Unit, or none for a word" className="w-44" />
          </>
        )}
      </protocolFields.Rows>
      <p className="text-sm faint">
        An angle, a gear, a load that may differ from run to run. It makes no new iteration, and runs at different
        settings are never averaged together.
      </p>
      <protocolFields.Area
        name="cautions"
        label="Cautions"
        rows={2}
        hint="Shown where runs are entered. Local codes, the school’s rules and licensed practice come first."
      />
    </RecordForm>
  );
}

/** A quantity that is read with an instrument, or worked out. */
function FurtherQuantity({
  path,
  parameters,
  instruments,
}: Pick<ProtocolProps, 'parameters' | 'instruments'> & { path: `more.${number}` }) {
  const [parameterId, instrumentId] = protocolFields.useValue([
    `${path}.parameterId`,
    `${path}.instrumentId`,
  ] as never) as unknown as [string, string];
  return (
    <>
      <protocolFields.Choice
        name={`${path}.parameterId`}
        label="What is measured"
        className="w-40"
        options={[
          ['', 'a new one:'],
          ...parameters.filter((p) => p.dimension !== 'yes-no').map((p) => [p.id, p.name] as const),
        ]}
      />
      {!parameterId && <protocolFields.Text name={`${path}.parameterName`} label="Name" className="w-36" />}
      <protocolFields.Choice
        name={`${path}.instrumentId`}
        label="Instrument"
        className="w-36"
        options={[
          ['', 'none: worked out'],
          ...instruments.map((one) => [one.id, `${one.name} (${one.unit})`] as const),
        ]}
      />
      {instrumentId ? (
        <protocolFields.Choice
          name={`${path}.observers`}
          label="Observers"
          options={['1', '2', '3', '4'].map((count) => [count, count] as const)}
          className="w-24"
        />
      ) : (
        <protocolFields.Text name={`${path}.formula`} label="Formula" className="w-48" />
      )}
      <protocolFields.Text name={`${path}.unit`} label="Unit" className="w-16" />
    </>
  );
}

/** What formulas of this protocol can use, as it is typed. */
function FormulaNames({ parameters }: Pick<ProtocolProps, 'parameters'>) {
  const [parameterId, parameterName, more, conditions, settings] = protocolFields.useValue([
    'parameterId',
    'parameterName',
    'more',
    'conditions',
    'settings',
  ] as never) as unknown as [
    string,
    string,
    { parameterId: string; parameterName: string; instrumentId: string }[],
    { name: string }[],
    { name: string; unit: string }[],
  ];
  if (!more?.some(({ instrumentId }) => !instrumentId)) return null;
  const named = (one: { parameterId: string; parameterName: string }) =>
    parameters.find(({ id }) => id === one.parameterId)?.name ?? one.parameterName;
  const names = [
    named({ parameterId, parameterName }),
    ...more.map(named),
    ...conditions.map(({ name }) => name),
    ...settings.filter(({ unit }) => unit).map(({ name }) => name),
  ].map(factName);
  return (
    <p className="text-sm faint">
      A formula can use <span className="num">{[...new Set([...names.filter(Boolean), 'gravity'])].join(', ')}</span>{' '}
      with + − * / ^, brackets, sqrt, sin and the like. Units take care of themselves:{' '}
      <span className="num">voltage * current</span> comes out in watts.
    </p>
  );
}

function WhatIsMeasured({ parameters }: Pick<ProtocolProps, 'parameters'>) {
  const chosen = protocolFields.useValue('parameterId') as string;
  return (
    <>
      <protocolFields.Choice
        name="parameterId"
        label="What is measured"
        options={[
          ['', 'a new one:'],
          ...parameters.filter((p) => p.dimension !== 'yes-no').map((p) => [p.id, p.name] as const),
        ]}
      />
      {!chosen && <protocolFields.Text name="parameterName" label="Name of the new parameter" />}
    </>
  );
}
