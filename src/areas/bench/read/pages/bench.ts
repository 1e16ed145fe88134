import { teamIdsIn, type Place } from '@/areas/course';
import { listProtocols } from '@/areas/bench/read/protocols';
import { listEvents, listNewestRuns } from '@/areas/bench/read/runs';
import { seesAll, allowed } from '@/server/access';
import { listInstruments } from '@/areas/bench/read/instruments';
import { listParameters } from '@/areas/brief';
import { readSafety } from '@/areas/safety';
import type { Sql } from '@/db/connection';

/** What the page “Bench” shows. */
export async function readBenchPage(sql: Sql, frame: Place) {
  const { seat, teams } = frame;
  const { id } = seat.project;
  const leads = seat.role === 'instructor';
  const ids = teamIdsIn(teams, frame.section?.id ?? null, frame.team?.id ?? null);
  const [protocols, events, newest, instruments, parameters, safety] = await Promise.all([
    listProtocols(sql, id),
    listEvents(sql, id),
    listNewestRuns(sql, id, { limit: SHOWN, teamIds: ids, seenBy: seesAll(seat) ? 'all' : seat.teamId }),
    listInstruments(sql, id),
    listParameters(sql, id),
    readSafety(sql, id),
  ]);
  const runs = newest.filter((run) => allowed(seat, 'run.read', run));
  return { leads, protocols, events, instruments, parameters, safety, runs };
}

const SHOWN = 40;
