'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import Papa from 'papaparse';
import { useEffect, useRef, useState } from 'react';

export interface GridColumn {
  key: string;
  name: string;
  numeric: boolean;
  /** What can be written, where it is one of a few. */
  choices?: readonly string[];
}
export interface GridRemark {
  row: number;
  column: number;
  says: string;
  stops: boolean;
}
interface Props {
  label: string;
  columns: readonly GridColumn[];
  rows: readonly (readonly string[])[];
  set: (rows: string[][]) => void;
  remarks: readonly GridRemark[];
  /** No more than so many rows. */
  most: number;
}
const MOST_STEPS = 100;
const ROW_HEIGHT = 33;

/**
 * Cells to type into: arrow keys and Enter move, what is pasted fills cells to the right and below and adds rows, Ctrl+Z undoes. Only
 * the rows in view are in the page.
 */
export function Grid({ label, columns, rows, set, remarks, most }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const [past, setPast] = useState<{ rows: readonly (readonly string[])[]; cell: string | null }[]>([]);
  const [goTo, setGoTo] = useState<{ row: number; column: number } | null>(null);
  const [cut, setCut] = useState(0);
  // eslint-disable-next-line react-hooks/incompatible-library -- nothing of it is memoised here
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
    initialRect: { width: 900, height: 480 },
  });
  useEffect(() => {
    if (!goTo) return;
    const cell = frame.current?.querySelector<HTMLInputElement>(`[data-cell="${goTo.row}:${goTo.column}"]`);
    cell?.focus();
    cell?.select();
  }, [goTo]);

  /** One step of undoing: typing in one cell is one step. */
  const change = (next: string[][], cell: string | null) => {
    const goesOn = cell !== null && past.at(-1)?.cell === cell;
    if (!goesOn) setPast([...past, { rows, cell }].slice(-MOST_STEPS));
    set(next);
  };
  const undo = () => {
    const last = past.at(-1);
    if (!last) return;
    setPast(past.slice(0, -1));
    set(last.rows.map((row) => [...row]));
  };
  const type = (r: number, c: number, text: string) =>
    change(
      rows.map((row, i) => (i === r ? columns.map((_, j) => (j === c ? text : (row[j] ?? ''))) : [...row])),
      `${r}:${c}`,
    );
  const paste = (r: number, c: number, text: string) => {
    // A comma may be a decimal mark, so it parts no cells.
    const { data } = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: text.includes('\t') ? '\t' : ';' });
    const room = Math.max(0, most - r);
    setCut(Math.max(0, data.length - room));
    const taken = data.slice(0, room);
    const next = Array.from({ length: Math.max(rows.length, r + taken.length) }, (_, i) => {
      const pasted = taken[i - r];
      return columns.map(
        (_column, j) => (pasted && j >= c ? (pasted[j - c] ?? rows[i]?.[j]) : rows[i]?.[j])?.trim() ?? '',
      );
    });
    change(next, null);
  };
  const move = (r: number, c: number) => {
    if (r < 0 || c < 0 || c >= columns.length || r >= most) return;
    if (r >= rows.length) change([...rows.map((row) => [...row]), columns.map(() => '')], null);
    virtual.scrollToIndex(r);
    setGoTo({ row: r, column: c });
  };
  const press = (event: React.KeyboardEvent<HTMLInputElement>, r: number, c: number) => {
    const { key, currentTarget: input } = event;
    if (key.toLowerCase() === 'z' && (event.ctrlKey || event.metaKey) && !event.shiftKey) {
      event.preventDefault();
      return undo();
    }
    const [start, end] = [input.selectionStart, input.selectionEnd];
    const all = start === 0 && end === input.value.length;
    const steps: Record<string, [number, number] | false> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      Enter: [event.shiftKey ? -1 : 1, 0],
      ArrowLeft: (all || (start === 0 && end === 0)) && [0, -1],
      ArrowRight: (all || (start === input.value.length && end === start)) && [0, 1],
    };
    const step = Object.hasOwn(steps, key) && steps[key];
    if (!step) return;
    event.preventDefault();
    move(r + step[0], c + step[1]);
  };
  const remarkOf = (r: number, c: number) => remarks.find(({ row, column }) => row === r && column === c);
  const minWidth = 60 + 96 * columns.length;
  const template = `2.75rem ${columns.map(({ numeric }) => (numeric ? 'minmax(0,1fr)' : 'minmax(0,1.4fr)')).join(' ')}`;
  return (
    <div>
      <div
        ref={frame}
        className="overflow-auto max-h-[60vh] border border-ink"
        role="grid"
        aria-label={label}
        aria-rowcount={rows.length + 1}
        aria-colcount={columns.length + 1}
      >
        <div
          role="row"
          aria-rowindex={1}
          className="grid items-end sticky top-0 z-10 bg-sheet border-b border-ink font-cond text-sm"
          style={{ gridTemplateColumns: template, minWidth }}
        >
          <span role="columnheader" className="px-1.5 py-1">
            <span className="sr-only">Row</span>
          </span>
          {columns.map(({ key, name, numeric }) => (
            <span key={key} role="columnheader" className={`px-1.5 py-1 ${numeric ? 'text-right' : ''}`}>
              {name}
            </span>
          ))}
        </div>
        <div style={{ height: virtual.getTotalSize(), minWidth, position: 'relative' }} role="presentation">
          {virtual.getVirtualItems().map(({ index: r, start }) => (
            <div
              key={r}
              role="row"
              aria-rowindex={r + 2}
              className="grid border-b border-hair w-full"
              style={{
                gridTemplateColumns: template,
                position: 'absolute',
                top: 0,
                height: ROW_HEIGHT,
                transform: `translateY(${start}px)`,
              }}
            >
              <span role="rowheader" className="num faint px-1.5 py-1.5 text-right leading-5">
                {r + 1}
              </span>
              {columns.map(({ key, name, numeric, choices }, c) => {
                const remark = remarkOf(r, c);
                return (
                  <span key={key} role="gridcell" className="border-l border-hair">
                    <input
                      data-cell={`${r}:${c}`}
                      aria-label={`${name}, row ${r + 1}`}
                      aria-invalid={remark?.stops || undefined}
                      aria-description={remark?.says}
                      list={choices ? `grid-${key}` : undefined}
                      inputMode={numeric ? 'decimal' : 'text'}
                      autoComplete="off"
                      maxLength={400}
                      value={rows[r]?.[c] ?? ''}
                      className={`!border-0 !bg-transparent !py-0.5 !w-full min-w-0 h-full ${numeric ? 'num right' : ''} ${
                        remark ? (remark.stops ? 'text-brick !outline-1 !outline-brick' : 'text-ochre') : ''
                      }`}
                      onChange={(event) => type(r, c, event.target.value)}
                      onKeyDown={(event) => press(event, r, c)}
                      onFocus={(event) => event.target.select()}
                      onPaste={(event) => {
                        const text = event.clipboardData.getData('text');
                        if (!/[\t\n;]/.test(text)) return;
                        event.preventDefault();
                        paste(r, c, text);
                      }}
                    />
                  </span>
                );
              })}
            </div>
          ))}
        </div>
        {columns.flatMap(({ key, choices }) =>
          choices
            ? [
                <datalist key={key} id={`grid-${key}`}>
                  {choices.map((choice) => (
                    <option key={choice} value={choice} />
                  ))}
                </datalist>,
              ]
            : [],
        )}
      </div>
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1 mt-1 text-sm faint">
        <button type="button" className="btn-text" disabled={past.length === 0} onClick={undo}>
          Undo step
        </button>
        <button type="button" className="btn-text" disabled={rows.length >= most} onClick={() => move(rows.length, 0)}>
          Add a row
        </button>
        <span>
          Arrow keys and Enter move, Ctrl+Z undoes. Cells copied from a spreadsheet can be pasted; 2,4 and 2.4 are the
          same.
        </span>
        {cut > 0 && (
          <span role="alert" className="text-brick">
            {cut} rows were left out: a sheet has at most {most}.
          </span>
        )}
      </p>
    </div>
  );
}
