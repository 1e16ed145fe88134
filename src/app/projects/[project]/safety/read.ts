import { seesAll } from '@/server/access';
import { readSafety, LIBRARY } from '@/areas/safety';
import { listStages, listMachines } from '@/areas/plan';
import { listProtocols } from '@/areas/bench';
import { readBrief } from '@/areas/brief';
import type { Named } from '@/areas/safety/ui/HazardForm';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “Safety” shows. */
export async function readSafetyPage(sql: Sql, frame: Frame) {
  const { project, role, teamId } = frame.seat;
  const leads = role === 'instructor';
  const sees = seesAll(frame.seat);
  const [safety, stages, machines, protocols, brief] = await Promise.all([
    readSafety(sql, project.id),
    listStages(sql, project.id),
    listMachines(sql, project.id),
    listProtocols(sql, project.id),
    readBrief(sql, project.id),
  ]);
  const byName = (list: readonly { id: string; name: string }[]) => list.map(({ id, name }) => [id, name] as const);
  const kit = [...new Set(brief.kit.map(({ item }) => item))];
  const named: Named = {
    stages: byName(stages),
    machines: byName(machines),
    protocols: byName(protocols),
    materials: kit.map((item) => [item, item] as const),
  };
  const left = LIBRARY.map((one) => one.name).filter((name) => !safety.hazards.some((one) => one.name === name));
  const teams = frame.teams.filter(
    (team) =>
      (sees || team.id === teamId) &&
      (!frame.section || team.sectionId === frame.section.id) &&
      (!frame.team || team.id === frame.team.id),
  );
  return { leads, sees, safety, named, left, teams };
}
