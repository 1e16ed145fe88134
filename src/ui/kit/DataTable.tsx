'use client';

import {
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type ColumnDef,
  type RowSelectionState,
  type SortingState,
} from '@tanstack/react-table';
import { useState } from 'react';

export interface DataRow {
  /** Names the row to whoever asks which were chosen. */
  id: number;
  /** What a screen reader calls it. */
  name: string;
  cells: readonly string[];
  /** Why it can't be chosen. */
  problem: string | null;
}

interface Props {
  label: string;
  columns: readonly string[];
  rows: readonly DataRow[];
  chosen: RowSelectionState;
  choose: (chosen: RowSelectionState) => void;
}

/** Rows that are chosen in the page: a head that sorts, a box for each row that can be taken, and why the others can't. */
export default function DataTable({ label, columns, rows, chosen, choose }: Props) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const defined: ColumnDef<DataRow>[] = [
    { id: 'Line', accessorFn: (row) => row.id, cell: ({ row }) => <span className="num">{row.original.id}</span> },
    ...columns.map((name, i): ColumnDef<DataRow> => ({
      id: name,
      accessorFn: (row) => row.cells[i] ?? '',
      sortingFn: 'alphanumeric',
    })),
    {
      id: 'Remark',
      accessorFn: (row) => row.problem ?? '',
      cell: ({ row: { original } }) => (
        <span className={original.problem ? 'text-brick font-medium' : 'text-faint'}>{original.problem ?? 'good'}</span>
      ),
    },
  ];
  // eslint-disable-next-line react-hooks/incompatible-library -- nothing of it is memoised here
  const table = useReactTable({
    data: rows as DataRow[],
    columns: defined,
    state: { sorting, rowSelection: chosen },
    getRowId: (row) => String(row.id),
    enableRowSelection: (row) => row.original.problem === null,
    onRowSelectionChange: (next) => choose(typeof next === 'function' ? next(chosen) : next),
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  return (
    <div className="max-h-80 overflow-auto" tabIndex={0} role="region" aria-label={label}>
      <table>
        <thead>
          <tr>
            <th>
              <span className="sr-only">Taken</span>
            </th>
            {table.getFlatHeaders().map((header) => {
              const sorted = header.column.getIsSorted();
              return (
                <th key={header.id} aria-sort={sorted === 'asc' ? 'ascending' : sorted ? 'descending' : undefined}>
                  <button
                    type="button"
                    className="cursor-pointer uppercase"
                    onClick={header.column.getToggleSortingHandler()}
                  >
                    {header.id}
                    <span aria-hidden>{sorted === 'asc' ? ' ↑' : sorted ? ' ↓' : ''}</span>
                  </button>
                </th>
              );
            })}
          </tr>
        </thead>
        <tbody>
          {table.getRowModel().rows.map((row) => (
            <tr key={row.id} className={row.getIsSelected() ? undefined : 'text-faint'}>
              <td>
                <input
                  type="checkbox"
                  className="size-4"
                  aria-label={`Take ${row.original.name}`}
                  checked={row.getIsSelected()}
                  disabled={!row.getCanSelect()}
                  onChange={row.getToggleSelectedHandler()}
                />
              </td>
              {row.getVisibleCells().map((cell) => (
                <td key={cell.id}>{flexRender(cell.column.columnDef.cell, cell.getContext())}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
