import { readFileSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import path from 'node:path';
import type postgres from 'postgres';
import { may, type Door, type Permission, type Role } from '@/server/policy';

// The doors of the app are read from what the production build serves, not from our own list.
const built = <T>(file: string) => JSON.parse(readFileSync(path.join(process.cwd(), '.next', file), 'utf8')) as T;
const paths = Object.values(built<Record<string, string>>('app-path-routes-manifest.json'));
const OWN_TO_THE_FRAMEWORK = ['/_global-error', '/_not-found', '/icon.svg'];
export const routes = [...new Set(paths)].filter((route) => !OWN_TO_THE_FRAMEWORK.includes(route));
const { node, edge } = built<
  Record<'node' | 'edge', Record<string, { exportedName: string; workers: Record<string, unknown> }>>
>('server/server-reference-manifest.json');
export const actions = Object.entries({ ...node, ...edge }).map(([id, one]) => ({
  id,
  name: one.exportedName,
  page: Object.keys(one.workers)[0]!,
}));

/** What lies behind the doors of one team in one project. */
export interface Things {
  project: string;
  team: string;
  section: string;
  iteration: string;
  run: string;
  protocol: string;
  event: string;
  rubric: string;
  criterion: string;
  picture: string;
  research: string;
  student: string;
  gate: string;
  session: string;
  booking: string;
  condition: string;
  concept: string;
  selection: string;
  part: string;
  interface: string;
  draw: string;
  feature: string;
  copy: string;
  conclusion: string;
  review: string;
  slot: string;
  finding: string;
  note: string;
  peer: string;
  contest: string;
}
/** A team's things; those that the demo has none of get an id to be made under. */
export async function thingsOf(sql: postgres.Sql, project: string, team: string): Promise<Things> {
  const [row] = await sql<[Things]>`
    select t.project_id as project, t.id as team, t.section_id as section, i.id as iteration, r.id as run, r.protocol_id as protocol,
      (select id from event where protocol_id = r.protocol_id limit 1) as event,
      (select id from rubric where project_id = t.project_id and name = 'Team work') as rubric, c.id as criterion, gen_random_uuid() as picture, gen_random_uuid() as research,
      (select account_id from enrolment where project_id = t.project_id limit 1) as student,
      (select id from gate where project_id = t.project_id order by name limit 1) as gate,
      (select id from test_session where project_id = t.project_id limit 1) as session,
      gen_random_uuid() as booking, gen_random_uuid() as condition, gen_random_uuid() as concept, gen_random_uuid() as selection,
      gen_random_uuid() as copy, gen_random_uuid() as conclusion, gen_random_uuid() as part, gen_random_uuid() as interface, gen_random_uuid() as draw,
      (select id from contest where project_id = t.project_id and opened_at is not null limit 1) as contest,
      gen_random_uuid() as review, gen_random_uuid() as slot, gen_random_uuid() as finding, gen_random_uuid() as note, gen_random_uuid() as peer,
      (select c.feature_id from iteration_change c join iteration f on f.id = c.iteration_id where f.team_id = t.id
        and c.kind = 'added' order by f.number, c.position limit 1) as feature
    from team t join iteration i on i.team_id = t.id join run r on r.iteration_id = i.id
      join rubric b on b.project_id = t.project_id and b.name = 'Client presentation' join criterion c on c.rubric_id = b.id
    where t.project_id = ${project} and t.name = ${team} order by i.number desc, c.position limit 1`;
  return row;
}

/** Things of the student's own team, of another team of the project, and of a project that is somebody else's. */
export type Targets = Record<'own' | 'otherTeam' | 'foreign', Things>;

/** A JPEG of one pixel. */
const PIXEL = Buffer.from(
  '/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP//////////////////////////////////////////////////////////////////////////////////////wgALCAABAAEBAREA/8QAFBABAAAAAAAAAAAAAAAAAAAAAP/aAAgBAQABPxA=',
  'base64',
);
/** Makes what the demo has none of, and what shows that a student sees only what is released. */
export async function plantThings(sql: postgres.Sql, things: Targets, studentLogin: string): Promise<void> {
  await sql.begin(async (tx) => {
    await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Test", "act": "test"}', true)`;
    for (const t of Object.values(things)) {
      await tx`insert into action (id, project_id, team_id, what) values (${t.condition}, ${t.project}, ${t.team}, 'test')`;
      await tx`
        insert into booking (id, project_id, machine_id, team_id, state, asked_at)
        select ${t.booking}, ${t.project}, id, ${t.team}, 'cancelled', now() from machine where project_id = ${t.project} limit 1`;
      await tx`
        insert into specimen (id, project_id, iteration_id, number)
        select ${t.copy}, ${t.project}, ${t.iteration}, coalesce(max(number), 0) + 1 from specimen where iteration_id = ${t.iteration}`;
      await tx`
        insert into conclusion (id, project_id, team_id, protocol_id, before_id, after_id, text, verdict, runs)
        select ${t.conclusion}, ${t.project}, ${t.team}, r.protocol_id, o.id, ${t.iteration}, 'Test', 'not-separable', 2
        from run r, iteration o where r.id = ${t.run} and o.team_id = ${t.team} and o.id <> ${t.iteration} limit 1`;
      // With a run, so that nobody's door removes it for the next one.
      await tx`update run set specimen_id = ${t.copy} where id = ${t.run}`;
      // Of the student: an own concept, in the own section. Of others: one of the section whose concepts are not released.
      const [{ author, section }] = await tx<[{ author: string; section: string }]>`
        select case when ${t === things.own} then (select id from account where login = ${studentLogin})
            else (select a.id from account a where a.name = 'Rosa Keld' limit 1) end as author,
          case when ${t === things.otherTeam} then (select id from section where project_id = ${t.project} and name = '5')
            else ${t.section}::uuid end as section`;
      const at = { projectId: t.project, sectionId: section };
      await tx`
        insert into concept (id, project_id, section_id, author_id, title, steps, handed_in_at)
        values (${t.concept}, ${at.projectId}, ${at.sectionId}, ${author}, ${`Idea ${t.concept}`}, '["One"]', now())`;
      await tx`insert into selection (id, project_id, section_id, name) values (${t.selection}, ${at.projectId}, ${at.sectionId}, ${t.selection})`;
      const far = randomUUID();
      for (const id of [t.part, far])
        await tx`insert into part (id, project_id, section_id, code, name) values (${id}, ${at.projectId}, ${at.sectionId}, ${id}, 'Part')`;
      await tx`
        insert into interface (id, project_id, section_id, name, one_id, other_id)
        values (${t.interface}, ${at.projectId}, ${at.sectionId}, 'Edge', ${t.part}, ${far})`;
      await tx`
        insert into draw (id, project_id, title, names, is_public) values (${t.draw}, ${at.projectId}, 'Draw', '["A", "B"]', true)`;
      // A review of the team alone, released to it; nobody is asked to review it.
      const kind = randomUUID();
      await tx`
        insert into review_kind (id, project_id, name, purpose, agenda) values (${kind}, ${t.project}, ${kind}, 'unveiling', '[{"title": "One", "minutes": 2}]')`;
      await tx`
        insert into review (id, project_id, kind_id, section_id, name, meetings, minutes, changeover, ordered, peers_released_at)
        values (${t.review}, ${t.project}, ${kind}, ${t.section}, ${t.review}, '["2026-10-26 10:05"]', 9, 2, 'given', now())`;
      await tx`
        insert into review_slot (id, project_id, review_id, team_id, position, released_at)
        values (${t.slot}, ${t.project}, ${t.review}, ${t.team}, 0, now())`;
      await tx`
        insert into review_finding (id, project_id, slot_id, team_id, kind, text, by_link, made_at)
        values (${t.finding}, ${t.project}, ${t.slot}, ${t.team}, 'must', 'Test', 'Guest', now())`;
      await tx`
        insert into review_note (id, project_id, slot_id, team_id, kind, text, by_link, made_at)
        values (${t.note}, ${t.project}, ${t.slot}, ${t.team}, 'question', 'Test', 'Guest', now())`;
      await tx`
        insert into peer_review (id, project_id, slot_id, team_id, author_id, clear, breaks_first, suggestion, about, made_at)
        values (${t.peer}, ${t.project}, ${t.slot}, ${t.team}, ${author}, 'a', 'b', 'c', 'd', now())`;
      await tx`insert into research (id, project_id, team_id, title) values (${t.research}, ${t.project}, ${t.team}, ${t.research})`;
      await tx`
        insert into attachment (id, project_id, team_id, object_kind, object_id, mime, bytes, thumbnail, sha256, width, height)
        values (${t.picture}, ${t.project}, ${t.team}, 'iteration', ${t.iteration}, 'image/jpeg', ${PIXEL}, ${PIXEL}, 'x', 1, 1)`;
    }
  });
}

/** Who signs in; everybody else holds a link. */
export const ACCOUNTS: readonly Role[] = ['instructor', 'assistant', 'student'];
export type Where = 'own' | 'foreign';

/** The address of a route about these things. */
export const addressOf = (route: string, t: Things) =>
  route
    .replace('[project]', t.project)
    .replace('[iteration]', t.iteration)
    .replace('[run]', t.run)
    .replace('[protocol]', t.protocol)
    .replace('[picture]', t.picture)
    .replace('person.json', `person.json?account=${t.student}`)
    .replace('[team]', t.team)
    .replace('[gate]', t.gate)
    .replace('[session]', t.session)
    .replace('[contest]', t.contest)
    .replace('[review]', t.review)
    .replace('[slot]', t.slot)
    .replace('[concept]', t.concept)
    .replace('[rubric]', t.rubric)
    .replace('[person]', t.student)
    .replace('[draw]', t.draw)
    .replace('[token]', 'x'.repeat(43));

/** The page that an action is called from. */
export const pageOf = (worker: string) => worker.replace(/^app/, '').replace(/\/page$/, '') || '/';

/** Does the same for each of a list, six at a time: the doors are many, and a door knows nothing of the next one. */
export async function sixAtOnce<T>(list: readonly T[], each: (one: T) => Promise<void>): Promise<void> {
  const left = [...list];
  const next = async (): Promise<void> => {
    const one = left.shift();
    if (one === undefined) return;
    await each(one);
    return next();
  };
  await Promise.all(Array.from({ length: 6 }, next));
}

/** Whether the policy opens a door, for work of the own team or another's, in the own project or a foreign one. */
export function opens(door: Door, role: Role, where: Where, own: boolean, released = false): boolean {
  if (door === 'anybody') return true;
  if (door === 'signed-in') return ACCOUNTS.includes(role);
  // An assistant has an instructor's account.
  if (door === 'instructor') return role === 'instructor' || role === 'assistant';
  const link = door.endsWith('.page');
  if (where === 'foreign') return false;
  // Pages of a project are for accounts; links have pages of their own.
  if (!link && !ACCOUNTS.includes(role)) return false;
  return may(door as Permission, { role, own: own || link, owner: role === 'instructor', released });
}

/** Which object an action is about: its id, or for some the team it is of. */
export const BY_TEAM = new Set([
  'saveBudget',
  'dealWithChange',
  'signItem',
  'withdrawSignature',
  'acknowledgeHazard',
  'askForMachine',
  'bookSlot',
  'saveCharter',
  'agreeToCharter',
  'saveOutcome',
  'raiseProtest',
  'savePrediction',
]);
/** Doors that open for what is released to the own section. */
export const RELEASED = new Set<Door>([
  'selection.rate',
  'part.change',
  'concept.comment',
  'finding.close',
  'peer.take',
]);
/** Doors to what other teams are scored for, where a rubric leaves that to students: never to the own team. */
export const OF_OTHERS = new Set<Door>(['score.give']);
/** Actions that make or change what belongs to whoever asks, and name no object. */
export const OF_WHOEVER_ASKS = new Set<string>([]);
export const OBJECTS: Record<string, (t: Things) => string> = {
  removePicture: (t) => t.picture,
  releaseIteration: (t) => t.iteration,
  saveFeature: (t) => t.feature,
  saveBill: (t) => t.iteration,
  saveConclusion: (t) => t.conclusion,
  withdrawConclusion: (t) => t.conclusion,
  addCopy: (t) => t.iteration,
  mendCopy: (t) => t.copy,
  removeCopy: (t) => t.copy,
  removeIteration: (t) => t.iteration,
  removeResearch: (t) => t.research,
  saveBudget: (t) => t.team,
  dealWithChange: (t) => t.team,
  signItem: (t) => t.team,
  withdrawSignature: (t) => t.team,
  acknowledgeHazard: (t) => t.team,
  askForMachine: (t) => t.team,
  bookSlot: (t) => t.team,
  cancelBooking: (t) => t.booking,
  startUse: (t) => t.booking,
  endUse: (t) => t.booking,
  settleAction: (t) => t.condition,
  checkIteration: (t) => t.iteration,
  withdrawCheck: (t) => t.iteration,
  removeConcept: (t) => t.concept,
  rateConcepts: (t) => t.selection,
  castBallot: (t) => t.selection,
  saveCharter: (t) => t.team,
  agreeToCharter: (t) => t.team,
  movePart: (t) => t.part,
  enterInterface: (t) => t.interface,
  saveTeamPart: (t) => t.slot,
  freezePacket: (t) => t.slot,
  mergeFindings: (t) => t.finding,
  nameOwner: (t) => t.finding,
  closeFinding: (t) => t.finding,
  reopenFinding: (t) => t.finding,
  answerQuestion: (t) => t.note,
  takeUp: (t) => t.peer,
  saveOutcome: (t) => t.team,
  raiseProtest: (t) => t.team,
  savePrediction: (t) => t.team,
};
