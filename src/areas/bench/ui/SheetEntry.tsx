'use client';

import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { plural } from '@/core/format';
import { isKept } from '@/ui/forms/attempt';
import { draftKey } from '@/ui/forms/drafts';
import { newId } from '@/ui/forms/newId';
import { Grid } from '@/ui/kit/Grid';
import { useEntry, WhoEnters } from '@/ui/outbox/Entering';
import { toast } from '@/ui/toast';
import type { RigProps } from '@/areas/bench/shared/rig';
import { Conditions } from './RunParts';
import { isFilled, MOST_ROWS, sheetColumns, sheetRemarks } from '@/areas/bench/shared/sheetRows';
import { useKept } from './useKept';

interface Props {
  projectId: string;
  /** The team of whoever enters, where it is one. */
  teamId: string | null;
  /** The teams that runs can be recorded of, in the order of the sheet. */
  teams: readonly string[];
  protocol: RigProps['protocol'];
  /** So many lines for each team to begin with. */
  lines: number;
  today: string;
}
interface Kept {
  columns: string[];
  rows: string[][];
  /** Ids of the runs to be, so that a sheet sent again changes nothing. */
  ids: string[];
}
const SHOWN = 6;

/** Types or pastes in what was written down at the rig, all of it at once. */
export function SheetEntry({ projectId, teamId, teams, protocol, lines, today }: Props) {
  const router = useRouter();
  const enter = useEntry();
  const columns = useMemo(() => sheetColumns(protocol, teams), [protocol, teams]);
  const keys = useMemo(() => columns.map(({ key }) => key), [columns]);
  const [text, keep] = useKept(draftKey(`sheet-${protocol.id}`));
  const kept = useMemo((): Kept => {
    const found = text ? (JSON.parse(text) as Kept) : null;
    if (found) return { ...found, rows: found.rows.map((row) => moved(row, found.columns, keys)) };
    const rows = teams.flatMap((team) =>
      Array.from({ length: lines }, () => keys.map((_, i) => (i === 0 ? team : ''))),
    );
    return { columns: keys, rows, ids: [] };
  }, [text, keys, teams, lines]);
  const [conditions, setConditions] = useState(() =>
    protocol.conditions.map(({ name, value, unit }) => ({ name, value: String(value), unit })),
  );
  const [madeOn, setMadeOn] = useState(today);
  const [problem, setProblem] = useState<{ row: number; column: number; says: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const remarks = useMemo(
    () => sheetRemarks(columns, kept.rows, protocol.quantities),
    [columns, kept.rows, protocol.quantities],
  );
  const all = problem ? [{ ...problem, stops: true }, ...remarks] : remarks;
  const filled = kept.rows.flatMap((row, i) => (isFilled(columns, row) ? [i] : []));
  const stops = remarks.filter((one) => one.stops);

  const set = (rows: string[][]) => {
    setProblem(null);
    keep(JSON.stringify({ columns: keys, rows, ids: rows.map((_, i) => kept.ids[i] ?? newId()) }));
  };
  const save = async () => {
    setBusy(true);
    const ids = kept.rows.map((_, i) => kept.ids[i] ?? newId());
    const outcome = await enter({
      path: '/api/v1/run-sheets',
      title: `${protocol.name}: ${plural(filled.length, 'run')} of a results sheet`,
      body: {
        projectId,
        id: null,
        version: null,
        teamId,
        protocolId: protocol.id,
        protocolVersion: protocol.version,
        madeOn,
        conditions,
        columns: keys,
        rows: filled.map((i) => ({ id: ids[i], cells: kept.rows[i]!.map((cell) => cell.trim()) })),
      },
      objectId: ids[filled[0]!]!,
      href: location.pathname,
    });
    setBusy(false);
    if (!outcome.ok) {
      const [path = '', says = outcome.message] = Object.entries(outcome.errors ?? {})[0] ?? [];
      const [, row, column] = /^rows\.(\d+)\.(?:cells\.)?(\d+)/.exec(path) ?? [];
      setProblem({ row: filled[Number(row)] ?? -1, column: Number(column ?? -1), says });
      return toast.error(says);
    }
    keep('');
    toast.success(
      isKept(outcome.result)
        ? 'Kept on this device; it is sent once there is a connection.'
        : `${outcome.notes.join('. ')}.`,
    );
    router.refresh();
  };
  const where = (row: number, column: number) =>
    row < 0 ? '' : `Row ${row + 1}${columns[column] ? `, ${columns[column].name}` : ''}: `;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2 mb-2">
        <label className="flex items-center gap-2">
          Made on
          <input
            type="date"
            className="!w-auto"
            max={today}
            value={madeOn}
            onChange={(e) => setMadeOn(e.target.value)}
          />
        </label>
        <div className="grow">
          <Conditions protocol={protocol.name} conditions={conditions} set={setConditions} />
        </div>
        <WhoEnters />
      </div>
      <Grid
        label={`Results sheet, ${protocol.name}`}
        columns={columns}
        rows={kept.rows}
        set={set}
        remarks={all}
        most={MOST_ROWS}
      />
      {all.length > 0 && (
        <ul className="mt-2 max-w-4xl" role="status">
          {all.slice(0, SHOWN).map(({ row, column, says, stops: stop }) => (
            <li key={`${row}:${column}:${says}`} className={stop ? 'text-brick' : 'text-ochre'}>
              {says.startsWith('Row') ? says : `${where(row, column)}${says}`}
            </li>
          ))}
          {all.length > SHOWN && <li className="faint">and {all.length - SHOWN} more</li>}
        </ul>
      )}
      <p className="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <button
          type="button"
          className="btn btn-go"
          disabled={busy || filled.length === 0 || stops.length > 0}
          onClick={() => void save()}
        >
          Record {plural(filled.length, 'run')}
        </button>
        {text && (
          <button type="button" className="btn-text" onClick={() => (setProblem(null), keep(''))}>
            Empty the sheet
          </button>
        )}
        <span className="faint">
          They are practice runs. A line without a value is left out; without an iteration the team’s newest one is
          meant.
        </span>
      </p>
    </>
  );
}

/** A row under other columns than those it was typed under. */
const moved = (row: readonly string[], from: readonly string[], to: readonly string[]): string[] =>
  to.map((key) => row[from.indexOf(key)] ?? '');
