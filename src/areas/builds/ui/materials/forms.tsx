'use client';

import { SOURCES } from '@/core/materials';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { saveBill, saveMaterial } from '@/areas/builds/write/materials';
import { PasteLines } from './PasteLines';
import { billSchema, materialSchema } from '@/areas/builds/records/materials';

const ofMaterial = fieldsOf(materialSchema);
const ofBill = fieldsOf(billSchema);

/** A material of the project: what a piece weighs and costs, how many there are, and whether a rule forbids it. */
export function MaterialForm({ projectId, id, version, values, currency }: Editing & { currency: string }) {
  return (
    <RecordForm
      key={version}
      id={`material-${id ?? `new-${projectId}`}`}
      schema={materialSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveMaterial}
      label="Save material"
      names={{
        name: 'Material',
        unitMass: 'Mass of a piece',
        unitPrice: 'Price of a piece',
        stock: 'Stock',
        rule: 'Rule',
      }}
    >
      <ofMaterial.Text name="name" label="Material" hint="one piece of it, such as Birch strip, 3 × 10 × 500 mm" />
      <div className="flex flex-wrap gap-3">
        <ofMaterial.Decimal name="unitMass" label="Mass of a piece" unit="g" className="w-36" />
        <ofMaterial.Decimal name="unitPrice" label="Price of a piece" unit={currency} className="w-40" />
        <ofMaterial.Decimal name="stock" label="Stock" unit="pieces" className="w-36" />
      </div>
      <ofMaterial.Text name="rule" label="Not allowed, because of" hint="the rule; empty when it is allowed" />
    </RecordForm>
  );
}

const EMPTY_LINE = {
  part: '',
  subsystem: '',
  materialId: '',
  quantity: '1',
  waste: '',
  unitMass: '',
  unitPrice: '',
  source: 'kit',
};

/** The bill of materials of an iteration; what a line leaves open is its material's. */
export function BillForm({
  projectId,
  iterationId,
  id,
  version,
  values,
  materials,
  currency,
}: Editing & { iterationId: string; materials: Options; currency: string }) {
  return (
    <RecordForm
      key={version}
      id={`bill-${iterationId}`}
      schema={billSchema}
      values={values}
      fixed={{ projectId, id, version, iterationId }}
      submit={saveBill}
      label="Save bill"
      names={{ lines: 'Lines' }}
    >
      <ofBill.Rows name="lines" label="Lines" empty={EMPTY_LINE} add="Add line">
        {(path) => (
          <>
            <ofBill.Text name={`${path}.part`} label="Part" className="grow min-w-40" />
            <ofBill.Choice
              name={`${path}.materialId`}
              label="Material"
              options={[['', 'not on the list'], ...materials]}
              className="w-52"
            />
            <ofBill.Decimal name={`${path}.quantity`} label="Quantity" className="w-20" />
            <ofBill.Decimal name={`${path}.waste`} label="Waste" className="w-20" />
            <ofBill.Decimal name={`${path}.unitMass`} label="Mass each, g" className="w-28" />
            <ofBill.Decimal name={`${path}.unitPrice`} label={`Price each, ${currency}`} className="w-36" />
            <ofBill.Text name={`${path}.subsystem`} label="Subsystem" className="w-32" />
            <ofBill.Choice
              name={`${path}.source`}
              label="Source"
              options={SOURCES.map((word) => [word, word] as const)}
              className="w-28"
            />
          </>
        )}
      </ofBill.Rows>
      <p className="text-sm faint">Mass and price left empty are those of the material.</p>
      <PasteLines materials={materials} />
    </RecordForm>
  );
}
