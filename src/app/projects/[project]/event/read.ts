import { loadEventResults, factUnit } from '@/areas/event';
import {
  listAttempts,
  listProtocols,
  listOpenings,
  listOfficials,
  type Opening,
  openingOf,
  opennessAt,
} from '@/areas/bench';
import { listParameters } from '@/areas/brief';
import { listStudents, listLinks, type Place } from '@/areas/course';
import { listPredictions } from '@/areas/standings';
import { seesAll, allowed } from '@/server/access';
import { factName } from '@/core/shared/factName';
import { momentOfEntry, momentHere } from '@/server/clock';
import { moment } from '@/core/format';
import type { Sql } from '@/db/connection';

/** What the page “Event” shows. */
export async function readEventPage(sql: Sql, frame: Place) {
  const { seat, section, team } = frame;
  const { id } = seat.project;
  const leads = seat.role === 'instructor';
  const [all, attempts, protocols, parameters, openings, officials, students, links, predictions] = await Promise.all([
    loadEventResults(sql, id),
    listAttempts(sql, id),
    listProtocols(sql, id),
    listParameters(sql, id),
    listOpenings(sql, id),
    listOfficials(sql, id),
    leads ? listStudents(sql, id) : [],
    leads ? listLinks(sql, id, 'official') : [],
    listPredictions(sql, id),
  ]);
  const choices = students.map((of) => [of.accountId, of.name] as const);
  const results = all.filter(({ event }) => !event.hidden || seesAll(seat));
  const opennessOf = (eventId: string) => sectionsOf(frame, openings, eventId);
  const atHand = results.find(({ event }) => opennessOf(event.id).some((of) => of.open)) ?? results[0];
  const seen = frame.teams.filter(
    (one) =>
      (!section || one.sectionId === section.id) &&
      (!team || one.id === team.id) &&
      allowed(seat, 'run.read', { teamId: one.id }),
  );
  const facts = parameters
    .filter((p) => p.dimension !== 'yes-no')
    .map((p) => `${factName(p.name)} (${factUnit(p.dimension)})`);
  const form = {
    projectId: id,
    protocols: protocols.map((one) => ({
      id: one.id,
      name: one.name,
      quantities: one.quantities.map(({ quantityId, parameterName, unit }) => ({
        id: quantityId,
        name: parameterName,
        unit,
      })),
    })),
    facts,
  };
  return {
    leads,
    attempts,
    protocols,
    officials,
    links,
    predictions,
    choices,
    results,
    opennessOf,
    atHand,
    seen,
    form,
  };
}

/** How an event stands in each section, in words behind "Section 2". */
function sectionsOf({ seat, now, sections }: Place, openings: Opening[], eventId: string) {
  const present = momentOfEntry(seat.project, now, 0);
  const local = (at: Date) => moment(momentHere(seat.project, at));
  return sections.map(({ id, name }) => {
    const opening = openingOf(openings, eventId, id);
    const openness = opennessAt(opening, present);
    const says =
      openness === 'open'
        ? `open since ${local(opening!.opensAt)}`
        : openness === 'ahead'
          ? `opens ${local(opening!.opensAt)}`
          : opening?.closesAt
            ? `closed since ${local(opening.closesAt)}`
            : 'not open yet: runs are practice';
    return { id, name, open: openness === 'open', ahead: openness === 'ahead', says };
  });
}
