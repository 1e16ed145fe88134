'use client';

import { useState } from 'react';
import type * as Builds from '@/core/builds';
import { CoreError, readNumber } from '@/core/numbers';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { number } from '@/core/format';
import { enterInterface, saveInterface, savePart, saveScale } from '@/areas/builds/write/parts';
import { enterInterfaceSchema, interfaceSchema, LENGTHS, partSchema, scaleSchema } from '@/areas/builds/records/parts';

const partFields = fieldsOf(partSchema);
const interfaceFields = fieldsOf(interfaceSchema);
const enterInterfaceFields = fieldsOf(enterInterfaceSchema);
const scaleFields = fieldsOf(scaleSchema);

const UNITS: Options = LENGTHS.map((unit) => [unit, unit]);
interface Fixed extends Editing {
  sectionId: string;
}

/** A part with its owner and its checker. */
export function PartForm({ values, people, ...fixed }: Fixed & { people: Options }) {
  return (
    <RecordForm
      key={`${fixed.id} ${fixed.version}`}
      id={`part-${fixed.id ?? `new-${fixed.sectionId}`}`}
      schema={partSchema}
      values={values}
      fixed={{ ...fixed }}
      submit={savePart}
      label={fixed.id ? 'Save part' : 'Add part'}
      names={{ code: 'Code', name: 'Part', ownerId: 'Owner', checkerId: 'Checker', share: 'Share' }}
      compact
    >
      <partFields.Text name="code" label="Code" mono className="w-24" />
      <partFields.Text name="name" label="Part" className="grow min-w-44" />
      <partFields.Choice name="ownerId" label="Owner" options={[['', 'nobody yet'], ...people]} className="w-40" />
      <partFields.Choice
        name="checkerId"
        label="Checker"
        options={[['', 'anybody else'], ...people]}
        className="w-40"
      />
      <partFields.Decimal name="share" label="Share of work" className="w-28" />
      <partFields.Decimal name="thickness" label="Thickness, full size" className="w-36" />
      <partFields.Choice name="thicknessUnit" label="Unit" options={UNITS} className="w-20" />
    </RecordForm>
  );
}

/** Where two parts meet. */
export function InterfaceForm({ values, parts, ...fixed }: Fixed & { parts: Options }) {
  return (
    <RecordForm
      key={`${fixed.id} ${fixed.version}`}
      id={`interface-${fixed.id ?? `new-${fixed.sectionId}`}`}
      schema={interfaceSchema}
      values={values}
      fixed={{ ...fixed }}
      submit={saveInterface}
      label={fixed.id ? 'Save' : 'Add interface'}
      names={{ name: 'What meets what' }}
      compact
    >
      <interfaceFields.Text name="name" label="What meets what" className="grow min-w-52" />
      <interfaceFields.Choice name="oneId" label="Part" options={[['', 'choose'], ...parts]} className="w-44" />
      <interfaceFields.Choice name="otherId" label="meets part" options={[['', 'choose'], ...parts]} className="w-44" />
    </RecordForm>
  );
}

/** One side's entry of an interface. */
export function SideForm({
  projectId,
  id,
  version,
  side,
  label,
  values,
}: {
  projectId: string;
  id: string;
  version: number;
  side: 'one' | 'other';
  label: string;
  values: { value: string; unit: string; tolerance: string };
}) {
  return (
    <RecordForm
      key={`${values.value} ${values.unit} ${values.tolerance}`}
      id={`side-${id}-${side}`}
      schema={enterInterfaceSchema}
      values={values}
      fixed={{ projectId, id, version, side }}
      submit={enterInterface}
      label="Enter"
      saved="Saved. Both sides are compared."
      names={{ value: 'Dimension', unit: 'Unit', tolerance: 'Tolerance' }}
      compact
    >
      <enterInterfaceFields.Decimal name="value" label={`${label}: dimension`} className="w-44" />
      <enterInterfaceFields.Decimal name="tolerance" label="± tolerance" className="w-24" />
      <enterInterfaceFields.Choice name="unit" label="Unit" options={UNITS} className="w-20" />
    </RecordForm>
  );
}

/** The model's scale and the thinnest that the material stands. */
export function ScaleForm({ values, ...fixed }: Fixed) {
  return (
    <RecordForm
      key={fixed.id}
      id={`scale-${fixed.sectionId}`}
      schema={scaleSchema}
      values={values}
      fixed={{ ...fixed }}
      submit={saveScale}
      label="Save scale"
      names={{ ratio: 'Scale', least: 'Thinnest', leastUnit: 'Unit' }}
      compact
    >
      <scaleFields.Decimal name="ratio" label="Model at 1 :" className="w-28" />
      <scaleFields.Decimal name="least" label="Thinnest that can be cut" className="w-48" />
      <scaleFields.Choice name="leastUnit" label="Unit" options={UNITS} className="w-20" />
    </RecordForm>
  );
}

/** Converts one length between full size and model, as it is typed. */
export function Converter({ ratio, least }: { ratio: number; least: { value: number; unit: string } | null }) {
  const [text, setText] = useState('');
  const [from, setFrom] = useState<string>('in');
  const [to, setTo] = useState<string>('mm');
  const [towards, setTowards] = useState<'model' | 'full size'>('model');
  // Units are large; they come once somebody is about to convert.
  const [core, setCore] = useState<typeof Builds | null>(null);
  const load = () => void import('@/core/builds').then(setCore);
  const found = text.trim() === '' ? null : convert();
  return (
    <div className="flex flex-wrap items-end gap-3">
      <label>
        <span className="block font-medium">{towards === 'model' ? 'Full size' : 'On the model'}</span>
        <span className="flex gap-1">
          <input
            className="num right !w-28"
            inputMode="decimal"
            value={text}
            onFocus={load}
            onChange={(e) => setText(e.target.value)}
            aria-label="Length to convert"
          />
          <Unit value={from} choose={setFrom} label="Unit it is in" />
        </span>
      </label>
      <button type="button" className="btn" onClick={() => setTowards(towards === 'model' ? 'full size' : 'model')}>
        {towards === 'model' ? 'to the model' : 'to full size'}
      </button>
      <Unit value={to} choose={setTo} label="Unit wanted" />
      <output className="min-h-9 flex items-center gap-3" aria-live="polite">
        {typeof found === 'string' ? (
          <span className="text-brick">{found}</span>
        ) : (
          found && (
            <>
              <b className="num text-lg">
                {number(found.value)} {found.unit}
              </b>
              {found.tooThin && towards === 'model' && (
                <span className="text-brick">thinner than the material can be cut</span>
              )}
            </>
          )
        )}
      </output>
    </div>
  );

  function convert() {
    try {
      return core?.scale({ value: readNumber(text).value, from, to, ratio, towards, least });
    } catch (error) {
      if (error instanceof CoreError) return error.message;
      throw error;
    }
  }
}

function Unit({ value, choose, label }: { value: string; choose: (unit: string) => void; label: string }) {
  return (
    <select className="!w-20" value={value} onChange={(e) => choose(e.target.value)} aria-label={label}>
      {LENGTHS.map((unit) => (
        <option key={unit}>{unit}</option>
      ))}
    </select>
  );
}
