'use client';

import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { attempt as attemptCall } from '@/ui/forms/RecordForm';
import { newId, postEntry } from '@/ui/forms/postEntry';
import { toast } from '@/ui/toast';
import { takeBackTrial } from './actions';
import { nextRun, unlikely, type Runner } from './runOrder';

export interface Saved {
  id: string;
  version: number;
  text: string;
  value: string;
}
interface Props {
  projectId: string;
  sectionId: string;
  event: {
    id: string;
    name: string;
    allowed: number;
    unit: string;
    units: string[];
    foulKeepsValue: boolean;
    penalties: string[];
  };
  protocol: { name: string; cautions: string; conditions: { name: string; value: number; unit: string }[] };
  runners: Runner[];
  /** Values of the valid runs so far, in the protocol's unit. */
  soFar: number[];
  last: Saved[];
  mayTakeBack: boolean;
}
type Status = 'ok' | 'foul' | 'did-not-finish' | 'did-not-start';
const STATUS_NAME: Record<Status, string> = {
  ok: 'ok',
  foul: 'foul',
  'did-not-finish': 'did not finish',
  'did-not-start': 'did not start',
};

/** Entry at the rig: one team at a time in run order, a large value, number keys, Enter for the next team. */
export function TrialEntry({ projectId, sectionId, event, protocol, runners, soFar, last, mayTakeBack }: Props) {
  const router = useRouter();
  const [chosen, setChosen] = useState<string | null>(null);
  const [practice, setPractice] = useState(false);
  const [text, setText] = useKept(`ironstone-draft:run-${event.id}`);
  const [unit, setUnit] = useState(event.unit);
  const [id, setId] = useState('');
  const [sure, setSure] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [conditions, setConditions] = useState(() =>
    protocol.conditions.map((c) => ({ name: c.name, value: String(c.value), unit: c.unit })),
  );
  const [penalties, setPenalties] = useState<Record<string, number>>({});
  const field = useRef<HTMLInputElement>(null);
  const runner = runners.find((one) => one.teamId === chosen) ?? nextRun(runners, event.allowed) ?? runners[0];
  const following = useMemo(
    () =>
      runner &&
      nextRun(
        runners.map((one) => (one === runner ? { ...one, attempts: one.attempts + 1 } : one)),
        event.allowed,
      ),
    [runners, runner, event.allowed],
  );
  const full = runner ? runner.attempts >= event.allowed : true;
  const asPractice = practice || full;

  const save = async (status: Status) => {
    if (!runner || busy) return;
    const hint = status === 'ok' && !sure ? unlikely(text, soFar) : null;
    if (hint) {
      setProblem(hint);
      return setSure(true);
    }
    const key = id || newId();
    setId(key);
    setBusy(true);
    const withValue = status === 'ok' || (status === 'foul' && event.foulKeepsValue);
    const attempt = asPractice ? null : runner.attempts + 1;
    const entry = {
      projectId,
      id: key,
      sectionId,
      eventId: event.id,
      teamId: runner.teamId,
      iterationId: runner.iterationId,
      attempt,
      status,
      value: withValue ? text : '',
      unit,
      penalties,
      conditions,
      note: '',
    };
    const outcome = await attemptCall(() => postEntry('/api/v1/trials', entry));
    setBusy(false);
    setSure(false);
    if (!outcome.ok) return setProblem(Object.values(outcome.errors ?? {})[0] ?? outcome.message);
    if (outcome.notes.length) toast.success(`${outcome.notes.join('. ')}.`);
    setProblem(null);
    setText('');
    setId('');
    setChosen(null);
    setPenalties({});
    router.refresh();
    field.current?.focus();
  };
  const press = (key: string) => {
    setSure(false);
    setText(key === 'back' ? text.slice(0, -1) : text + key);
  };

  if (!runner)
    return (
      <p className="p-4">
        No team of this section has an iteration yet; runs are made with one. Record it under Builds.
      </p>
    );
  return (
    <div className="flex flex-col max-w-xl w-full mx-auto border-x border-rule bg-sheet min-h-[calc(100dvh-44px)]">
      {protocol.cautions && (
        <p className="callout mx-3.5 mt-2">
          {protocol.cautions} Local codes, the school’s rules and licensed practice come first.
        </p>
      )}
      <details className="px-3.5 py-2 border-b border-rule text-sm">
        <summary className="cursor-pointer">
          <b>{protocol.name}</b> ·{' '}
          {conditions.map((c) => `${c.name} ${c.value} ${c.unit}`).join(' · ') || 'no conditions'} ·{' '}
          <span className="text-steel font-medium">change</span>
        </summary>
        {conditions.map((c, i) => (
          <label key={c.name} className="flex items-center gap-2 mt-1">
            <span className="w-40">{c.name}</span>
            <input
              className="num !w-24"
              inputMode="decimal"
              value={c.value}
              onChange={(e) =>
                setConditions(conditions.map((one, j) => (i === j ? { ...one, value: e.target.value } : one)))
              }
            />
            {c.unit}
          </label>
        ))}
      </details>
      <div className="px-3.5 pt-2 flex flex-wrap items-baseline gap-x-3">
        <select
          aria-label="Team"
          className="!w-auto !text-[26px] !leading-8 font-cond font-semibold !border-0 !pl-2 border-l-[7px]"
          value={runner.teamId}
          onChange={(e) => (setChosen(e.target.value), setPractice(false))}
        >
          {runners.map((one) => (
            <option key={one.teamId} value={one.teamId}>
              {one.name} {one.iterationNumber}
            </option>
          ))}
        </select>
        <span className="faint" role="status">
          {asPractice
            ? `practice run${full ? ` (all ${event.allowed} attempts are recorded)` : ''}`
            : `attempt ${runner.attempts + 1} of ${event.allowed}`}
          {following && !asPractice ? `, next: ${following.name}` : ''}
        </span>
        {!full && (
          <label className="text-sm flex gap-1.5 items-center">
            <input type="checkbox" checked={practice} onChange={(e) => setPractice(e.target.checked)} /> practice
          </label>
        )}
      </div>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void save('ok');
        }}
      >
        <div className="mx-3.5 my-2 border-2 border-ink flex items-center">
          <input
            ref={field}
            aria-label={`Value of ${runner.name}`}
            aria-invalid={problem ? true : undefined}
            aria-describedby="run-problem"
            inputMode="none"
            autoComplete="off"
            value={text}
            onChange={(e) => (setText(e.target.value), setSure(false))}
            className="!border-0 num right !text-[46px] !leading-[64px] font-semibold min-w-0"
          />
          <select
            aria-label="Unit"
            value={unit}
            onChange={(e) => setUnit(e.target.value)}
            className="!w-auto !border-0 text-lg"
          >
            {event.units.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </div>
        {problem && (
          <p id="run-problem" role="alert" className="callout mx-3.5 mb-2">
            {problem}
          </p>
        )}
        {event.penalties.length > 0 && (
          <div className="mx-3.5 mb-2 flex flex-wrap gap-2 text-sm">
            {event.penalties.map((code) => (
              <button
                key={code}
                type="button"
                className="btn"
                onClick={() => setPenalties({ ...penalties, [code]: ((penalties[code] ?? 0) + 1) % 6 })}
              >
                {code.replaceAll('-', ' ')}: {penalties[code] ?? 0}
              </button>
            ))}
          </div>
        )}
        <Pad press={press} save={(status) => void save(status)} busy={busy} sure={sure} asPractice={asPractice} />
      </form>
      <LastRuns projectId={projectId} last={last} mayTakeBack={mayTakeBack} />
    </div>
  );
}

