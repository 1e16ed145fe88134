import { cache } from 'react';
import { meetings, type Meeting, type NoClass, type Pattern } from '@/core/calendar';
import { pool, type Sql } from '@/db/connection';

export interface Section {
  id: string;
  name: string;
  room: string;
  firstDay: string;
  lastDay: string;
  pattern: Pattern;
  extra: Meeting[];
  noClass: NoClass[];
  teamsReleased: boolean;
  version: number;
}
export interface Team {
  id: string;
  sectionId: string;
  sectionName: string;
  name: string;
  colour: number;
  version: number;
}
export interface Member {
  accountId: string;
  name: string;
  login: string;
  studentNumber: string | null;
  sectionId: string;
  teamId: string | null;
  role: string;
  hasPassword: boolean;
  erased: boolean;
}

/** The sections of a project with everything their meetings follow from. */
export const listSections = cache((projectId: string): Promise<Section[]> => readSections(pool(), projectId));

export async function readSections(sql: Sql, projectId: string): Promise<Section[]> {
  return sql<Section[]>`
    select s.id, s.name, s.room, s.first_day, s.last_day, s.pattern, s.teams_released, s.version,
      coalesce((select jsonb_agg(jsonb_build_object('date', x.day, 'start', x.start, 'minutes', x.minutes) order by x.day, x.start)
        from extra_meeting x where x.section_id = s.id), '[]') as extra,
      coalesce((select jsonb_agg(jsonb_build_object('from', n.first_day, 'to', n.last_day, 'reason', n.reason) order by n.first_day, n.last_day, n.reason)
        from no_class n where n.project_id = s.project_id), '[]') as no_class
    from section s where s.project_id = ${projectId} order by s.name`;
}

/** The meetings of a section from its first to its last day. */
export function meetingsOf(section: Section): Meeting[] {
  const { pattern, firstDay: from, lastDay: to, noClass, extra } = section;
  return meetings({ pattern, from, to, noClass, extra }).meetings;
}

export const listTeams = cache(async (projectId: string): Promise<Team[]> => {
  return pool()<Team[]>`
    select t.id, t.section_id, s.name as section_name, t.name, t.colour, t.version
    from team t join section s on s.id = t.section_id where t.project_id = ${projectId} order by s.name, t.name`;
});

/** Everybody enrolled, with their team. */
export const listMembers = cache(async (projectId: string): Promise<Member[]> => {
  return pool()<Member[]>`
    select a.id as account_id, a.name, a.login, a.student_number, e.section_id, m.team_id, coalesce(m.role, '') as role,
    a.password_hash is not null as has_password, a.erased_at is not null as erased
    from enrolment e join account a on a.id = e.account_id
    left join team_member m on m.project_id = e.project_id and m.account_id = e.account_id
    where e.project_id = ${projectId} order by a.name`;
});

/** Ids of the teams that a list may be narrowed to; all of them when nothing is chosen. */
export function teamIdsIn(teams: Team[], sectionId: string | null, teamId: string | null): string[] {
  return teams
    .filter((team) => (!sectionId || team.sectionId === sectionId) && (!teamId || team.id === teamId))
    .map((team) => team.id);
}
