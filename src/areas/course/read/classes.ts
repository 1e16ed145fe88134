import { memoize } from '@/core/shared/memoize';
import { remembered } from '@/db/remember';
import { meetings, type Meeting, type NoClass, type Pattern } from '@/core/calendar';
import { type Sql } from '@/db/connection';

export interface Section {
  id: string;
  name: string;
  room: string;
  firstDay: string;
  lastDay: string;
  pattern: Pattern;
  /** Extra meetings; those in reserve are held only once the plan needs them. */
  extra: (Meeting & { inReserve: boolean })[];
  /** Cancelled meetings of this section; without a start, all of the day. */
  lost: { date: string; start: string | null; reason: string }[];
  /** Days without class; `shared` ones come from the list of the school. */
  noClass: (NoClass & { shared: boolean })[];
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
  /** Since when they are no longer in the class; their work stays. */
  leftOn: string | null;
}

/** The sections of a project with everything their meetings follow from. */
export const listSections = remembered(async (sql: Sql, projectId: string): Promise<Section[]> => {
  return sql<Section[]>`
    select s.id, s.name, s.room, s.first_day, s.last_day, s.pattern, s.teams_released, s.version,
      coalesce((select jsonb_agg(jsonb_build_object('date', x.day, 'start', x.start, 'minutes', x.minutes, 'inReserve', x.in_reserve) order by x.day, x.start)
        from extra_meeting x where x.section_id = s.id), '[]') as extra,
      coalesce((select jsonb_agg(jsonb_build_object('date', l.day, 'start', l.start, 'reason', l.reason) order by l.day, l.start)
        from cancelled_meeting l where l.section_id = s.id), '[]') as lost,
      coalesce((select jsonb_agg(jsonb_build_object('from', n.first_day, 'to', n.last_day, 'reason', n.reason, 'shared', n.shared)
          order by n.first_day, n.last_day, n.reason) from (
          select first_day, last_day, reason, false as shared from no_class where project_id = s.project_id
          union all select d.first_day, d.last_day, d.reason, true from school_day d
          join project p on p.id = s.project_id and p.uses_school_days) n), '[]') as no_class
    from section s where s.project_id = ${projectId} order by s.name`;
});

/** The meetings of a section from its first to its last day; those in reserve are none. */
export const meetingsOf = memoize((section: Section): readonly Meeting[] => {
  const { pattern, firstDay: from, lastDay: to, noClass, lost } = section;
  const extra = section.extra.filter((meeting) => !meeting.inReserve);
  return meetings({ pattern, from, to, noClass, extra, lost }).meetings;
});

export const listTeams = remembered(async (sql: Sql, projectId: string): Promise<Team[]> => {
  return sql<Team[]>`
    select t.id, t.section_id, s.name as section_name, t.name, t.colour, t.version
    from team t join section s on s.id = t.section_id where t.project_id = ${projectId} order by s.name, t.name`;
});
/** Everybody enrolled, also who has left since, with their team. */
export const listMembers = remembered(async (sql: Sql, projectId: string): Promise<Member[]> => {
  return sql<Member[]>`
    select a.id as account_id, a.name, a.login, a.student_number, e.section_id, m.team_id, coalesce(m.role, '') as role,
    a.password_hash is not null as has_password, a.erased_at is not null as erased, e.left_on
    from enrolment e join account a on a.id = e.account_id
    left join team_member m on m.project_id = e.project_id and m.account_id = e.account_id
    where e.project_id = ${projectId} order by a.name`;
});

/** Who is in the class now. */
export const listStudents = remembered(async (sql: Sql, projectId: string): Promise<Member[]> => {
  return (await listMembers(sql, projectId)).filter((member) => member.leftOn === null);
});

/** Ids of the teams that a list may be narrowed to; all of them when nothing is chosen. */
export function teamIdsIn(teams: Team[], sectionId: string | null, teamId: string | null): string[] {
  return teams
    .filter((team) => (!sectionId || team.sectionId === sectionId) && (!teamId || team.id === teamId))
    .map((team) => team.id);
}
