'use client';

import { whoDid } from '@/core/names';
import { useState } from 'react';
import { upperFirst } from '@/core/format/format';
import { KINDS } from '@/core/inspection/standing';
import { Ready } from '@/ui/forms/Ready';
import { isKept, reasonOf } from '@/ui/forms/attempt';
import { newId } from '@/ui/forms/newId';
import { useQuietRefresh } from '@/ui/live/useQuietRefresh';
import { useEntry, useOurEntries, WhoEnters } from '@/ui/outbox/Entering';
import { Fold } from '@/ui/sheet/Fold';
import { toast } from '@/ui/toast';
import type { InspectingProps } from '@/areas/event/read/inspections/inspecting';
import { LookAt } from './LookAt';
import type { Send } from './send';
import { readWords } from './readingWords';
import { KIND_NAME, POINT_NAME, STATE_TONE, stateWords } from './words';

/** The inspection of one device, point by point, made for a phone; it goes on without a line. */
export function Inspecting(props: InspectingProps) {
  const { projectId, path, team, checks, device, last, history, seals, repairs } = props;
  const enter = useEntry();
  const readAnew = useQuietRefresh();
  const waiting = useOurEntries().filter(
    (one) => one.path === path && one.state === 'waiting' && one.body.teamId === team.id,
  );
  const [open, setOpen] = useState<string | null>(null);
  const first = device.points.find(({ state }) => state === 'open' || state === 'again')?.check ?? null;
  const at = open ?? first;
  const send = async (what: Record<string, unknown>, title: string, done: string, pictures: File[] = []) => {
    const id = newId();
    const outcome = await enter({
      path,
      title: `${team.name}: ${title}`,
      body: { projectId, id, teamId: team.id, ...what },
      objectId: id,
      href: location.pathname + location.search,
      ...(pictures.length > 0 ? { pictures, pictured: 'inspection' as const } : {}),
    });
    if (!outcome.ok) return Object.values(outcome.errors ?? {})[0] ?? reasonOf(outcome);
    if (!isKept(outcome.result)) {
      toast.success(outcome.notes.length ? `${outcome.notes.join('. ')}.` : done);
      readAnew();
    }
    setOpen(null);
    return null;
  };
  return (
    <Ready>
      <p className={`text-xl font-semibold ${STATE_TONE[device.state]}`} role="status">
        {upperFirst(stateWords(device))}
        {device.left > 0 && device.state !== 'not-begun' ? `, ${device.left} left` : ''}
      </p>
      {waiting.length > 0 && (
        <ul className="callout my-1 text-sm" aria-label="Waiting">
          {waiting.map((one) => (
            <li key={one.id}>{one.title}: saved on this device, not sent yet</li>
          ))}
        </ul>
      )}
      <ol className="mt-2">
        {checks.map((check) => (
          <LookAt
            key={`${check.id} ${last.find((one) => one.checkId === check.id)?.id ?? ''}`}
            check={check}
            state={device.points.find((one) => one.check === check.id)?.state ?? 'open'}
            last={last.find((one) => one.checkId === check.id) ?? null}
            open={at === check.id}
            toggle={() => setOpen(at === check.id ? '' : check.id)}
            pictures={props.pictures}
            send={send}
          />
        ))}
      </ol>
      {device.state === 'passed' && <SealForm send={send} />}
      {seals.length > 0 && device.state === 'sealed' && (
        <p className="callout mt-2">
          Sealed{seals.at(-1)!.mark ? ` (${seals.at(-1)!.mark})` : ''} by {whoDid(seals.at(-1)!.byName)}, signed for the
          team by {whoDid(seals.at(-1)!.signedBy)}.
        </p>
      )}
      {device.state !== 'not-begun' && <RepairForm send={send} />}
      <WhoEnters />
      {history.length + repairs.length > 0 && (
        <Fold label="What was found so far" className="mt-3" minor>
          <ul className="text-sm">
            {history.toReversed().map((one) => (
              <li key={one.id} className="py-0.5">
                {checks.find(({ id }) => id === one.checkId)?.name}:{' '}
                {readWords(one.value, one.unit, one.expandedUncertainty, one.answer)}, {POINT_NAME[one.decision]} (
                {whoDid(one.byName)}){one.reason && `: ${one.reason}`}
              </li>
            ))}
            {repairs.map((one) => (
              <li key={one.id} className="py-0.5">
                Repair: {one.what} ({whoDid(one.byName)}
                {one.touched.length > 0
                  ? `; touched ${one.touched.map((kind) => KIND_NAME[kind].toLowerCase()).join(', ')}`
                  : ''}
                )
              </li>
            ))}
          </ul>
        </Fold>
      )}
    </Ready>
  );
}

/** The seal: who signs on both sides. */
function SealForm({ send }: { send: Send }) {
  const [mark, setMark] = useState('');
  const [signedBy, setSigned] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <section className="border-2 border-ink p-2.5 mt-3" aria-label="Seal">
      <h2>Seal</h2>
      <label className="block mt-1">
        <span className="font-medium">Signed for the team by</span>
        <input value={signedBy} maxLength={160} onChange={(event) => setSigned(event.target.value)} />
      </label>
      <label className="block mt-1">
        <span className="font-medium">Number on the seal</span>
        <input value={mark} maxLength={60} onChange={(event) => setMark(event.target.value)} />
      </label>
      {problem && (
        <p className="text-sm text-brick font-medium" role="alert">
          {problem}
        </p>
      )}
      <button
        type="button"
        className="btn btn-go mt-2"
        onClick={() =>
          signedBy.trim() === ''
            ? setProblem('Enter who signs for the team.')
            : void send(
                { does: 'seal', mark: mark.trim(), signedBy: signedBy.trim() },
                'sealed',
                'Sealed. The team may start.',
              ).then(setProblem)
        }
      >
        Seal and sign
      </button>
    </section>
  );
}

/** What was done to the device since: it breaks the seal, and asks for a new look at what it touched. */
function RepairForm({ send }: { send: Send }) {
  const [what, setWhat] = useState('');
  const [touched, setTouched] = useState<string[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <Fold label="Record a repair" className="mt-3">
      <label className="block mt-1">
        <span className="font-medium">What was done</span>
        <input value={what} maxLength={600} onChange={(event) => setWhat(event.target.value)} />
      </label>
      <fieldset className="mt-1">
        <legend className="font-medium">What it touched</legend>
        <div className="flex flex-wrap gap-x-4">
          {KINDS.map((kind) => (
            <label key={kind} className="flex gap-1.5 items-center py-1">
              <input
                type="checkbox"
                className="size-4"
                checked={touched.includes(kind)}
                onChange={(event) =>
                  setTouched(event.target.checked ? [...touched, kind] : touched.filter((one) => one !== kind))
                }
              />
              {KIND_NAME[kind]}
            </label>
          ))}
        </div>
      </fieldset>
      <p className="text-sm faint">The seal is broken; what was touched is looked at again.</p>
      {problem && (
        <p className="text-sm text-brick font-medium" role="alert">
          {problem}
        </p>
      )}
      <button
        type="button"
        className="btn mt-1"
        onClick={() =>
          what.trim() === ''
            ? setProblem('Say what was done.')
            : void send(
                { does: 'repair', what: what.trim(), touched },
                `repair: ${what.trim()}`,
                'The repair is recorded.',
              ).then((said) => {
                setProblem(said);
                if (said !== null) return;
                setWhat('');
                setTouched([]);
              })
        }
      >
        Save repair
      </button>
    </Fold>
  );
}
