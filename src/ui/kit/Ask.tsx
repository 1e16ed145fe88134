'use client';

import { AlertDialog } from 'radix-ui';
import { allowStyles } from './nonce';
import { useId, useState } from 'react';

export interface Question {
  title: string;
  /** What follows from it, and who reads the reason. */
  says?: string;
  /** Where others will read why: the reasons that most often apply; another one can be written. */
  reasons?: readonly string[];
  /** The button that does it: "Withdraw attempt". */
  label: string;
}
export interface Parts extends Question {
  answer: (reason: string) => void;
  close: () => void;
}
const OTHER = 'other';

/** Asks before something is done that can't be undone, and why where others will read about it. */
export default function Ask({ title, says, reasons, label, answer, close }: Parts) {
  allowStyles();
  const [chosen, setChosen] = useState('');
  const [text, setText] = useState('');
  const id = useId();
  const reason = chosen === OTHER ? text.trim() : chosen;
  const missing = reasons !== undefined && !reason;
  return (
    <AlertDialog.Root open onOpenChange={(open) => !open && close()}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <AlertDialog.Content className="fixed z-40 left-1/2 top-1/2 -translate-1/2 w-[28rem] max-w-[94vw] max-h-[94dvh] overflow-y-auto bg-sheet border border-ink p-4">
          <AlertDialog.Title asChild>
            <h2 className="!text-ink !text-[17px] !leading-[22px] !normal-case !tracking-normal">{title}</h2>
          </AlertDialog.Title>
          <AlertDialog.Description className={says ? 'faint mb-2' : 'sr-only'}>{says ?? title}</AlertDialog.Description>
          {reasons && (
            <fieldset>
              <legend className="sr-only">Reason</legend>
              {[...reasons, OTHER].map((one) => (
                <label key={one} className="flex items-center gap-2.5 py-1.5 min-h-9 cursor-pointer">
                  <input
                    type="radio"
                    name={id}
                    className="size-4 shrink-0 accent-(--iron)"
                    checked={chosen === one}
                    onChange={() => setChosen(one)}
                  />
                  {one === OTHER ? 'Another reason' : one}
                </label>
              ))}
            </fieldset>
          )}
          {chosen === OTHER && (
            <>
              <label htmlFor={`${id}-text`} className="sr-only">
                Reason
              </label>
              <textarea
                id={`${id}-text`}
                rows={2}
                maxLength={400}
                autoFocus
                value={text}
                onChange={(e) => setText(e.target.value)}
              />
            </>
          )}
          <div className="flex flex-wrap justify-end gap-3 mt-3">
            <AlertDialog.Cancel className="btn">Cancel</AlertDialog.Cancel>
            <AlertDialog.Action className="btn btn-go" disabled={missing} onClick={() => answer(reason)}>
              {label}
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
