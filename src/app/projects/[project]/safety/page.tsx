import { ADD } from '@/ui/kit/icons';
import { seesAll } from '@/server/access';
import { SidePanel } from '@/ui/kit/SidePanel';
import { FIRST } from '@/core/safety';
import { openSheet, ProjectFrame, safetyViews, type SheetProps } from '@/shell/frame';
import { HazardForm, type Named } from '@/areas/safety/ui/HazardForm';
import { HazardList } from '@/areas/safety/ui/HazardList';
import { LIBRARY, NEW_HAZARD, readSafety } from '@/areas/safety';
import { LibraryForm } from '@/areas/safety/ui/LibraryForm';
import { listMachines, listStages } from '@/areas/plan';
import { readBrief } from '@/areas/brief';
import { listProtocols } from '@/areas/bench';
import { PrintButton } from '@/ui/PrintButton';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';

export default async function SafetyPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/safety', props);
  const { project, role, teamId } = frame.seat;
  const leads = role === 'instructor';
  const sees = seesAll(frame.seat);
  const [safety, stages, machines, protocols, brief] = await Promise.all([
    readSafety(pool(), project.id),
    listStages(pool(), project.id),
    listMachines(pool(), project.id),
    listProtocols(pool(), project.id),
    readBrief(pool(), project.id),
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
  return (
    <ProjectFrame
      shows={['bench', 'bookings', 'brief', 'plan', 'safety']}
      frame={frame}
      sheet="safety"
      name="Safety"
      views={safetyViews(role)}
      title="Hazards"
      byTeam={sees}
      about={safety.hazards.length > 0 ? plural(safety.hazards.length, 'hazard') : undefined}
      actions={
        <>
          {safety.hazards.length > 0 && <PrintButton>Print the cautions</PrintButton>}
          {leads && (
            <SidePanel id="new" label="Add hazard" icon={ADD} title="A hazard of your own">
              <HazardForm
                key={safety.hazards.length}
                projectId={project.id}
                id={null}
                version={null}
                values={NEW_HAZARD}
                named={named}
              />
            </SidePanel>
          )}
          {leads && left.length > 0 && (
            <SidePanel
              id="library"
              label="Choose from the list"
              title="Hazards of school workshops"
              className={safety.hazards.length === 0 ? 'btn btn-go' : 'btn'}
            >
              <LibraryForm key={left.length} projectId={project.id} names={left} />
            </SidePanel>
          )}
        </>
      }
    >
      <p className="callout mb-4" style={{ '--tone': 'var(--brick)' } as React.CSSProperties}>
        {FIRST}
      </p>
      {safety.hazards.length === 0 && (
        <p className="mb-3">
          {leads
            ? 'No hazards yet. Choose what this project has from the list, then say in which stages, at which machines and in which tests it matters; the cautions appear there.'
            : 'Your instructor has named no hazard yet.'}
        </p>
      )}
      <HazardList
        projectId={project.id}
        safety={safety}
        teams={teams}
        named={named}
        leads={leads}
        ownTeam={sees ? null : teamId}
      />
    </ProjectFrame>
  );
}
