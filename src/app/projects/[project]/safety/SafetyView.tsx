import { FIRST } from '@/core/safety';
import { HazardList } from '@/areas/safety/ui/HazardList';
import { PrintButton } from '@/ui/PrintButton';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD } from '@/ui/kit/icons';
import { HazardForm } from '@/areas/safety/ui/HazardForm';
import { NEW_HAZARD } from '@/areas/safety';
import { LibraryForm } from '@/areas/safety/ui/LibraryForm';
import type { Frame } from '@/shell/frame';
import type { readSafetyPage } from '@/app/projects/[project]/safety/read';

type Props = Awaited<ReturnType<typeof readSafetyPage>> & { frame: Frame };

/** The content of the page “Safety”. */
export function SafetyView({ leads, sees, safety, named, teams, frame }: Props) {
  const { project, teamId } = frame.seat;

  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function SafetyActions({ leads, safety, named, left, frame }: Props) {
  const { project } = frame.seat;

  return (
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
  );
}
