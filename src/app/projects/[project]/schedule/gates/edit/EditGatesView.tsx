import { Nothing } from '@/ui/sheet/Sheet';
import { Link } from '@/ui/Link';
import { hrefIn } from '@/areas/course';
import { plural } from '@/core/format';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { removeGate } from '@/areas/plan/write/gates';
import { GateForm } from '@/areas/plan/ui/gates/GateForm';
import { gateForm, NEW_GATE } from '@/areas/plan';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD } from '@/ui/kit/icons';
import type { Frame } from '@/shell/frame';
import type { readEditGatesPage } from '@/app/projects/[project]/schedule/gates/edit/read';

type Props = Awaited<ReturnType<typeof readEditGatesPage>> & { frame: Frame };

/** The content of the page “EditGates”. */
export function EditGatesView({ gates, stages, reviewKinds, choice, fixed, frame }: Props) {
  return (
    <>
      {stages.length === 0 ? (
        <Nothing
          step={
            <Link className="btn btn-go" href={hrefIn(frame, 'schedule/stages')}>
              Lay out the stages
            </Link>
          }
        >
          A gate stands before a stage; the plan has none yet.
        </Nothing>
      ) : (
        <ul>
          {gates.map((gate) => (
            <li
              key={gate.id}
              id={gate.id}
              className="border-b border-hair py-1.5 flex flex-wrap items-baseline gap-x-5"
            >
              <p className="grow">
                <b>{gate.name}</b>{' '}
                <span className="faint">
                  before {gate.stageName}, {plural(gate.items.length, 'item')}
                </span>
              </p>
              <ChangeAndRemove
                id={`gate-${gate.id}`}
                name={gate.name}
                title={`Gate “${gate.name}”`}
                remove={{
                  act: removeGate,
                  input: { ...fixed, id: gate.id },
                  undo: true,
                  done: `“${gate.name}” is removed.`,
                  confirm: `Remove “${gate.name}” with ${plural(gate.signatures.length, 'signature')} and ${plural(gate.decisions.length, 'decision')}?`,
                }}
              >
                <GateForm
                  key={gate.version}
                  {...fixed}
                  id={gate.id}
                  version={gate.version}
                  values={gateForm(gate)}
                  stages={choice}
                  reviewKinds={reviewKinds}
                />
              </ChangeAndRemove>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function EditGatesActions({ gates, stages, reviewKinds, choice, fixed, frame }: Props) {
  return (
    <>
      <Link className="btn" href={hrefIn(frame, 'schedule/gates')}>
        All gates
      </Link>
      {stages.length > 0 && (
        <SidePanel id="new" label="Add gate" icon={ADD} title="New gate">
          <GateForm
            key={gates.length}
            {...fixed}
            id={null}
            version={null}
            values={NEW_GATE}
            stages={choice}
            reviewKinds={reviewKinds}
          />
        </SidePanel>
      )}
    </>
  );
}
