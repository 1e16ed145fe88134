'use client';

import { whoDid } from '@/core/names';
import { useState } from 'react';
import { look, type Look } from '@/core/inspection/look';
import type { PointState } from '@/core/inspection/standing';
import { CoreError, readNumber } from '@/core/numbers';
import type { Check, Inspection } from '@/areas/event/read/inspections';
import { PictureField } from '@/ui/forms/PictureField';
import type { Send } from './send';
import { limitWords, lookWords, readWords } from './readingWords';
import { POINT_NAME, POINT_TONE } from './words';

interface Props {
  check: Check;
  state: PointState;
  last: Inspection | null;
  open: boolean;
  toggle: () => void;
  pictures: boolean;
  send: Send;
}

/** One point: what was read, what it says, and what the inspector decides. */
export function LookAt({ check, state, last, open, toggle, pictures: withPictures, send }: Props) {
  const { limit } = check;
  const yes = limit?.kind === 'yes';
  const unit = limit && 'unit' in limit ? limit.unit : '';
  const [text, setText] = useState('');
  const [answer, setAnswer] = useState<boolean | null>(null);
  const [reason, setReason] = useState('');
  const [pictures, setPictures] = useState<File[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const found = read({ check, text, answer });
  const decide = async (decision: 'passes' | 'fails' | 'waived') => {
    const other = decision === 'waived' || (found.look !== null && decision !== found.look.simple);
    if (other && reason.trim() === '')
      return setProblem(
        decision === 'waived' ? 'A waiver needs its reason.' : 'The value as read says otherwise: give your reason.',
      );
    setBusy(true);
    const said = await send(
      { does: 'look', checkId: check.id, value: text.trim(), answer, decision, reason: reason.trim() },
      `${check.name}${text ? ` ${text} ${unit}` : ''}: ${POINT_NAME[decision]}`,
      `${check.name}: ${POINT_NAME[decision]}.`,
      pictures,
    );
    setBusy(false);
    setProblem(said);
  };
  return (
    <li className="border-b border-rule py-1.5">
      <button
        type="button"
        className="w-full text-left flex flex-wrap gap-x-3 items-center min-h-9"
        aria-expanded={open}
        onClick={toggle}
      >
        <b className="font-semibold grow">{check.name}</b>
        <span className="faint">{limitWords(limit)}</span>
        <span className={`font-medium ${POINT_TONE[state]}`}>{POINT_NAME[state]}</span>
      </button>
      {last && (
        <p className="text-sm faint">
          {readWords(last.value, last.unit, last.expandedUncertainty, last.answer)}, {whoDid(last.byName)}
          {last.reason && `: ${last.reason}`}
        </p>
      )}
      {open && limit && (
        <div className="mt-1 mb-2">
          {check.about && <p className="text-sm faint">{check.about}</p>}
          {check.instrumentName && (
            <p className="text-sm faint">
              {check.instrumentName}
              {check.expandedUncertainty > 0 &&
                `, good to ± ${Number(check.expandedUncertainty.toPrecision(2))} ${unit}`}
            </p>
          )}
          {yes ? (
            <div className="grid grid-cols-2 gap-2 my-1">
              {([true, false] as const).map((one) => (
                <button
                  key={String(one)}
                  type="button"
                  aria-pressed={answer === one}
                  className={`border-2 border-ink min-h-12 font-semibold ${answer === one ? 'bg-ink text-sheet' : ''}`}
                  onClick={() => setAnswer(one)}
                >
                  {one ? 'Yes' : 'No'}
                </button>
              ))}
            </div>
          ) : (
            <div className="flex items-center border-2 border-ink my-1 focus-within:outline-2 focus-within:outline-steel">
              <input
                aria-label={`${check.name} in ${unit}`}
                inputMode="decimal"
                autoComplete="off"
                value={text}
                onChange={(event) => (setText(event.target.value), setProblem(null))}
                className="!border-0 num right !text-[30px] !leading-[44px] font-semibold min-w-0 focus-visible:!outline-none"
              />
              <span className="px-2 text-lg whitespace-nowrap">{unit}</span>
            </div>
          )}
          {found.problem && <p className="text-sm text-brick">{found.problem}</p>}
          {found.look && (
            <p className={found.look.may.length > 1 ? 'text-ochre font-medium' : 'faint'}>
              {lookWords(found.look, unit)}
            </p>
          )}
          <label className="block text-sm mt-1">
            Reason, for a waiver or a decision against the reading
            <input value={reason} maxLength={600} onChange={(event) => setReason(event.target.value)} />
          </label>
          {problem && (
            <p className="text-sm text-brick font-medium" role="alert">
              {problem}
            </p>
          )}
          <p className="flex flex-wrap gap-2 mt-2">
            {(['passes', 'fails'] as const).map((decision) => (
              <button
                key={decision}
                type="button"
                className={found.look?.simple === decision ? 'btn btn-go' : 'btn'}
                disabled={busy || !found.look?.may.includes(decision)}
                onClick={() => void decide(decision)}
              >
                {decision === 'passes' ? 'Pass' : 'Fail'}
              </button>
            ))}
            <button type="button" className="btn" disabled={busy} onClick={() => void decide('waived')}>
              Waive
            </button>
            {withPictures && <PictureField pictures={pictures} choose={setPictures} />}
          </p>
        </div>
      )}
    </li>
  );
}

/** What the typed reading says; a problem while it is none. */
function read({ check, text, answer }: { check: Check; text: string; answer: boolean | null }): {
  look: Look | null;
  problem: string | null;
} {
  const { limit } = check;
  const nothing = { look: null, problem: null };
  if (!limit) return nothing;
  if (limit.kind === 'yes') return answer === null ? nothing : { look: look(limit, answer), problem: null };
  if (text.trim() === '') return nothing;
  try {
    return { look: look(limit, readNumber(text).value, check.expandedUncertainty), problem: null };
  } catch (error) {
    if (error instanceof CoreError) return { look: null, problem: error.message };
    throw error;
  }
}
