import { seesAll, allowed } from '@/server/access';
import { listMaterials, listBills, usedBy } from '@/areas/builds/read/materials';
import { meetingsOf, type Place } from '@/areas/course';
import type { Sql } from '@/db/connection';

/** What the page “Materials” shows. */
export async function readMaterialsPage(sql: Sql, frame: Place) {
  const { seat, sections, today } = frame;
  const { id } = seat.project;
  // What another team has used is told as part of the class alone.
  const team = frame.team && (seesAll(seat) || frame.team.id === seat.teamId) ? frame.team : null;
  const [materials, bills] = await Promise.all([listMaterials(sql, id), listBills(sql, id)]);
  const leads = allowed(seat, 'material.write');
  const counted = team ? bills.filter(({ teamId }) => teamId === team.id) : bills;
  const meetings = sections.map((one) => meetingsOf(one).map(({ date }) => date));
  const most = (of: (dates: string[]) => number) => Math.max(0, ...meetings.map(of));
  const held = most((dates) => dates.filter((date) => date < today).length);
  const left = most((dates) => dates.filter((date) => date >= today && date < seat.project.eventDate).length);
  const used = usedBy(counted);
  return { team, materials, leads, held, left, used };
}
