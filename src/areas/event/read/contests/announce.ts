import type { Sql } from '@/db/connection';
import { number, ordinal, plural, quantity } from '@/core/format';
import { listQuantities } from '@/areas/bench';
import { listIterations, type Iteration, listBenchmarks, type Benchmark } from '@/areas/builds';
import { loadEventResults } from '@/areas/event/read/results';
import type { EventResults } from '@/areas/event/read/scoring';

/** What can be said of a team before it starts, from the record: the most telling first. */
export type Notes = ReadonlyMap<string, string[]>;
const MOST = 4;

/** What is special about each team: its versions, what became lighter or cheaper, its places, and how near it came to the benchmark. */
export async function loadNotes(sql: Sql, projectId: string): Promise<Notes> {
  const [iterations, results, quantities, benchmarks] = await Promise.all([
    listIterations(sql, projectId),
    loadEventResults(sql, projectId),
    listQuantities(sql, projectId),
    listBenchmarks(sql, projectId),
  ]);
  const unitOf = (id: string) => quantities.find(({ quantityId }) => quantityId === id)?.unit ?? '';
  const teams = [...new Set(iterations.map(({ teamId }) => teamId))];
  return new Map(
    teams.map((teamId) => {
      const own = iterations.filter((one) => one.teamId === teamId).sort((a, b) => a.number - b.number);
      return [
        teamId,
        [
          ...nearBenchmark(teamId, results, benchmarks, unitOf),
          ...placesOf(teamId, results),
          ...lighter(own),
          ...versions(own),
        ].slice(0, MOST),
      ] as const;
    }),
  );
}

/** How near a team's counted result is to the best of an earlier season: beaten, or missed by how much. */
function nearBenchmark(
  teamId: string,
  results: readonly EventResults[],
  benchmarks: readonly Benchmark[],
  unitOf: (id: string) => string,
): string[] {
  return results.flatMap(({ event, results: all }) => {
    const counted = all.find((one) => one.teamId === teamId)?.counted;
    const mark = benchmarks.find(({ eventId }) => eventId === event.id);
    const unit = unitOf(event.quantityId);
    if (
      counted == null ||
      !mark ||
      mark.unit !== unit ||
      event.rule.value !== undefined ||
      event.rule.better === 'nearest'
    )
      return [];
    const ahead = event.rule.better === 'lower' ? mark.value - counted : counted - mark.value;
    const by = quantity(Math.abs(ahead), unit, 2);
    if (ahead > 0) return [`beat the benchmark of ${mark.season} in ${event.name} by ${by}`];
    return Math.abs(ahead) < Math.abs(mark.value) * 0.15
      ? [`missed the benchmark of ${mark.season} in ${event.name} by ${by}`]
      : [];
  });
}

function placesOf(teamId: string, results: readonly EventResults[]): string[] {
  const places = results.flatMap(({ event, results: all }) => {
    const place = all.find((one) => one.teamId === teamId)?.place;
    return place != null && place <= 3 ? [{ place, text: `${ordinal(place)} in ${event.name} so far` }] : [];
  });
  return places.sort((a, b) => a.place - b.place).map(({ text }) => text);
}

/** The largest change of a measured property from the first iteration to the last, told where it went down by a quarter or more. */
function lighter(own: readonly Iteration[]): string[] {
  const [first, last] = [own[0], own.at(-1)];
  if (!first || !last || first === last) return [];
  return last.measurements
    .filter(({ dimension }) => dimension === 'mass' || dimension === 'cost')
    .flatMap((now) => {
      const was = first.measurements.find(({ parameterId }) => parameterId === now.parameterId);
      if (!was || was.value === null || now.value === null || was.unit !== now.unit || was.value <= 0) return [];
      const share = 1 - now.value / was.value;
      if (share < 0.25) return [];
      const how = Math.abs(share - 0.5) < 0.05 ? 'halved' : `cut by ${number(share * 100, 0)} %`;
      return [`${now.parameterName.toLowerCase()} ${how} since the first version, to ${quantity(now.value, now.unit)}`];
    });
}

const versions = (own: readonly Iteration[]): string[] =>
  own.length > 1
    ? [`runs with its ${ordinal(own.length)} version`, ...changeOf(own.at(-1)!)]
    : [plural(own.length, 'version')];
const changeOf = ({ change }: Iteration) => (change ? [`last change: ${change}`] : []);
