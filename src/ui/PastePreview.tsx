'use client';

import { lazy, Suspense, useState } from 'react';
import { plural } from '@/core/format';

const DataTable = lazy(() => import('@/ui/kit/DataTable'));

interface Props {
  label: string;
  columns: readonly string[];
  rows: readonly { line: number; cells: readonly string[]; problem: string | null }[];
  /** What the button says for the rows that are taken. */
  take: (good: number) => string;
  /** Gets the lines that were left out by hand. */
  confirm: (without: number[]) => void;
}

/** What a pasted list says, row by row, with what can't be taken and why; nothing is written until it is confirmed. */
export function PastePreview({ label, columns, rows, take, confirm }: Props) {
  const good = rows.filter((row) => !row.problem);
  const [chosen, setChosen] = useState<Record<string, boolean>>(() =>
    Object.fromEntries(good.map((row) => [String(row.line), true])),
  );
  const without = good.filter((row) => !chosen[String(row.line)]).map((row) => row.line);
  const taken = good.length - without.length;
  return (
    <section aria-label="Preview">
      <p className="mb-1">
        <b>{plural(good.length, 'row')} can be taken</b>
        {good.length < rows.length && <>, {rows.length - good.length} can’t; they are left out</>}. Nothing is written
        yet; untick what you don’t want.
      </p>
      <Suspense>
        <DataTable
          label={label}
          columns={columns}
          rows={rows.map(({ line, cells, problem }) => ({ id: line, name: cells[0] ?? '', cells, problem }))}
          chosen={chosen}
          choose={setChosen}
        />
      </Suspense>
      {taken > 0 && (
        <button className="btn btn-go mt-2" onClick={() => confirm(without)}>
          {take(taken)}
        </button>
      )}
    </section>
  );
}
