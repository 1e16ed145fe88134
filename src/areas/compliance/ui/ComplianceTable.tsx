'use client';

import { memo, useRef, useState, useTransition, type FocusEvent, type MouseEvent, type PointerEvent } from 'react';
import { VERDICT_TONE, VERDICT_WORD, type Verdict } from '@/core/format/verdict';
import { tagColour } from '@/ui/colours';
import { Plumb } from '@/ui/glyphs/Plumb';

/** A team with the iteration that is shown, or last season's winner. */
export interface ColumnWords {
  id: string;
  head: string;
  /** Of a team; the winner of last season has none. */
  colour: number | null;
  /** Its iteration's number, with a star when it is not the newest, and what the star means. */
  mark: string;
  markMeans: string;
  /** As the cells name it. */
  who: string;
  /** Where the evidence of its cells is, by the requirement's code where `byCode`; null: nothing is measured. */
  href: string | null;
  byCode: boolean;
}
export interface RowWords {
  code: string;
  href: string;
  statement: string;
  limit: string;
  /** The smallest margin of any team, as a share of the limit; null where nobody has measured. */
  worst: number | null;
  /** The allowed side; null for a yes or no. */
  side: { low: number | null; high: number | null } | null;
  cells: CellWords[];
}
export type CellWords = readonly [verdict: Verdict, value: number | null, uncertainty: number, said: string];

interface Props {
  columns: ColumnWords[];
  rows: RowWords[];
  /** At first: rows by the worst margin of any team instead of by code. */
  byMargin: boolean;
}

/** Every requirement against every team: a plumb shows where the value hangs, and leads to its evidence. */
export function ComplianceTable({ columns, rows, ...first }: Props) {
  const [byMargin, setByMargin] = useState(first.byMargin);
  const [turning, startTurning] = useTransition();
  const [said, setSaid] = useState('');
  const touched = useRef<Element | null>(null);
  const shown = byMargin ? [...rows].sort((a, b) => (a.worst ?? Infinity) - (b.worst ?? Infinity)) : rows;
  const width = Math.max(44, Math.min(86, Math.floor(690 / columns.length) - 6));
  const tell = (target: EventTarget) => {
    const link = (target as Element).closest('[data-said]');
    if (link) setSaid(link.getAttribute('data-said')!);
    return link;
  };
  const readOut = {
    onPointerOver: (event: PointerEvent) => void tell(event.target),
    onFocus: (event: FocusEvent) => void tell(event.target),
    // The first touch tells, the second follows the link.
    onClick: (event: MouseEvent) => {
      const link = tell(event.target);
      const byTouch = (event.nativeEvent as globalThis.PointerEvent).pointerType === 'touch';
      if (link && byTouch && touched.current !== link) event.preventDefault();
      touched.current = link;
    },
  };
  const turn = () => {
    const address = new URL(location.href);
    if (byMargin) address.searchParams.delete('sort');
    else address.searchParams.set('sort', 'margin');
    history.replaceState(history.state, '', address);
    startTurning(() => setByMargin(!byMargin));
  };
  return (
    <>
      <div className="overflow-x-auto print-landscape">
        <table className="dense" {...readOut}>
          <thead>
            <tr>
              <th>Code</th>
              <th className="w-full">
                Requirement{' '}
                <button
                  type="button"
                  className="btn-text no-print font-normal normal-case tracking-normal"
                  aria-busy={turning}
                  onClick={turn}
                >
                  {byMargin ? 'sort by code' : 'sort by worst margin'}
                </button>
              </th>
              <th className="right">Limit</th>
              {byMargin && <th className="right">Worst</th>}
              {columns.map((column) => (
                <Head key={column.id} {...column} />
              ))}
            </tr>
          </thead>
          <tbody>
            {shown.map((row) => (
              <tr key={row.code}>
                <td className="num whitespace-nowrap">
                  <a href={row.href}>{row.code}</a>
                </td>
                <td className="max-w-0 truncate" title={row.statement}>
                  {row.statement}
                </td>
                <td className="num right whitespace-nowrap">{row.limit}</td>
                {byMargin && (
                  <td className="num right whitespace-nowrap">
                    {row.worst === null ? '–' : `${Math.round(row.worst * 100)} %`.replace('-', '−')}
                  </td>
                )}
                <Cells row={row} columns={columns} width={width} />
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <Legend said={said} />
    </>
  );
}

/** What the plumb that is pointed at, touched or in focus says, and how plumbs are read. */
function Legend({ said }: { said: string }) {
  const sample = { low: null, high: 10, width: 56, dense: true } as const;
  return (
    <div className="no-print flex flex-wrap gap-x-5 gap-y-1 items-center mt-1 text-sm min-h-6">
      <p role="status" className={`grow ${said ? 'font-medium' : 'faint'}`}>
        {said || 'Point at a plumb or touch it: its value and verdict are told here.'}
      </p>
      {SAMPLES.map(([verdict, value, uncertainty]) => (
        <span key={verdict} className="inline-flex items-center gap-1.5 faint">
          <span aria-hidden>
            <Plumb verdict={verdict} value={value} uncertainty={uncertainty} {...sample} />
          </span>
          {VERDICT_WORD[verdict]}
        </span>
      ))}
    </div>
  );
}
const SAMPLES: readonly (readonly [Verdict, number | null, number])[] = [
  ['conforms', 7, 0],
  ['inconclusive', 10.4, 1.6],
  ['fails', 13, 0],
  ['not-measured', null, 0],
];

/** They stay as they are when rows change places. */
const Cells = memo(function Cells({ row, columns, width }: { row: RowWords; columns: ColumnWords[]; width: number }) {
  return columns.map((column, i) => (
    <td key={column.id}>
      <Cell cell={row.cells[i]!} row={row} column={column} width={width} />
    </td>
  ));
});

function Head({ head, colour, mark, markMeans, who, href }: ColumnWords) {
  if (colour === null)
    return (
      <th title={who}>
        <a href={href!}>{head}</a>
      </th>
    );
  return (
    <th style={{ borderBottom: `3px solid ${tagColour(colour)}` }}>
      {head}{' '}
      {href && (
        <a href={href} title={markMeans || undefined}>
          {mark}
        </a>
      )}
    </th>
  );
}

function Cell({ cell, row, column, width }: { cell: CellWords; row: RowWords; column: ColumnWords; width: number }) {
  const [verdict, value, uncertainty, said] = cell;
  const title = `${row.code}, ${column.who}: ${said}${VERDICT_WORD[verdict]}`;
  const shown = row.side ? (
    <Plumb verdict={verdict} value={value} uncertainty={uncertainty} {...row.side} width={width} dense />
  ) : (
    <span className={`word whitespace-nowrap ${VERDICT_TONE[verdict]}`}>{VERDICT_WORD[verdict]}</span>
  );
  if (!column.href || verdict === 'not-measured') return <span data-said={title}>{shown}</span>;
  return (
    <a
      href={column.byCode ? `${column.href}#${row.code}` : column.href}
      data-said={title}
      aria-label={title}
      className="block !no-underline"
    >
      {shown}
    </a>
  );
}
