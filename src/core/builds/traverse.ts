import { ticks } from 'd3-array';
import { lineage } from './lineage';

/** An iteration as a survey station. */
export interface Station {
  id: string;
  parents: readonly string[];
  /** Where it stands in time: the class meeting by which it was built. */
  at: number;
  /** The figure that is drawn, with its expanded uncertainty; null where nobody measured it. */
  value: number | null;
  uncertainty: number;
  /** What stands beside the triangle. */
  label: string;
  /** The main change, along each leg that leads to it. */
  change: string;
}
export interface TraverseInput {
  stations: readonly Station[];
  /** Values that a requirement draws a line at. */
  limits: readonly { label: string; value: number }[];
  width: number;
  height: number;
  /** Without words it is one of many small ones. */
  words: boolean;
  /** Where several are compared, what all of them span. */
  span?: { from: number; to: number; least: number; most: number } | undefined;
}
export interface Box {
  x: number;
  y: number;
  anchor: 'start' | 'end';
}
type Line = [x1: number, y1: number, x2: number, y2: number];
export interface Traverse {
  stations: {
    id: string;
    x: number;
    y: number;
    whisker: [number, number] | null;
    measured: boolean;
    label: Box | null;
  }[];
  legs: {
    from: string;
    to: string;
    line: Line;
    /** Along the leg; null where it does not fit. `angle` in degrees. */
    text: { x: number; y: number; angle: number; words: string } | null;
    /** To or from a station that nobody measured. */
    open: boolean;
  }[];
  ticks: { value: number; y: number }[];
  /** The label lies along the line, where nothing stands. */
  limits: { label: string; value: number; y: number; text: Box | null }[];
  columns: { at: number; x: number }[];
}

const EDGE = { left: 54, right: 18, top: 14, bottom: 26 };
const BARE = { left: 4, right: 4, top: 6, bottom: 6 };
/** What a letter of a leg's words takes, on average, in the drawing's own units. */
const LETTER = 6;
/** A station's triangle, with a little air. */
const REACH = 12;

/**
 * Lays out a lineage as a survey plan: time to the right, the figure upwards, true to scale. Stations of one meeting stand
 * beside each other; one that nobody measured stands at the foot, on open legs. Words are placed where they meet nothing that
 * stands already, labels before legs, and left out where there is no such place. Sizes are in the drawing's own units.
 * @throws what lineage throws.
 */
export function traverse(input: TraverseInput): Traverse {
  const { stations, words } = input;
  const { order } = lineage({ iterations: stations.map(({ id, parents }) => ({ id, parents })) });
  const placed = place(input);
  const legs = order.flatMap((to) => {
    const { parents } = stations.find(({ id }) => id === to)!;
    return parents.map((from, i) => {
      const [a, b] = [placed.at.get(from)!, placed.at.get(to)!];
      const line: Line = [a.x, a.y, b.x, b.y];
      return { from, to, line, open: !a.measured || !b.measured, main: i === 0 };
    });
  });
  const taken = legs.flatMap(({ line }) => along(line));
  const drawn = stations.map((one) => ({ id: one.id, ...placed.at.get(one.id)! }));
  taken.push(...drawn.map(({ x, y }) => ({ x, y, r: REACH })));
  const limits = placed.limits.map((one) => ({
    ...one,
    text: words ? limitLabelFor(one, taken, input.width) : null,
  }));
  const named = drawn.map((one, i) => ({
    ...one,
    label: words ? labelFor(one, stations[i]!.label, taken, input) : null,
  }));
  return {
    stations: named,
    legs: legs.map(({ main, ...leg }) => ({
      ...leg,
      // What a merge brought stands once, along the leg of its main parent.
      text: words && main ? textFor(leg.line, stations.find(({ id }) => id === leg.to)!.change, taken) : null,
    })),
    ticks: placed.ticks,
    limits,
    columns: placed.columns,
  };
}

function place({ stations, limits, width, height, words, span }: TraverseInput) {
  const edge = words ? EDGE : BARE;
  const beside = spread(stations);
  const ats = [...beside.values()];
  const [from, to] = [Math.min(span?.from ?? Infinity, ...ats), Math.max(span?.to ?? -Infinity, ...ats)];
  const measured = stations.flatMap(({ value, uncertainty }) =>
    value === null ? [] : [value - uncertainty, value + uncertainty],
  );
  const values = [...measured, ...limits.map(({ value }) => value), ...(span ? [span.least, span.most] : [])];
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const air = (high - low || Math.abs(high) || 1) * 0.08;
  const x = (at: number) => edge.left + ((at - from + 0.6) / (to - from + 1.2)) * (width - edge.left - edge.right);
  // The foot is kept for what nobody measured.
  const floor = height - edge.bottom - (stations.some(({ value }) => value === null) ? 2 * REACH : 0);
  const y = (value: number) => floor - ((value - low + air) / (high - low + 2 * air)) * (floor - edge.top);
  const at = new Map(
    stations.map((one) => [
      one.id,
      {
        x: x(beside.get(one.id)!),
        y: one.value === null ? height - edge.bottom - REACH : y(one.value),
        measured: one.value !== null,
        whisker:
          one.value !== null && one.uncertainty > 0
            ? ([y(one.value - one.uncertainty), y(one.value + one.uncertainty)] as [number, number])
            : null,
      },
    ]),
  );
  const some = measured.length > 0;
  return {
    at,
    ticks: some && words ? ticks(low - air, high + air, 6).map((value) => ({ value, y: y(value) })) : [],
    limits: some ? limits.map((one) => ({ ...one, y: y(one.value) })) : [],
    columns: [...new Set(stations.map((one) => one.at))].sort((a, b) => a - b).map((one) => ({ at: one, x: x(one) })),
  };
}

