import { weekOf, type Meeting } from '@/core/calendar';
import { type Line, type Placed } from '@/core/plan';
import { plural } from '@/core/format';
import { layOutLine } from './lines';
import { slackOf } from './words';

/** A section of the plan sheet: its line with the meetings before the event, and how many of them are held. */
export interface PlanLine extends Line {
  name: string;
  meetings: readonly Meeting[];
  held: number;
  /** How many teams there are, and how many have handed in each stage. */
  teams: number;
  handedIn: Record<string, number>;
}
/** A stage in one section. */
export interface Strip extends Placed {
  lineId: string;
}
export interface PlanView {
  /** Columns that are drawn: all meetings before the event, and those that are missing. */
  columns: number;
  rows: { id: string; strips: Strip[] }[];
  lines: { id: string; count: number; shortBy: number; end: number }[];
}

/** The plan of every section with some stages held back otherwise than said; rows by their first meeting. */
export function planView(lines: readonly PlanLine[], delays: Readonly<Record<string, number>> = {}): PlanView {
  const placed = lines.map((line) => {
    const stages = line.stages.map((one) => (one.id in delays ? { ...one, delay: delays[one.id]! } : one));
    return { line, ...layOutLine({ ...line, stages }) };
  });
  const ids = lines[0]?.stages.map(({ id }) => id) ?? [];
  const rows = ids.map((id) => ({
    id,
    strips: placed.map(({ line, stages }) => ({ lineId: line.id, ...stages.get(id)! })),
  }));
  rows.sort((a, b) => a.strips[0]!.start - b.strips[0]!.start);
  const ends = placed.map(({ stages }) => Math.max(0, ...[...stages.values()].map((one) => one.finish + 1)));
  return {
    columns: Math.max(1, ...placed.map(({ count }, i) => Math.max(count, ends[i]!))),
    rows,
    lines: placed.map(({ line, count, shortBy }, i) => ({ id: line.id, count, shortBy, end: ends[i]! })),
  };
}

/** What a stage's place says, counted in meetings from 1. */
export function placeOf({ start, finish, slack }: Placed): string {
  const when = start === finish ? `meeting ${start + 1}` : `meetings ${start + 1} to ${finish + 1}`;
  return `${when}, ${slackWords(slack)}`;
}

/** How much later it could start, in words. */
export function slackWords(slack: number): string {
  if (slack < 0) return `${plural(-slack, 'meeting')} short`;
  return slack === 0 ? 'no slack' : `slack ${slack}`;
}

/** What another plan does: to each section as a whole, and which stages it moves. */
export function effects(
  before: PlanView,
  after: PlanView,
  lines: readonly PlanLine[],
  nameOf: (id: string) => string,
): { line: string; whole: string; moved: string[]; worse: boolean }[] {
  return lines.map((line, i) => {
    const [was, is] = [before.lines[i]!, after.lines[i]!];
    const moved = after.rows.flatMap(({ id, strips }) => {
      const old = before.rows.find((row) => row.id === id)!.strips[i]!;
      const now = strips[i]!;
      return old.start === now.start && old.finish === now.finish
        ? []
        : [`${nameOf(id)} ${range(old)} → ${range(now)}`];
    });
    const whole = is.shortBy > 0 ? `${plural(is.shortBy, 'meeting')} short` : `fits, ${spare(after, i)}`;
    const change =
      is.shortBy === was.shortBy ? '' : was.shortBy > 0 ? ` (was ${was.shortBy} short)` : ' (it fitted before)';
    return { line: line.name, whole: whole + change, moved, worse: is.shortBy > was.shortBy };
  });
}

const range = ({ start, finish }: Placed) => (start === finish ? `${start + 1}` : `${start + 1}–${finish + 1}`);

function spare(view: PlanView, i: number): string {
  const least = Math.min(...view.rows.map((row) => row.strips[i]!.slack));
  return least === Infinity ? 'nothing is planned' : slackOf(least);
}

/** Which of a line's meetings begin a week, with the date. */
export function weekStarts(meetings: readonly Meeting[]): Map<number, string> {
  return new Map(
    meetings.flatMap(({ date }, i) =>
      i === 0 || weekOf(date) !== weekOf(meetings[i - 1]!.date) ? [[i, date] as const] : [],
    ),
  );
}
