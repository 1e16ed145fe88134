import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { ADD } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { Link } from '@/ui/Link';
import { removeGate } from '@/areas/plan/write/gates';
import { GateForm } from '@/areas/plan/ui/gates/GateForm';
import { gateForm, NEW_GATE, listGates, listStages } from '@/areas/plan';
import { openSheet, ProjectFrame, scheduleViews, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { listKinds } from '@/areas/reviews';
import { plural } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function EditGatesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule/gates/edit', props);
  const { project, role } = frame.seat;
  const [gates, stages, kinds] = await Promise.all([
    listGates(pool(), project.id),
    listStages(pool(), project.id),
    listKinds(pool(), project.id),
  ]);
  const reviewKinds = kinds.map(({ id, name }) => [id, name] as const);
  const choice = stages.filter((stage) => !stage.leftOut).map((stage) => [stage.id, stage.name] as const);
  const fixed = { projectId: project.id };
  return (
    <ProjectFrame
      shows={['gates', 'plan', 'safety']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view="schedule/gates/edit"
      views={scheduleViews(role)}
      title="Change the gates"
      byTeam={false}
      actions={
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
      }
    >
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
    </ProjectFrame>
  );
}