/** Those of one meeting stand beside each other, in their order, within the room of that meeting. */
function spread(stations: readonly Station[]): Map<string, number> {
  const found = new Map<string, number>();
  for (const { at } of stations) {
    const same = stations.filter((one) => one.at === at);
    same.forEach(({ id }, i) => found.set(id, at + (0.8 * i) / same.length));
  }
  return found;
}

interface Spot {
  x: number;
  y: number;
  r: number;
}

/** A leg as a row of spots, so that words can be told to keep off it. */
function along([x1, y1, x2, y2]: Line): Spot[] {
  const steps = Math.max(2, Math.ceil(Math.hypot(x2 - x1, y2 - y1) / 6));
  return Array.from({ length: steps + 1 }, (_, i) => ({
    x: x1 + ((x2 - x1) * i) / steps,
    y: y1 + ((y2 - y1) * i) / steps,
    r: 1,
  }));
}

/** Words as a row of spots. */
const row = (x: number, y: number, angle: number, length: number): Spot[] => {
  const [cos, sin] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
  const steps = Math.max(1, Math.ceil(length / 6));
  return Array.from({ length: steps + 1 }, (_, i) => {
    const off = (length * i) / steps - length / 2;
    // The middle of the letters lies above their foot.
    return { x: x + off * cos + 4 * sin, y: y + off * sin - 4 * cos, r: 5 };
  });
};

const meets = (spots: readonly Spot[], taken: readonly Spot[]) =>
  spots.some((a) => taken.some((b) => (a.x - b.x) ** 2 + (a.y - b.y) ** 2 < (a.r + b.r) ** 2));

/** Beneath or above the line, at its right end or its left. */
function limitLabelFor({ label, y }: { label: string; y: number }, taken: Spot[], width: number): Box | null {
  const length = label.length * (LETTER + 1);
  for (const off of [20, -6])
    for (const anchor of ['end', 'start'] as const) {
      const x = anchor === 'end' ? width - EDGE.right - 2 : EDGE.left + 4;
      const spots = row(anchor === 'end' ? x - length / 2 : x + length / 2, y + off, 0, length);
      if (meets(spots, taken)) continue;
      taken.push(...spots);
      return { x, y: y + off, anchor };
    }
  return null;
}

function labelFor(
  one: { x: number; y: number },
  label: string,
  taken: Spot[],
  { width, height }: TraverseInput,
): Box | null {
  const length = label.length * (LETTER + 1);
  const places: [number, number, Box['anchor']][] = [
    [-13, 16, 'end'],
    [13, 16, 'start'],
    [13, -8, 'start'],
    [-13, -8, 'end'],
    [-14, 4, 'end'],
    [14, 4, 'start'],
  ];
  for (const [dx, dy, anchor] of places) {
    const [x, y] = [one.x + dx, one.y + dy];
    const middle = anchor === 'end' ? x - length / 2 : x + length / 2;
    const spots = row(middle, y, 0, length);
    if (middle - length / 2 < 0 || middle + length / 2 > width || y > height || meets(spots, taken)) continue;
    taken.push(...spots);
    return { x, y, anchor };
  }
  return null;
}

function textFor([x1, y1, x2, y2]: Line, change: string, taken: Spot[]) {
  const room = Math.hypot(x2 - x1, y2 - y1) - 3 * REACH;
  const most = Math.floor(room / LETTER);
  if (most < 8 || change === '') return null;
  const words = change.length > most ? `${change.slice(0, most - 1).trimEnd()}…` : change;
  const angle = (Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI;
  const [cos, sin] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
  for (const off of [-7, 15]) {
    const [x, y] = [(x1 + x2) / 2 - off * sin, (y1 + y2) / 2 + off * cos];
    const spots = row(x, y, angle, words.length * LETTER);
    if (
      meets(
        spots,
        taken.filter(({ r }) => r > 1),
      )
    )
      continue;
    taken.push(...spots);
    return { x, y, angle, words };
  }
  return null;
}
