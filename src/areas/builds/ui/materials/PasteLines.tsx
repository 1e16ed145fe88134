'use client';

import { useState } from 'react';
import { useFormContext } from 'react-hook-form';
import type { Options } from '@/ui/forms/fields';
import { Fold } from '@/ui/sheet/Fold';

/** Adds the lines of a bill that were pasted from a spreadsheet to those of the form. */
export function PasteLines({ materials }: { materials: Options }) {
  const { getValues, setValue } = useFormContext();
  const [text, setText] = useState('');
  const [said, setSaid] = useState<{ problem: string | null; remarks: string[] } | null>(null);
  const take = async () => {
    const { readLines } = await import('@/areas/builds/shared/materials/readLines'); // fetched when something is pasted
    const { lines, ...rest } = readLines(text, materials);
    setSaid(rest);
    if (rest.problem) return;
    setValue('lines', [...(getValues('lines') as unknown[]), ...lines], { shouldDirty: true });
    setText('');
  };
  return (
    <Fold minor label="Paste lines from a spreadsheet">
      <label className="flex flex-col gap-0.5 mt-1">
        Lines, the first one naming the columns: part, material, quantity, waste, mass, price, subsystem, source
        <textarea
          rows={4}
          className="num"
          value={text}
          onChange={(event) => setText(event.target.value)}
          maxLength={20_000}
        />
      </label>
      <button type="button" className="btn mt-1" disabled={text.trim() === ''} onClick={() => void take()}>
        Add these lines
      </button>
      {said?.problem && (
        <p role="alert" className="text-brick">
          {said.problem}
        </p>
      )}
      {said?.remarks.map((remark) => (
        <p key={remark} role="status">
          {remark}
        </p>
      ))}
    </Fold>
  );
}
