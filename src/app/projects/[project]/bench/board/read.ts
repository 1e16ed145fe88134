import { listQuantities, listEvents, listRunGroups, lackBy, boardOf, type Reached } from '@/areas/bench';
import { listRequirements, askedOf } from '@/areas/brief';
import { listIterations, listBenchmarks } from '@/areas/builds';
import { seesAll } from '@/server/access';
import { teamIdsIn } from '@/areas/course';
import { betterOf, limitsAt } from '@/areas/compliance';
import { convert, convertInterval } from '@/core/units';
import { againstBenchmark, boardText } from '@/core/bench';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “Board” shows. */
export async function readBoardPage(sql: Sql, frame: Frame, { asked }: { asked: string | string[] | undefined }) {
  const { seat, teams, section, team } = frame;
  const project = seat.project.id;
  const [quantities, events, requirements, iterations, runs, benchmarks] = await Promise.all([
    listQuantities(sql, project),
    listEvents(sql, project),
    listRequirements(sql, project),
    listIterations(sql, project),
    listRunGroups(sql, project),
    listBenchmarks(sql, project),
  ]);
  const all = seesAll(seat);
  const open = quantities.filter(({ boardReleased }) => all || boardReleased);
  const protocol = open.find(({ quantityId }) => quantityId === asked) ?? open[0];
  const ids = teamIdsIn(teams, section?.id ?? null, team?.id ?? null);
  const here = teams.filter(({ id }) => ids.includes(id));
  const better = protocol ? betterOf(protocol, requirements, events) : null;
  const lack = protocol ? lackBy(better, askedOf(requirements, protocol.parameterId), protocol.unit) : null;
  const board = protocol ? boardOf(protocol, iterations, runs, ids, lack) : [];
  const ranked = board
    .flatMap(({ best, ...one }) => (best ? [{ ...one, best }] : []))
    .sort((a, b) => (lack === null ? 0 : lack(a.best.mean) - lack(b.best.mean)));
  const nameOf = (id: string) => here.find((one) => one.id === id)?.name ?? '';
  const event = events.find(({ quantityId }) => quantityId === protocol?.quantityId);
  const stored = benchmarks.find(({ eventId }) => eventId === event?.id);
  const benchmark =
    stored && protocol
      ? {
          name: `the best of ${stored.season}`,
          value: convert({ value: stored.value, from: stored.unit, to: protocol.unit }).value,
          expandedUncertainty: convertInterval({
            value: stored.expandedUncertainty,
            from: stored.unit,
            to: protocol.unit,
          }).value,
          unit: protocol.unit,
        }
      : null;
  const standsOf = ({ interval }: Reached) =>
    benchmark && better ? againstBenchmark(interval, benchmark, better) : null;
  const named = (stands: string) =>
    ranked.filter(({ best }) => standsOf(best) === stands).map(({ teamId }) => nameOf(teamId));
  const says = boardText({
    benchmark: better ? benchmark : null,
    beats: named('beats'),
    level: named('level'),
    without: board.filter(({ best }) => best === null).map(({ teamId }) => nameOf(teamId)),
  });
  const limits = protocol
    ? [...limitsAt(requirements, protocol), ...(benchmark ? [{ label: stored!.season, value: benchmark.value }] : [])]
    : [];
  const released = protocol?.boardReleased ?? false;
  return {
    iterations,
    all,
    open,
    protocol,
    here,
    better,
    lack,
    ranked,
    nameOf,
    stored,
    benchmark,
    standsOf,
    says,
    limits,
    released,
  };
}
