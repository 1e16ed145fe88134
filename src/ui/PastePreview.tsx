'use client';

import type { ReactNode } from 'react';
import { plural } from '@/core/format';

interface Props {
  label: string;
  columns: readonly string[];
  rows: readonly { line: number; cells: readonly ReactNode[]; problem: string | null }[];
  /** What the button says for the rows that can be taken. */
  take: (good: number) => string;
  confirm: () => void;
}

/** What a pasted list says, row by row, with what can't be taken and why; nothing is written until it is confirmed. */
export function PastePreview({ label, columns, rows, take, confirm }: Props) {
  const good = rows.filter((row) => !row.problem).length;
  return (
    <section aria-label="Preview">
      <p className="mb-1">
        <b>{plural(good, 'row')} can be taken</b>
        {good < rows.length && <>, {rows.length - good} can’t; they are left out</>}. Nothing is written yet.
      </p>
      <div className="max-h-80 overflow-auto" tabIndex={0} role="region" aria-label={label}>
        <table>
          <thead>
            <tr>
              <th>Line</th>
              {columns.map((name) => (
                <th key={name}>{name}</th>
              ))}
              <th>Remark</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.line}>
                <td className="num">{row.line}</td>
                {row.cells.map((cell, i) => (
                  <td key={i}>{cell}</td>
                ))}
                <td className={row.problem ? 'text-brick font-medium' : 'text-faint'}>{row.problem ?? 'good'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {good > 0 && (
        <button className="btn btn-go mt-2" onClick={confirm}>
          {take(good)}
        </button>
      )}
    </section>
  );
}