function Pad({
  press,
  save,
  busy,
  sure,
  asPractice,
}: {
  press: (key: string) => void;
  save: (status: Status) => void;
  busy: boolean;
  sure: boolean;
  asPractice: boolean;
}) {
  const digit = (key: string) => (
    <button key={key} type="button" onClick={() => press(key)}>
      {key}
    </button>
  );
  const status = (one: Status) => (
    <button key={one} type="button" className="word" disabled={busy} onClick={() => save(one)}>
      {STATUS_NAME[one]}
    </button>
  );
  return (
    <div className="keypad">
      {['7', '8', '9'].map(digit)}
      {status('foul')}
      {['4', '5', '6'].map(digit)}
      {status('did-not-finish')}
      {['1', '2', '3'].map(digit)}
      <button className="save" disabled={busy}>
        {sure ? 'Keep it, save' : asPractice ? 'Save practice' : 'Save, next team'}
      </button>
      <button type="button" aria-label="Delete the last digit" onClick={() => press('back')}>
        ⌫
      </button>
      {['0', '.'].map(digit)}
    </div>
  );
}

function LastRuns({ projectId, last, mayTakeBack }: Pick<Props, 'projectId' | 'last' | 'mayTakeBack'>) {
  const router = useRouter();
  const takeBack = async (run: Saved) => {
    const outcome = await attemptCall(() => takeBackTrial({ projectId, id: run.id, version: run.version }));
    if (outcome.ok) toast.success('Taken back; its attempt is free again.');
    else toast.error(outcome.message);
    router.refresh();
  };
  return (
    <ul className="mx-3.5 my-2 text-sm" aria-label="Runs just saved">
      {last.map((run) => (
        <li key={run.id} className="flex gap-4 py-1 border-b border-hair">
          <span className="faint grow">{run.text}</span>
          <span className="num w-24 right">{run.value}</span>
          {mayTakeBack && (
            <button className="btn-text" onClick={() => void takeBack(run)} aria-label={`Take back ${run.text}`}>
              take back
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}

const KEPT = 'ironstone-kept';

/** A text that survives a reload; empty again once saved. */
function useKept(key: string): [string, (text: string) => void] {
  const text = useSyncExternalStore(
    (changed) => {
      window.addEventListener(KEPT, changed);
      return () => window.removeEventListener(KEPT, changed);
    },
    () => localStorage.getItem(key) ?? '',
    () => '',
  );
  const keep = (next: string) => {
    if (next) localStorage.setItem(key, next);
    else localStorage.removeItem(key);
    window.dispatchEvent(new Event(KEPT));
  };
  return [text, keep];
}
