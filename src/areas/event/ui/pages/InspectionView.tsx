import { StoppedNote } from '@/areas/event/ui/contests/StoppedNote';
import { Nothing } from '@/ui/sheet/Sheet';
import { InspectionTable } from '@/areas/event/ui/inspections/InspectionTable';
import { allowed } from '@/server/access';
import { hrefIn, type Place } from '@/areas/course';
import { Fold } from '@/ui/sheet/Fold';
import { plural } from '@/core/format';
import { KIND_NAME } from '@/areas/event/ui/inspections/words';
import { limitWords } from '@/areas/event/ui/inspections/readingWords';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { removeInspectionCheck, addUsualChecks } from '@/areas/event/write/inspections/actions';
import { CheckForm } from '@/areas/event/ui/inspections/CheckForm';
import { checkForm, NEW_CHECK } from '@/areas/event/read/inspections/toForm';
import { ActButton } from '@/ui/forms/ActButton';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD } from '@/ui/kit/icons';
import type { readInspectionPage } from '@/areas/event/read/pages/inspection';

type Props = Awaited<ReturnType<typeof readInspectionPage>> & { frame: Place };

/** The content of the page “Inspection”. */
export function InspectionView({ leads, inspected, stop, official, checks, teams, offers, place, frame }: Props) {
  const { seat } = frame;

  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function InspectionActions({ checks, offers, place }: Props) {
  return (
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
  );
}
