'use client';

import { Fold } from '@/ui/sheet/Fold';
import { ActButton } from '@/ui/forms/ActButton';
import { fieldsOf } from '@/ui/forms/fields';
import { RecordForm } from '@/ui/forms/RecordForm';
import { useEntry, WhoEnters } from '@/ui/outbox/Entering';
import { STATUS_NAME } from './Keypad';
import { runSchema } from './schema';
import { withdrawEntry } from './withdraw';

const { Area, Choice, Decimal } = fieldsOf(runSchema);

interface Props {
  projectId: string;
  id: string;
  version: number;
  title: string;
}
const NAMES = { value: 'Value', unit: 'Unit', status: 'What became of it', note: 'Note', withdrawn: 'Withdrawn' };

/** Puts a recorded run right; also without a connection. Two people who do so at once see both versions. */
export function CorrectRun({
  projectId,
  id,
  version,
  title,
  units,
  values,
}: Props & { units: string[]; values: Record<string, unknown> }) {
  const enter = useEntry();
  return (
    <Fold className="mt-5 no-print" label="Correct this run">
      <div className="pt-3">
        <RecordForm
          id={`run-${id}`}
          schema={runSchema}
          values={values}
          fixed={{ projectId, id, version }}
          submit={(body) =>
            enter({
              path: '/api/v1/runs',
              title: `${title}, corrected: ${String(body.value)} ${String(body.unit)}`,
              body,
              objectId: id,
              href: location.pathname,
            })
          }
          label="Save the correction"
          saved="Corrected; the history has both values."
          names={NAMES}
        >
          <WhoEnters />
          <div className="flex flex-wrap gap-3">
            <Choice name="status" label="What became of it" options={Object.entries(STATUS_NAME)} />
            <Decimal name="value" label="Value" className="w-32" />
            <Choice name="unit" label="Unit" className="w-24" options={units.map((unit) => [unit, unit] as const)} />
          </div>
          <Area name="note" label="Note" rows={2} hint="Why it is corrected, for whoever reads it later." />
        </RecordForm>
      </div>
    </Fold>
  );
}

/** Withdraws a run: it counts no more, and its attempt is free again. */
export function Withdraw({ projectId, id, version, title }: Props) {
  const enter = useEntry();
  return (
    <ActButton
      act={() => enter(withdrawEntry({ projectId, id, version, title }))}
      input={{}}
      done="Withdrawn; its attempt is free again."
      confirm="Yes, it shall not count"
    >
      Withdraw this run
    </ActButton>
  );
}
