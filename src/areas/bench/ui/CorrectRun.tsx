'use client';

import { useRouter } from 'next/navigation';
import { Fold } from '@/ui/sheet/Fold';
import { ActButton } from '@/ui/forms/ActButton';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { RecordForm } from '@/ui/forms/RecordForm';
import { doneWords, reasonOf } from '@/ui/forms/attempt';
import { useAsk } from '@/ui/kit/useAsk';
import { useEntry, WhoEnters } from '@/ui/outbox/Entering';
import { toast } from '@/ui/toast';
import { STATUS_NAME } from '@/areas/bench/shared/status';
import { runSchema } from '@/areas/bench/records/bench';
import { WHY_WITHDRAWN, withdrawEntry } from './withdraw';

const { Area, Choice, Decimal, Text } = fieldsOf(runSchema);

interface Props {
  projectId: string;
  id: string;
  version: number;
  title: string;
  /** It counts in an event, so that a change of it says why. */
  attempt: boolean;
}
const NAMES = {
  copyId: 'Copy',
  value: 'Value',
  unit: 'Unit',
  status: 'Result',
  note: 'Note',
  witness: 'Witness',
  leftOut: 'Left out because',
  withdrawn: 'Withdrawn',
};

/** Puts a recorded run right; also without a connection. Two people who do so at once see both versions. */
export function CorrectRun({
  projectId,
  id,
  version,
  title,
  attempt,
  quantities,
  copies,
  values,
}: Props & {
  /** What is read; the first of them is the value. */
  quantities: { id: string; name: string; units: string[] }[];
  /** Of its iteration, where they are told apart. */
  copies: Options;
  values: Record<string, unknown> & {
    settings: { name: string; unit: string }[];
    more: { value: string }[];
    readings: { quantityId: string; more: { value: string }[] }[];
  };
}) {
  const enter = useEntry();
  const several = quantities.length > 1;
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
          label="Save correction"
          saved="Corrected. The history shows both values."
          names={NAMES}
        >
          <WhoEnters />
          <div className="flex flex-wrap gap-3">
            <Choice name="status" label="Result" options={Object.entries(STATUS_NAME)} />
            <Read
              name={several ? quantities[0]!.name : 'Value'}
              path=""
              more={values.more}
              units={quantities[0]!.units}
            />
          </div>
          {values.readings.map(({ quantityId, more }, i) => (
            <div key={quantityId} className="flex flex-wrap gap-3">
              <Read
                name={quantities.find((one) => one.id === quantityId)!.name}
                path={`readings.${i}.`}
                more={more}
                units={quantities.find((one) => one.id === quantityId)!.units}
              />
            </div>
          ))}
          {(copies.length > 0 || values.settings.length > 0) && (
            <div className="flex flex-wrap gap-3">
              {copies.length > 0 && (
                <Choice name="copyId" label="Copy" className="w-32" options={[['', 'not told apart'], ...copies]} />
              )}
              {values.settings.map((setting, i) => (
                <Text
                  key={setting.name}
                  name={`settings.${i}.value`}
                  label={setting.unit ? `${setting.name}, ${setting.unit}` : setting.name}
                  className="w-36"
                />
              ))}
            </div>
          )}
          {attempt && (
            <Area
              name="reason"
              label="Reason"
              rows={2}
              hint="Why it is corrected: the team and your instructor read it."
            />
          )}
          <Area name="note" label="Note" rows={2} />
          <Text name="witness" label="Witness" className="w-64" />
          {!attempt && (
            <Area
              name="leftOut"
              label="Left out because"
              rows={2}
              hint="Empty for a run that counts. One that is left out stays in view with its reason."
            />
          )}
        </RecordForm>
      </div>
    </Fold>
  );
}

/** What was read of one quantity, observer by observer. */
function Read({
  name,
  path,
  more,
  units,
}: {
  name: string;
  path: '' | `readings.${number}.`;
  more: readonly unknown[];
  units: string[];
}) {
  return (
    <>
      <Decimal name={`${path}value`} label={more.length ? `${name}, observer 1` : name} className="w-36" />
      {more.map((_, i) => (
        <Decimal key={i} name={`${path}more.${i}.value`} label={`Observer ${i + 2}`} className="w-32" />
      ))}
      <Choice name={`${path}unit`} label="Unit" className="w-24" options={units.map((unit) => [unit, unit] as const)} />
    </>
  );
}

/** Withdraws a run: it counts no more, and its attempt is free again. An attempt asks why. */
export function Withdraw({ projectId, id, version, title, attempt }: Props) {
  const enter = useEntry();
  const { act, asked } = useReasonedAct();
  if (!attempt)
    return (
      <ActButton
        act={() => enter(withdrawEntry({ projectId, id, version, title }))}
        input={{}}
        done="Withdrawn."
        confirm="Withdraw this run?"
      >
        Withdraw this run
      </ActButton>
    );
  const withdraw = (reason: string) => enter(withdrawEntry({ projectId, id, version, title, reason }));
  return (
    <>
      <button
        type="button"
        className="btn"
        onClick={() => act(WHY_WITHDRAWN(title), withdraw, 'Withdrawn. Its number is free again.')}
      >
        Withdraw this attempt
      </button>
      {asked}
    </>
  );
}

/** Lets a practice run count as an attempt, where it should have been one. */
export function CountRun({
  projectId,
  id,
  version,
  title,
  values,
  as,
}: Omit<Props, 'attempt'> & {
  values: Record<string, unknown>;
  as: { eventId: string; event: string; number: number };
}) {
  const enter = useEntry();
  const { act, asked } = useReasonedAct();
  const label = `Count as attempt ${as.number} in ${as.event}`;
  const question = {
    title: `${label}?`,
    says: 'From then on only officials and your instructor can change it. The team will read why it counts.',
    reasons: [
      'The event was opened too late',
      'Recorded as practice by mistake',
      'Entered later from the results sheet',
    ],
    label: 'Count this run',
  };
  const count = (reason: string) => {
    const body = { ...values, projectId, id, version, eventId: as.eventId, attempt: as.number, reason };
    return enter({ path: '/api/v1/runs', title: `${title}: ${label}`, body, objectId: id, href: location.pathname });
  };
  return (
    <>
      <button type="button" className="btn" onClick={() => act(question, count, 'It counts now.')}>
        {label}
      </button>
      {asked}
    </>
  );
}

/** An entry that is made once somebody has said why. */
function useReasonedAct() {
  const router = useRouter();
  const { ask, asked } = useAsk(false);
  type Enter = (reason: string) => ReturnType<ReturnType<typeof useEntry>>;
  const act = (question: Parameters<typeof ask>[0], enter: Enter, done: string) =>
    ask(question, (reason) => {
      void enter(reason).then((outcome) => {
        if (!outcome.ok) return toast.error(reasonOf(outcome));
        toast.success(doneWords(outcome, done));
        router.refresh();
      });
    });
  return { act, asked };
}
