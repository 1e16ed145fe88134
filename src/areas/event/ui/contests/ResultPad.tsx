'use client';

import { useEffect, useRef, useState } from 'react';
import type { DeskAct } from '@/areas/event/shared/contests/atDesk';

type Outcome = Pick<DeskAct, 'winner' | 'drawn' | 'scores'>;

/** Who won, with the scores where they are kept: two large buttons, then one that saves. */
export function ResultPad({
  a,
  b,
  draws,
  nameOf,
  busy,
  close,
  save,
  label = 'Save result',
}: {
  a: string;
  b: string;
  draws: boolean;
  nameOf: (id: string | null) => string;
  busy: boolean;
  close: () => void;
  save: (outcome: Outcome, says: string) => Promise<void> | void;
  label?: string;
}) {
  const [winner, setWinner] = useState<string | 'draw' | null>(null);
  const [scores, setScores] = useState<[string, string]>(['', '']);
  const [problem, setProblem] = useState('');
  const pad = useRef<HTMLDivElement>(null);
  useEffect(() => pad.current?.querySelector('button')?.focus(), []);
  const submit = () => {
    if (winner === null) return setProblem('Choose who won.');
    const read = scores.map((text) => Number(text.replace(',', '.')));
    const given = scores.some((text) => text.trim() !== '');
    if (given && (scores.some((text) => text.trim() === '') || !read.every(Number.isFinite)))
      return setProblem('Enter both scores as numbers, or leave both empty.');
    const drawn = winner === 'draw';
    const kept = given ? ([read[0]!, read[1]!] as [number, number]) : null;
    if (kept && drawn !== (kept[0] === kept[1]))
      return setProblem(
        drawn ? 'In a draw both have the same score.' : 'The scores are level: choose the draw, or correct them.',
      );
    setProblem('');
    const says = `${drawn ? 'draw' : `${nameOf(winner)} won`}${kept ? `, ${kept[0]} to ${kept[1]}` : ''}`;
    void save({ winner: drawn ? null : winner, drawn, scores: kept }, says);
  };
  const choices = [
    [a, `${nameOf(a)} won`, '1'],
    [b, `${nameOf(b)} won`, '2'],
    ...(draws ? [['draw', 'Draw', '0']] : []),
  ] as const;
  return (
    <div
      ref={pad}
      className="mt-2"
      onKeyDown={(event) => {
        const found = choices.find(([, , key]) => key === event.key);
        if (found && !(event.target instanceof HTMLInputElement)) return (event.preventDefault(), setWinner(found[0]!));
        if (event.key === 'Enter' && (winner !== null || event.target instanceof HTMLInputElement)) {
          event.preventDefault();
          event.stopPropagation();
          submit();
        }
      }}
    >
      <div className="grid grid-cols-2 gap-2">
        {choices.map(([id, text, key]) => (
          <button
            key={key}
            type="button"
            aria-pressed={winner === id}
            onClick={() => setWinner(id!)}
            className={`border-2 min-h-14 px-2 font-cond font-semibold text-lg ${winner === id ? 'border-iron bg-ink text-sheet' : 'border-ink'} ${id === 'draw' ? 'col-span-2' : ''}`}
          >
            {text} <span className="font-normal text-sm max-sm:hidden">{key}</span>
          </button>
        ))}
      </div>
      <div className="flex flex-wrap gap-2 items-center mt-2">
        <span className="text-sm">Scores</span>
        {[a, b].map((id, i) => (
          <input
            key={id}
            aria-label={`Score of ${nameOf(id)}`}
            inputMode="decimal"
            value={scores[i]}
            onChange={(event) => setScores(i === 0 ? [event.target.value, scores[1]] : [scores[0], event.target.value])}
            className="!w-16 num right"
          />
        ))}
        <button type="button" className="btn btn-go" disabled={busy || winner === null} onClick={submit}>
          {label}
        </button>
        <button type="button" className="btn" onClick={close}>
          Cancel
        </button>
      </div>
      {problem && (
        <p className="text-sm text-brick font-medium" role="alert">
          {problem}
        </p>
      )}
    </div>
  );
}
