'use client';

import { DIMENSION_NAMES } from '@/core/dimensions';
import { useWatch } from 'react-hook-form';
import { RecordForm } from '@/ui/forms/RecordForm';
import { Area, Choice, Decimal, Rows, Text, type Options } from '@/ui/forms/fields';
import { saveInstrument, saveProtocol } from './actions';
import { instrumentSchema, protocolSchema } from './schema';

interface Place {
  projectId: string;
  id: string | null;
  version: number | null;
  values: Record<string, unknown>;
}
const MEASURED: Options = DIMENSION_NAMES.filter((name) => name !== 'yes-no').map((name) => [name, name] as const);

export function InstrumentForm({ values, ...fixed }: Place) {
  return (
    <RecordForm
      id={`instrument-${fixed.id ?? `new-${fixed.projectId}`}`}
      schema={instrumentSchema}
      values={values}
      fixed={fixed}
      submit={saveInstrument}
      label="Save the instrument"
      compact
      names={{ name: 'Name', unit: 'Unit', resolution: 'Resolution', accuracy: 'Accuracy' }}
    >
      <Text name="name" label="Instrument" />
      <Choice name="dimension" label="Measures" options={MEASURED} className="w-32" />
      <Text name="unit" label="Unit" className="w-20" />
      <Decimal name="resolution" label="Resolution" className="w-28" />
      <Decimal name="accuracy" label="Accuracy ±" className="w-28" />
      <p className="text-sm faint w-full">
        Resolution is the smallest step it shows; accuracy the half-width its maker states. From both follows the
        uncertainty of every reading.
      </p>
    </RecordForm>
  );
}

interface ProtocolProps extends Place {
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
      label="Save the protocol"
      names={{ name: 'Name', procedure: 'Procedure', cautions: 'Cautions' }}
    >
      <Text name="name" label="Protocol" />
      <div className="flex flex-wrap gap-3">
        <WhatIsMeasured parameters={parameters} />
        <Choice
          name="instrumentId"
          label="Instrument"
          options={[['', 'choose …'], ...instruments.map((one) => [one.id, `${one.name} (${one.unit})`] as const)]}
        />
        <Text name="unit" label="Unit of the values" className="w-36" />
      </div>
      <Area name="procedure" label="Procedure" hint="So that everybody tests the same way." />
      <Rows
        name="conditions"
        label="Conditions that every run keeps"
        add="Add a condition"
        empty={{ name: '', value: '', tolerance: '', unit: '' }}
      >
        {(path) => (
          <>
            <Text name={`${path}.name`} label="Condition" />
            <Decimal name={`${path}.value`} label="Value" className="w-28" />
            <Decimal name={`${path}.tolerance`} label="Tolerance ±" className="w-28" />
            <Text name={`${path}.unit`} label="Unit" className="w-20" />
          </>
        )}
      </Rows>
      <Area
        name="cautions"
        label="Cautions"
        rows={2}
        hint="Shown where runs are entered. Local codes, the school’s rules and licensed practice come first."
      />
    </RecordForm>
  );
}

function WhatIsMeasured({ parameters }: Pick<ProtocolProps, 'parameters'>) {
  const chosen = useWatch({ name: 'parameterId' }) as string;
  return (
    <>
      <Choice
        name="parameterId"
        label="What is measured"
        options={[
          ['', 'a new one:'],
          ...parameters.filter((p) => p.dimension !== 'yes-no').map((p) => [p.id, p.name] as const),
        ]}
      />
      {!chosen && <Text name="parameterName" label="Name of the new parameter" />}
    </>
  );
}
