'use client';

import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import type { Conflict } from '@/server/outcome';
import { BothVersions } from '@/ui/forms/BothVersions';
import { newId } from '@/ui/forms/newId';
import { Ready } from '@/ui/forms/Ready';
import { PictureField } from '@/ui/forms/PictureField';
import { isKept } from '@/ui/forms/attempt';
import { useEntry, useOurEntries, WhoEnters } from '@/ui/outbox/Entering';
import { draftKey } from '@/ui/forms/drafts';
import { toast } from '@/ui/toast';
import { Keypad } from './Keypad';
import { STATUS_NAME, type Status } from '@/areas/bench/shared/status';
import { LastRuns } from './LastRuns';
import type { RigProps, RigQuantity } from '@/areas/bench/shared/rig';
import { useChosen } from './useChosen';
import { useQuietRefresh } from '@/ui/live/useQuietRefresh';
import type { Mended } from '@/core/bench/slip';
import { copyOf, RunSettings, settingsFor } from './RunSettings';
import { Conditions, Details, Doubt, ReadSoFar } from './RunParts';
import {
  afterSlot,
  labelOf,
  nothingRead,
  readingsFrom,
  readWords,
  slotsOf,
  takenOf,
  type Readings,
} from '@/areas/bench/shared/slots';
import { useKept } from './useKept';
import { useOpen, whyPractice } from '@/areas/bench/shared/opening';
import { after, localRuns, nextRun, unlikely, withLocal, wrongSetting } from '@/areas/bench/shared/runOrder';

/** A run as it was handed over, with what stood in the fields. */
interface Handed {
  entry: {
    id: string;
    teamId: string;
    attempt: number | null;
    status: Status;
    value: string;
    penalties: Record<string, number>;
    note: string;
  } & Readings &
    Record<string, unknown>;
  /** Team and number of the iteration. */
  design: string;
  text: string;
  /** What had been read before it. */
  taken: string;
  pictures: File[];
}

