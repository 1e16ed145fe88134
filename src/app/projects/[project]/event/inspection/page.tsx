import { ADD } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { eventViews, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { addUsualChecks, removeInspectionCheck } from '@/areas/event/write/inspections/actions';
import { CheckForm } from '@/areas/event/ui/inspections/CheckForm';
import { InspectionTable } from '@/areas/event/ui/inspections/InspectionTable';
import { limitWords } from '@/areas/event/ui/inspections/readingWords';
import { checkForm, NEW_CHECK, deviceOf, readInspections } from '@/areas/event';
import { KIND_NAME } from '@/areas/event/ui/inspections/words';
import { StoppedNote } from '@/areas/event/ui/contests/StoppedNote';
import { stopNow } from '@/areas/safety';
import { isOfficialOfAny, listInstruments } from '@/areas/bench';
import { agreedOn, limitOf, listRequirements } from '@/areas/brief';
import { ActButton } from '@/ui/forms/ActButton';
import { Fold } from '@/ui/sheet/Fold';
import { Nothing } from '@/ui/sheet/Sheet';
import { allowed } from '@/server/access';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';

export default async function InspectionPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/event/inspection', props);
  const { seat, section, team } = frame;
  const { project } = seat;
  const leads = allowed(seat, 'event.write');
  const [inspected, requirements, instruments, stop, official] = await Promise.all([
    readInspections(pool(), project.id),
    leads ? listRequirements(pool(), project.id) : [],
    leads ? listInstruments(pool(), project.id) : [],
    stopNow(pool(), project.id),
    isOfficialOfAny(pool(), seat),
  ]);
  const { checks } = inspected;
  const teams = frame.teams.filter(
    (one) => (!section || one.sectionId === section.id) && (!team || one.id === team.id),
  );
  const cleared = teams.filter((one) => deviceOf(inspected, one.id).mayStart).length;
  const offers = {
    requirements: agreedOn(requirements)
      .filter((one) => limitOf(one))
      .map((one) => [one.id, `${one.code} ${one.statement}`] as const),
    instruments: instruments.map(({ id, name }) => [id, name] as const),
  };
  const place = { projectId: project.id };
  return (
    <ProjectFrame
      shows={['bench', 'event', 'requirements']}
      frame={frame}
      sheet="event"
      name="Event"
      view="event/inspection"
      views={eventViews(seat.role)}
      title="Entry inspection"
      about={checks.length > 0 ? `${cleared} of ${plural(teams.length, 'team')} may start` : undefined}
      actions={
        leads && (
          <>
            <ActButton
              act={addUsualChecks}
              input={place}
              done="Added."
              className={checks.length === 0 ? 'btn btn-go' : 'btn'}
            >
              Add the usual points
            </ActButton>
            <SidePanel id="new" label="Add point" icon={ADD} title="New point of inspection">
              <CheckForm
                key={checks.length}
                {...place}
                id={null}
                version={null}
                values={{ ...NEW_CHECK, position: String(checks.length + 1) }}
                {...offers}
              />
            </SidePanel>
          </>
        )
      }
    >
      <StoppedNote stop={stop} />
      {checks.length === 0 ? (
        <Nothing>
          Before the event each device is measured against the limits of the class: size, mass, cost, energy source,
          banned parts. Without points here every team may start.
        </Nothing>
      ) : (
        <InspectionTable
          inspected={inspected}
          teams={teams}
          hrefOf={(id) =>
            allowed(seat, 'inspection.write', { teamId: id, official })
              ? hrefIn(frame, `event/inspection/${id}`, { team: null })
              : null
          }
        />
      )}
      {leads && checks.length > 0 && (
        <Fold label={`The ${plural(checks.length, 'point')} that are looked at`} className="mt-4 no-print">
          <ul className="max-w-3xl">
            {checks.map((check) => (
              <li key={check.id} className="flex flex-wrap gap-x-3 items-baseline py-1 border-b border-hair">
                <b className="font-semibold">{check.name}</b>
                <span className="faint grow">
                  {KIND_NAME[check.kind]}, {limitWords(check.limit)}
                  {check.instrumentName ? `, ${check.instrumentName}` : ''}
                </span>
                <ChangeAndRemove
                  id={`check-${check.id}`}
                  name={check.name}
                  title={check.name}
                  remove={{
                    act: removeInspectionCheck,
                    input: { ...place, id: check.id },
                    done: 'The point is removed.',
                    confirm: `Remove ${check.name}? It is not looked at any more.`,
                    undo: true,
                  }}
                >
                  <CheckForm
                    key={check.version}
                    {...place}
                    id={check.id}
                    version={check.version}
                    values={checkForm({ ...check, ownLimit: check.requirementId ? null : check.limit })}
                    {...offers}
                  />
                </ChangeAndRemove>
              </li>
            ))}
          </ul>
        </Fold>
      )}
    </ProjectFrame>
  );
}
