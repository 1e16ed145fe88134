'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { saveBudget } from '@/areas/brief/write/budgets';
import { budgetSchema } from '@/areas/brief/records/budgets';

const { Decimal, Rows, Text, useValue } = fieldsOf(budgetSchema);

/** Splits a limit over parts, for the class or for one team. */
export function BudgetForm({
  projectId,
  requirementId,
  teamId,
  id,
  version,
  unit,
  parts,
}: {
  projectId: string;
  requirementId: string;
  teamId: string | null;
  id: string | null;
  version: number | null;
  unit: string;
  parts: { name: string; value: string; unit: string }[];
}) {
  return (
    <RecordForm
      id={`budget-${requirementId}-${teamId ?? 'class'}`}
      schema={budgetSchema}
      values={{ parts }}
      fixed={{ projectId, id, version, requirementId, teamId }}
      submit={saveBudget}
      label="Save parts"
      names={{ parts: 'Parts' }}
    >
      <Rows name="parts" label="Parts" empty={{ name: '', value: '', unit }} add="Add a part">
        {(path) => (
          <>
            <Text name={`${path}.name`} label="Part" className="w-52" />
            <Decimal name={`${path}.value`} label="Amount" className="w-28" />
            <Text name={`${path}.unit`} label="Unit" className="w-24" />
          </>
        )}
      </Rows>
      <Empty />
    </RecordForm>
  );
}

function Empty() {
  const parts = useValue('parts') as unknown[] | undefined;
  return parts?.length ? null : <p className="faint">Not split yet: all of it remains.</p>;
}