/** Entry at the rig: one team at a time in run order, a large value, number keys, Enter for the next team. */
export function RunEntry(props: RigProps) {
  const { projectId, section, path, event, protocol, last, known, first, held, ...given } = props;
  const router = useRouter();
  const readAnew = useQuietRefresh();
  const open = useOpen(props.opening);
  const enter = useEntry();
  const entries = useOurEntries();
  const local = useMemo(
    () => localRuns(entries, { path, eventId: event.id, protocolId: protocol.id, known }),
    [entries, path, event.id, protocol.id, known],
  );
  const runners = useMemo(() => withLocal(given.runners, local, entries), [given.runners, local, entries]);
  const [pictures, setPictures] = useState<File[]>([]);
  const [clash, setClash] = useState<{ conflict: Conflict; run: Handed } | null>(null);
  const [chosen, setChosen] = useState<string | null>(first);
  const [practice, setPractice] = useState(false);
  const draft = draftKey(`run-${event.id ?? protocol.id}`);
  const [text, setText] = useKept(draft);
  // What was read before it, of this quantity and others.
  const [taken, setTaken] = useKept(`${draft}-taken`);
  const before = takenOf(taken);
  const slots = slotsOf(protocol.quantities);
  const slot = slots[Math.min(before.length, slots.length - 1)]!;
  const [units, setUnits] = useState<Record<string, string>>({});
  const unitOf = (one: RigQuantity) => units[one.id] ?? one.unit;
  const unit = unitOf(slot.quantity);
  const setUnit = (next: string) => setUnits({ ...units, [slot.quantity.id]: next });
  const [id, setId] = useState('');
  // What is wrong with it, or odd: an odd value is kept by the next press, or mended.
  const [said, setSaid] = useState<{ text: string; mended: Mended | null; sure: boolean } | null>(null);
  const setProblem = (text: string) => setSaid({ text, mended: null, sure: false });
  const sure = said?.sure ?? false;
  const typed = (next: string) => {
    setText(next);
    if (said) setProblem(said.text);
  };
  const [busy, setBusy] = useState(false);
  const [conditions, setConditions] = useState(() =>
    protocol.conditions.map((c) => ({ name: c.name, value: String(c.value), unit: c.unit })),
  );
  // By team: its copy and its settings stay as they are until somebody changes them.
  const [{ copies, settings }, choose] = useChosen(`${draft}-set`, props.today);
  const [penalties, setPenalties] = useState<Record<string, number>>({});
  const [note, setNote] = useState('');
  // Stays until somebody else watches.
  const [witness, setWitness] = useState('');
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
  const counts = open && Boolean(runner?.counts);
  const asPractice = practice || full || !counts;
  const goesTo = afterSlot(slots, before.length, text !== '');
  const label = labelOf({ from: slot, to: slots[goesTo], sure, asPractice });

  const save = async (status: Status) => {
    // Two taps on "foul" are one foul; a value that was typed meanwhile is a run of its own.
    if (!runner || (busy && !(status === 'ok' && (text || taken)))) return;
    const wrong = wrongSetting(protocol.settings, settings[runner.teamId] ?? runner.settings);
    if (wrong) return setProblem(wrong);
    if (status === 'ok' && !text && before.every((one) => !one))
      return setProblem(`Key in the ${protocol.quantities.length > 1 ? slot.quantity.name : 'value'} first.`);
    const { soFar, scales } = slot.quantity;
    const hint = status === 'ok' && !sure ? unlikely(text, unit, soFar, scales) : null;
    if (hint) return setSaid({ text: hint.says, mended: hint.mended, sure: true });
    const read = [...before, text.trim(), ...slots.slice(before.length + 1, goesTo).map(() => '')];
    if (status === 'ok' && goesTo < slots.length) {
      setTaken(JSON.stringify(read));
      setText('');
      setSaid(null);
      return field.current?.focus();
    }
    const readings = readingsFrom(protocol.quantities, slots, read, unitOf);
    if (status === 'foul' && event.foulKeepsValue && !asPractice && readings.value === '')
      return setProblem(
        `In ${event.name} a foul counts with its value: key in what was measured, then press “foul” again.`,
      );
    const withValue = status === 'ok' || (status === 'foul' && event.foulKeepsValue);
    const entry = {
      projectId,
      id: id || newId(),
      sectionId: section.id,
      eventId: event.id,
      protocolId: protocol.id,
      protocolVersion: protocol.version,
      teamId: runner.teamId,
      iterationId: runner.iterationId,
      attempt: asPractice ? null : runner.attempts + 1,
      status,
      ...(withValue ? readings : nothingRead(readings)),
      penalties,
      conditions,
      copyId: copyOf(runner, copies[runner.teamId]),
      settings: settingsFor(protocol.settings, settings[runner.teamId] ?? runner.settings),
      note: note.trim(),
      witness: witness.trim(),
    };
    await hand({ entry, taken, design: `${runner.name} ${runner.iterationNumber}`, text, pictures });
  };
  /** The run is on the device at once, so the keys are free for the next team; a refusal brings it back, if they still are. */
  const hand = async (run: Handed) => {
    const { entry, design } = run;
    const { status } = entry;
    const result = [...readWords(entry), status !== 'ok' && STATUS_NAME[status]].filter(Boolean).join(', ');
    const which = entry.attempt === null ? 'practice' : `attempt ${entry.attempt}`;
    clear();
    if (entry.attempt === null) setChosen(after(runners, entry.teamId));
    setBusy(true);
    setTimeout(() => setBusy(false), 700);
    const outcome = await enter({
      path,
      title: `${design}, ${event.name}, ${which}: ${result}`,
      body: entry,
      objectId: entry.id,
      href: location.pathname + location.search,
      pictures: run.pictures,
      pictured: 'run',
      stillOpen: () => !localStorage.getItem(draft),
    });
    setBusy(false);
    if (!outcome.ok) {
      setText(run.text);
      setTaken(run.taken);
      setId(entry.id);
      setChosen(entry.teamId);
      setPenalties(entry.penalties);
      setPictures(run.pictures);
      setNote(entry.note);
      if (outcome.conflict?.ways) return setClash({ conflict: outcome.conflict, run });
      return setProblem(Object.values(outcome.errors ?? {})[0] ?? outcome.message);
    }
    if (isKept(outcome.result)) return; // the list below and the strip say so
    if (outcome.notes.length) toast.success(`${outcome.notes.join('. ')}.`);
    readAnew();
  };
  const clear = () => {
    setSaid(null);
    setText('');
    setTaken('');
    setId('');
    setChosen(null);
    setPenalties({});
    setNote('');
    setPictures([]);
    setClash(null);
    field.current?.focus();
  };
  const press = (key: string) => typed(key === 'back' ? text.slice(0, -1) : text + key);

  if (!runner)
    return <p className="p-4">This section has no team yet. Add teams under Teams, then runs can be entered here.</p>;
  return (
    <div className="flex flex-col max-w-xl w-full mx-auto border-x border-rule bg-sheet min-h-[calc(100dvh-44px)]">
      {protocol.cautions && (
        <p className="callout mx-3.5 mt-2">
          {protocol.cautions} Local codes, the school’s rules and licensed practice come first.
        </p>
      )}
      {held[runner.teamId] && (
        <p className="callout mx-3.5 mt-2" style={{ '--tone': 'var(--brick)' } as React.CSSProperties} role="status">
          {runner.name} is held: {held[runner.teamId]}. A run that took place can still be recorded; it is marked.
        </p>
      )}
      {!open && props.opener && <div className="px-3.5 py-2 border-b border-rule">{props.opener}</div>}
      <Conditions protocol={protocol.name} conditions={conditions} set={setConditions} />
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
            ? `practice run${whyPractice(event, { full, open, counts: runner.counts, says: props.opening.says })}`
            : `attempt ${runner.attempts + 1} of ${event.allowed}`}
          {following && !asPractice ? `, next: ${following.name}` : ''}
        </span>
        {!full && counts && (
          <label className="text-sm flex gap-1.5 items-center">
            <input type="checkbox" checked={practice} onChange={(e) => setPractice(e.target.checked)} /> practice
          </label>
        )}
      </div>
      <RunSettings
        runner={runner}
        known={protocol.settings}
        copyId={copyOf(runner, copies[runner.teamId])}
        chooseCopy={(id) => choose({ copies: { ...copies, [runner.teamId]: id } })}
        settings={settings[runner.teamId] ?? runner.settings}
        set={(own) => choose({ settings: { ...settings, [runner.teamId]: own } })}
      />
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void save('ok');
        }}
      >
        <Ready>
          {slots.length > 1 && (
            <ReadSoFar
              slots={slots}
              before={before}
              unitOf={unitOf}
              takeBack={() => setTaken(before.length > 1 ? JSON.stringify(before.slice(0, -1)) : '')}
            />
          )}
          <div className="mx-3.5 my-2 border-2 border-ink flex items-center focus-within:outline-2 focus-within:outline-steel">
            <input
              ref={field}
              aria-label={`${protocol.quantities.length > 1 ? slot.quantity.name : 'Value'} of ${runner.name}`}
              aria-invalid={said ? true : undefined}
              aria-describedby="run-problem"
              inputMode="none"
              autoComplete="off"
              value={text}
              onChange={(e) => typed(e.target.value)}
              className="!border-0 num right !text-[46px] !leading-[64px] font-semibold min-w-0 focus-visible:!outline-none"
            />
            <select
              aria-label="Unit"
              value={unit}
              onChange={(e) => setUnit(e.target.value)}
              className="!w-auto !border-0 text-lg"
            >
              {slot.quantity.units.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </select>
          </div>
          {clash && (
            <div className="mx-3.5 mb-2">
              <BothVersions
                conflict={clash.conflict}
                mine={{ ...clash.run.entry }}
                names={{}}
                keepMine={() => undefined}
                keepAs={(way) => void hand({ ...clash.run, entry: { ...clash.run.entry, ...way } })}
                takeTheirs={() => (clear(), router.refresh())}
              />
            </div>
          )}
          {said && (
            <Doubt
              {...said}
              mend={({ value, unit: meant }) => {
                setText(String(value));
                setUnit(meant);
                setSaid(null);
                field.current?.focus();
              }}
            />
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
          <Keypad press={press} save={(status) => void save(status)} busy={busy} label={label} />
          <div className="mx-3.5 my-2 flex flex-wrap gap-3 items-center">
            <PictureField pictures={pictures} choose={setPictures} />
            <button type="button" className="btn" disabled={busy} onClick={() => void save('did-not-start')}>
              {STATUS_NAME['did-not-start']}
            </button>
            <WhoEnters />
          </div>
          <Details note={note} setNote={setNote} witness={witness} setWitness={setWitness} />
        </Ready>
      </form>
      <LastRuns projectId={projectId} path={path} event={event.name} last={last} local={local} entries={entries} />
    </div>
  );
}
