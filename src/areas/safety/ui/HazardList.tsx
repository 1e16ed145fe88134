import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import type { Team } from '@/areas/course';
import { readBy, type Hazard, type Safety } from '@/areas/safety/read/safety';
import { ActButton } from '@/ui/forms/ActButton';
import { acknowledgeHazard, removeHazard } from '@/areas/safety/write/actions';
import { HazardForm, type Named } from './HazardForm';
import { hazardForm } from '@/areas/safety/read/toForm';
import { asksFor } from './words';

interface Props {
  projectId: string;
  safety: Safety;
  /** Teams whose reading is shown. */
  teams: readonly Team[];
  named: Named;
  leads: boolean;
  /** The student's own team. */
  ownTeam: string | null;
}

/** Hazards with their cautions, what names them, who has read them; instructors change them here. */
export function HazardList({ projectId, safety, teams, named, leads, ownTeam }: Props) {
  return (
    <div className="flex flex-col gap-4">
      {safety.hazards.map((hazard) => (
        <article key={hazard.id} id={hazard.id} className="border-t border-rule pt-2 max-w-4xl">
          <h2>{hazard.name}</h2>
          <p className="my-1">{hazard.cautions}</p>
          <dl className="grid sm:grid-cols-[150px_1fr] gap-x-4 text-sm">
            {hazard.equipment && <Line name="Protection">{hazard.equipment}</Line>}
            <Line name="Asks for">{asksFor(hazard)}</Line>
            <Line name="Matters in">{placesOf(hazard, named) || 'nothing names it yet'}</Line>
            {hazard.needsReading && (
              <Line name="Read by">
                <Readers
                  projectId={projectId}
                  safety={safety}
                  teams={teams}
                  hazard={hazard}
                  leads={leads}
                  ownTeam={ownTeam}
                />
              </Line>
            )}
          </dl>
          {leads && (
            <p className="mt-1 no-print flex gap-5">
              <ChangeAndRemove
                id={`hazard-${hazard.id}`}
                name={hazard.name}
                title={`Hazard “${hazard.name}”`}
                remove={{
                  act: removeHazard,
                  input: { projectId, id: hazard.id },
                  undo: true,
                  done: `“${hazard.name}” is removed.`,
                  confirm: `Remove “${hazard.name}”? Its cautions no longer appear anywhere.`,
                }}
              >
                <HazardForm
                  key={hazard.version}
                  projectId={projectId}
                  id={hazard.id}
                  version={hazard.version}
                  values={hazardForm({ ...hazard })}
                  named={named}
                />
              </ChangeAndRemove>
            </p>
          )}
        </article>
      ))}
    </div>
  );
}

function Line({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <>
      <dt className="faint">{name}</dt>
      <dd>{children}</dd>
    </>
  );
}

function Readers({ projectId, safety, teams, hazard, leads, ownTeam }: Omit<Props, 'named'> & { hazard: Hazard }) {
  const state = teams.map((team) => {
    const version = readBy(safety, team.id).get(hazard.id);
    return { team, read: version === hazard.textVersion, before: version !== undefined };
  });
  const lacking = state.filter((one) => !one.read);
  return (
    <span className="inline-flex flex-wrap items-baseline gap-x-3 gap-y-1">
      <span>
        {state
          .filter((one) => one.read)
          .map((one) => one.team.name)
          .join(', ') || 'nobody yet'}
      </span>
      {leads && lacking.length > 0 && (
        <span className="text-ochre">not by {lacking.map((one) => one.team.name).join(', ')}</span>
      )}
      {lacking
        .filter((one) => one.team.id === ownTeam)
        .map(({ team, before }) => (
          <ActButton
            key={team.id}
            act={acknowledgeHazard}
            input={{ projectId, teamId: team.id, hazardId: hazard.id, textVersion: hazard.textVersion }}
            done={`Noted that ${team.name} has read it.`}
            className="btn btn-go"
          >
            {before ? `It has changed; ${team.name} has read it again` : `${team.name} has read it`}
          </ActButton>
        ))}
    </span>
  );
}

function placesOf(hazard: Hazard, named: Named): string {
  const names = (kind: keyof Named) =>
    named[kind].filter(([value]) => hazard[kind].includes(value)).map(([, label]) => label);
  return [...names('stages'), ...names('machines'), ...names('protocols'), ...names('materials')].join(', ');
}
