import { seesAll, allowed } from '@/server/access';
import { listMembers, listDevices, listRoles, listStaff } from '@/areas/course';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “Teams” shows. */
export async function readTeamsPage(sql: Sql, frame: Frame) {
  const { project, role } = frame.seat;
  const leads = role === 'instructor';
  const sees = seesAll(frame.seat);
  const owns = allowed(frame.seat, 'staff.write');
  const [members, devices, roles, staff] = await Promise.all([
    listMembers(sql, project.id),
    leads ? listDevices(sql, project.id) : [],
    listRoles(sql, project.id),
    owns ? listStaff(sql, project.id) : [],
  ]);
  const here = members.filter((member) => member.leftOn === null);
  const sections = frame.section ? [frame.section] : frame.sections;
  const teams = frame.teams.filter((team) => !frame.team || team.id === frame.team.id);
  return { leads, sees, owns, members, devices, roles, staff, here, sections, teams };
}
