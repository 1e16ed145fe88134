import {
  listStudents,
  listForming,
  listKeepPairs,
  listPreferences,
  listProposals,
  listRoles,
  NEW_FORMING,
} from '@/areas/course';
import { listConcepts, type Concept } from '@/areas/concepts';
import { shortName } from '@/core/format';
import { alike } from '@/core/concepts';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “Forming” shows. */
export async function readFormingPage(sql: Sql, frame: Frame) {
  const { project } = frame.seat;
  const [all, settings, pairs, preferences, proposals, concepts, roles] = await Promise.all([
    listStudents(sql, project.id),
    listForming(sql, project.id),
    listKeepPairs(sql, project.id),
    listPreferences(sql, project.id),
    listProposals(sql, project.id),
    listConcepts(sql, frame.seat),
    listRoles(sql, project.id),
  ]);
  const section = frame.section ?? frame.clock;
  const students = all.filter(({ sectionId }) => sectionId === section?.id);
  const here = (id: string) => students.some(({ accountId }) => accountId === id);
  const asks = settings.find(({ sectionId }) => sectionId === section?.id);
  const form = asks ?? NEW_FORMING;
  const own = pairs.filter(({ oneId, otherId }) => here(oneId) && here(otherId));
  const ideas = concepts.filter(({ sectionId, fate }) => sectionId === section?.id && fate !== 'not chosen');
  const groups = groupsOf(ideas);
  const said = students.filter(({ accountId }) => preferences.some((one) => one.accountId === accountId));
  const people = students.map((student) => {
    const wish = preferences.find(({ accountId }) => accountId === student.accountId);
    return {
      id: student.accountId,
      name: shortName(student.name),
      concept: ideas.some(({ id }) => id === wish?.conceptId) ? wish!.conceptId : null,
      wants: (wish?.wants ?? []).filter(here),
      roles: wish?.roles ?? [],
    };
  });
  const teams = frame.teams
    .filter(({ sectionId }) => sectionId === section?.id)
    .map(({ id, name }) => ({
      teamId: id,
      name,
      members: students.filter(({ teamId }) => teamId === id).map(({ accountId }) => accountId),
    }));
  const fixed = { projectId: project.id, sectionId: section?.id ?? '' };
  return { proposals, roles, section, students, asks, form, own, ideas, groups, said, people, teams, fixed };
}

/** Groups of at least two similar ideas. */
export function groupsOf(ideas: Concept[]) {
  if (ideas.length === 0) return [];
  const { groups } = alike({
    ideas: ideas.map(({ id, title, steps, claims }) => ({
      id,
      steps: `${title}. ${steps.join('. ')}`,
      answers: claims.map(({ requirementId }) => requirementId),
    })),
  });
  return groups.filter(({ ids }) => ids.length > 1);
}
