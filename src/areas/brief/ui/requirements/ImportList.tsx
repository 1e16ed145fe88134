'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { attempt } from '@/ui/forms/attempt';
import { plural } from '@/core/format';
import { PastePreview } from '@/ui/PastePreview';
import { toast } from '@/ui/toast';
import { importRequirements, previewRequirements } from '@/areas/brief/write/requirements/actions';
import { COLUMNS } from '@/areas/brief/shared/requirements/columns';
import type { ReadRow } from '@/areas/brief/shared/requirements/readList';

/** Paste a list or choose a file, look at what it says row by row, confirm. Nothing is written before. */
export function ImportList({ projectId, back }: { projectId: string; back: string }) {
  const router = useRouter();
  const [text, setText] = useState('');
  const [rows, setRows] = useState<ReadRow[] | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const change = (value: string) => (setText(value), setRows(null), setMessage(null));
  const preview = async () => {
    const outcome = await attempt(() => previewRequirements({ projectId, text }));
    setMessage(outcome.ok ? outcome.result.problem : (outcome.errors?.text ?? outcome.message));
    setRows(outcome.ok && !outcome.result.problem ? outcome.result.rows : null);
  };
  const confirm = async (without: number[]) => {
    const outcome = await attempt(() => importRequirements({ projectId, text, without }));
    if (!outcome.ok) return setMessage(outcome.errors?.text ?? outcome.message);
    toast.success(`${plural(outcome.result.taken, 'requirement')} taken.`);
    router.push(back);
    router.refresh();
  };
  return (
    <div className="flex flex-col gap-3 max-w-4xl">
      <div>
        <label htmlFor="list-text" className="font-medium">
          The list, pasted from a spreadsheet or a CSV file
        </label>
        <textarea
          id="list-text"
          rows={7}
          className="num"
          placeholder={
            'code,statement,kind,parameter,dimension,value,unit,priority\nR-10,Width on the cable,max,Width,length,300,mm,must'
          }
          value={text}
          onChange={(e) => change(e.target.value)}
          aria-invalid={message ? true : undefined}
          aria-describedby="list-message"
        />
        <p className="text-sm faint">
          The first line names the columns, in any order; code and statement must be there. Understood:{' '}
          {COLUMNS.join(', ')}.
        </p>
        <input
          type="file"
          accept=".csv,text/csv,text/plain"
          aria-label="A CSV file"
          className="mt-1 !w-auto"
          onChange={async (e) => {
            const file = e.target.files?.[0];
            if (!file) return;
            if (file.size > 400_000)
              return setMessage('This file is larger than 400 kB, which no list of requirements is. Nothing was read.');
            change(await file.text());
          }}
        />
      </div>
      {message && (
        <p id="list-message" role="alert" className="text-brick font-medium">
          {message}
        </p>
      )}
      {!rows && (
        <p>
          <button className="btn btn-go" onClick={() => void preview()}>
            Check it first
          </button>
        </p>
      )}
      {rows && (
        <PastePreview
          label="Rows of the list"
          columns={['Code', 'Statement', 'Kind', 'Limit']}
          rows={rows.map((row) => ({ ...row, cells: [row.code, row.statement, row.kind || 'wish', limitOf(row)] }))}
          take={(good) => `Take ${plural(good, 'requirement')}`}
          confirm={(without) => void confirm(without)}
        />
      )}
    </div>
  );
}

function limitOf({ value, low, high, tolerance, unit, weight }: ReadRow): string {
  const of = low || high ? `${low} to ${high}` : tolerance ? `${value} ± ${tolerance}` : value;
  return of ? `${of} ${unit}` : weight && `weight ${weight}`;
}
