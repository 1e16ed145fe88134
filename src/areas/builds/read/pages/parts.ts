import { listParts, listInterfaces, listScales, metOf } from '@/areas/builds/read/parts';
import { listMembers, type Place } from '@/areas/course';
import { shortName } from '@/core/format';
import { assembly } from '@/core/builds';
import type { Sql } from '@/db/connection';

/** What the page “Parts” shows. */
export async function readPartsPage(sql: Sql, frame: Place) {
  const { seat } = frame;
  const projectId = seat.project.id;
  const leads = seat.role === 'instructor';
  const [allParts, allInterfaces, scales, members] = await Promise.all([
    listParts(sql, projectId),
    listInterfaces(sql, projectId),
    listScales(sql, projectId),
    listMembers(sql, projectId),
  ]);
  const section = frame.section ?? frame.clock;
  const parts = allParts.filter(({ sectionId }) => sectionId === section?.id);
  const interfaces = allInterfaces.filter(({ sectionId }) => sectionId === section?.id);
  const scaled = scales.find(({ sectionId }) => sectionId === section?.id) ?? null;
  const students = members.filter(({ sectionId, leftOn }) => sectionId === section?.id && leftOn === null);
  const people = students.map(({ accountId, name }) => [accountId, shortName(name)] as const);
  const nameOf = (id: string | null) => {
    if (id === null) return 'nobody yet';
    return id === seat.actor.id
      ? 'you'
      : shortName(members.find(({ accountId }) => accountId === id)?.name ?? 'instructor');
  };
  const owners = new Set(parts.flatMap(({ ownerId }) => ownerId ?? []));
  const standing = assembly({
    people: [...new Set([...students.map(({ accountId }) => accountId), ...owners])],
    parts: parts.map(({ id, ownerId, checkerId, checkedBy, state, share }) => ({
      id,
      checkedBy,
      state,
      share,
      owner: ownerId,
      checker: checkerId,
    })),
    interfaces: interfaces.map((pair) => ({
      name: pair.name,
      one: pair.oneId,
      other: pair.otherId,
      agree: metOf(pair)?.agree ?? null,
    })),
  });
  // Whose turn it is finds the own part first, on a phone above all.
  const mine = new Set(standing.turns.filter(({ person }) => person === seat.actor.id).map(({ part }) => part));
  const listed = [...parts.filter(({ id }) => mine.has(id)), ...parts.filter(({ id }) => !mine.has(id))];
  const fixed = { projectId, sectionId: section?.id ?? '' };
  const shared = { projectId, nameOf, me: seat.actor.id, leads };
  return { leads, section, parts, interfaces, scaled, people, nameOf, standing, listed, fixed, shared };
}
