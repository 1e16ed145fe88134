import type { Draw, DrawnMatch, Slot } from './draw';
import type { Played, PlayedMatch } from './play';

/** Where a match stands in the figure: column and row, both from 0; rows may lie between two. */
export interface Meeting {
  match: string;
  column: number;
  row: number;
  played: PlayedMatch;
}
/** A team's way from one meeting (or its rise) to the next one. */
export interface Reach {
  /** null: it rises here. */
  from: string | null;
  to: string;
  fromColumn: number;
  fromRow: number;
  column: number;
  row: number;
  /** The side of the match that it comes to. */
  side: 'a' | 'b';
  team: string | null;
  /** Lives that are left on this way; null while nobody knows who goes it. */
  lives: number | null;
  /** It falls to the losers' side here. */
  falls: boolean;
}
export interface Confluence {
  columns: number;
  rows: number;
  /** Rows of the winners' side; those of the losers' side lie below. */
  upper: number;
  meetings: Meeting[];
  reaches: Reach[];
}

/**
 * The figure of a knock-out: each team rises at the left, a match is where two meet, and time runs to the right. The winners' side
 * lies above, the losers' side below. Where one side is a bye nobody meets, and the water flows past. Columns follow how many
 * matches must come before; rows lie between those of the two that meet.
 * @param tournament a draw of a knock-out or a double knock-out, with how it was played so far
 */
export function confluence({ matches, size }: Draw, played: Pick<Played, 'matches'>): Confluence {
  const drawn = new Map(matches.map((one) => [one.id, one]));
  const now = new Map(played.matches.map((one) => [one.id, one]));
  const empty = byesOf(matches);
  const upper = size;
  const place = new Map<string, { column: number; row: number }>();
  const feeder = (slot: Slot) =>
    slot && 'winnerOf' in slot ? slot.winnerOf : slot && 'loserOf' in slot ? slot.loserOf : null;
  // Where water on a side comes from: past matches where nobody meets, up to a meeting or to its rise.
  const sourceOf = (slot: Slot): { id: string; fell: boolean } | { team: string } | null => {
    if (slot === null || 'bye' in slot) return null;
    if ('team' in slot) return slot;
    const fell = 'loserOf' in slot;
    const id = feeder(slot)!;
    const kind = empty.get(id)!;
    if (kind === 'meets') return { id, fell };
    if (kind === 'nobody' || fell) return null;
    const { a, b } = drawn.get(id)!;
    return sourceOf(kind === 'a' ? a : b);
  };
  const seedRow = rowsOfSeeds(matches, size);
  const lowerRows = Math.max(1, size / 4);
  for (const match of matches) {
    const sources = [match.a, match.b].map(sourceOf);
    const before = sources.flatMap((source) => (source && 'id' in source ? [place.get(source.id)!.column + 1] : [0]));
    place.set(match.id, { column: Math.max(0, ...before), row: rowOf(match) });
  }
  function rowOf(match: DrawnMatch): number {
    const { side, round, id } = match;
    const k = Number(id.split('-')[1] ?? 1) - 1;
    if (side === 'winners') return (k + 0.5) * 2 ** round - 0.5;
    if (side === 'third') return upper + 0.5;
    if (side === 'losers') {
      const span = 2 ** Math.floor((round - 1) / 2);
      return upper + 1 + (k * span + (span - 1) / 2) * (upper / 2 / lowerRows) + 0.5;
    }
    return id === 'F2' ? upper / 2 - 0.5 : upper / 2 - 0.5 + upper / 4;
  }
  const shown = matches.filter(({ id }) => empty.get(id) === 'meets');
  const meetings = shown.map(({ id }): Meeting => ({ match: id, ...place.get(id)!, played: now.get(id)! }));
  const used = [...new Set(meetings.map(({ column }) => column))].sort((a, b) => a - b);
  const squeezed = (column: number) => used.indexOf(column) + 1;
  for (const meeting of meetings) meeting.column = squeezed(meeting.column);
  const at = new Map(meetings.map((one) => [one.match, one]));
  const losses = lossesBefore(matches, now);
  const most = matches.some(({ side }) => side === 'losers' || side === 'final') ? 2 : 1;
  const reaches = shown.flatMap((match) =>
    (['a', 'b'] as const).map((side): Reach => {
      const source = sourceOf(match[side]);
      const { column, row, played: of } = at.get(match.id)!;
      const team = of[side];
      const from = source && 'id' in source ? at.get(source.id)! : null;
      const rise = source && 'team' in source ? seedRow.get(source.team)! : row;
      return {
        from: from?.match ?? null,
        to: match.id,
        fromColumn: from?.column ?? 0,
        fromRow: from?.row ?? rise,
        column,
        row,
        side,
        team,
        lives: team === null ? null : most - (losses.get(`${match.id} ${team}`) ?? 0),
        falls: Boolean(source && 'id' in source && source.fell && match.side === 'losers'),
      };
    }),
  );
  const rows = Math.max(upper, ...meetings.map(({ row }) => Math.ceil(row) + 1));
  return { columns: used.length + 1, rows, upper, meetings, reaches };
}

/** For each match whether two can meet there, or who flows past: the one side, the other, or nobody. */
function byesOf(matches: readonly DrawnMatch[]): Map<string, 'meets' | 'a' | 'b' | 'nobody'> {
  const kinds = new Map<string, 'meets' | 'a' | 'b' | 'nobody'>();
  const isBye = (slot: Slot): boolean => {
    if (slot === null || 'team' in slot) return false;
    if ('bye' in slot) return true;
    if ('winnerOf' in slot) return kinds.get(slot.winnerOf) === 'nobody';
    return kinds.get(slot.loserOf) !== 'meets';
  };
  for (const { id, a, b } of matches) {
    const [one, other] = [isBye(a), isBye(b)];
    kinds.set(id, one && other ? 'nobody' : one ? 'b' : other ? 'a' : 'meets');
  }
  return kinds;
}

/** The rows at which teams rise, from above in the order of the first round. */
function rowsOfSeeds(matches: readonly DrawnMatch[], size: number): Map<string, number> {
  const rows = new Map<string, number>();
  matches
    .filter(({ side, round }) => side === 'winners' && round === 1)
    .forEach(({ a, b }, i) => {
      if (a && 'team' in a) rows.set(a.team, Math.min(size - 1, 2 * i));
      if (b && 'team' in b) rows.set(b.team, 2 * i + 1);
    });
  return rows;
}

/** How many lives each team had lost before each of its matches. */
function lossesBefore(matches: readonly DrawnMatch[], now: ReadonlyMap<string, PlayedMatch>): Map<string, number> {
  const lost = new Map<string, number>();
  const before = new Map<string, number>();
  for (const { id } of matches) {
    const { a, b, loser } = now.get(id)!;
    for (const team of [a, b]) if (team !== null) before.set(`${id} ${team}`, lost.get(team) ?? 0);
    if (loser !== null) lost.set(loser, (lost.get(loser) ?? 0) + 1);
  }
  return before;
}
