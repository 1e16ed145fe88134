'use client';

import { saveTable } from './saveFile';

/** Saves a table as CSV; its first row names the columns. */
export function SaveTable({ name, rows }: { name: string; rows: string[][] }) {
  return (
    <button type="button" className="btn-text text-sm no-print" onClick={() => void saveTable(rows, name)}>
      Save as CSV
    </button>
  );
}
