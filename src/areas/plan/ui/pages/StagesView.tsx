import { StartPlans } from '@/areas/plan/ui/StartPlans';
import { withQuery, plural } from '@/core/format';
import { hrefIn, type Place } from '@/areas/course';
import { hazardsOf } from '@/areas/safety';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { removeStage } from '@/areas/plan/write/actions';
import { StageForm } from '@/areas/plan/ui/StageForm';
import { stageForm, NEW_STAGE } from '@/areas/plan/read/toForm';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD } from '@/ui/kit/icons';
import type { Stage } from '@/areas/plan/read/stages';
import type { readStagesPage } from '@/areas/plan/read/pages/stages';

type Props = Awaited<ReturnType<typeof readStagesPage>> & { frame: Place };

/** The content of the page “Stages”. */
export function StagesView({ stages, safety, nameOf, fixed, frame }: Props) {
  const { project } = frame.seat;
  const others = (id: string | null) =>
    stages.filter((stage) => stage.id !== id).map((stage) => [stage.id, stage.name] as const);
  return (
    <>
      {stages.length === 0 && (
        <StartPlans projectId={project.id} own={withQuery(hrefIn(frame, 'schedule/stages'), { panel: 'new' })} />
      )}
      {stages.length > 0 && (
        <>
          <p className={`${COLUMNS} max-md:hidden border-b border-ink`} aria-hidden>
            {['Stage', 'Takes', 'Comes after', 'Handed in', 'Needs', ''].map((head) => (
              <span key={head} className="font-cond font-semibold text-xs uppercase tracking-wide text-faint">
                {head}
              </span>
            ))}
          </p>
          <ul>
            {stages.map((stage) => (
              <li key={stage.id} id={stage.id} className="border-b border-hair">
                <div className={`${COLUMNS} py-1`}>
                  <span>
                    <b className={stage.leftOut ? 'line-through text-faint' : ''}>{stage.name}</b>
                    {stage.optional && <span className="faint"> optional</span>}
                    {stage.leftOut && <span className="faint">, left out</span>}
                  </span>
                  <span>{takes(stage)}</span>
                  <Told name="after">
                    {stage.after.map((one) => nameOf.get(one.id)! + (one.byCustom ? ' (by custom)' : '')).join(', ')}
                  </Told>
                  <Told name="hand in">{stage.handsIn}</Told>
                  <Told name="needs">
                    {[
                      ...[stage.people, stage.room && `room ${stage.room}`, stage.needs],
                      ...hazardsOf(safety.hazards, 'stages', stage.id).map((one) => `hazard: ${one.name}`),
                    ]
                      .filter(Boolean)
                      .join('; ')}
                  </Told>
                  <span className="no-print flex gap-4 md:justify-end">
                    <ChangeAndRemove
                      id={`stage-${stage.id}`}
                      name={stage.name}
                      title={`Stage “${stage.name}”`}
                      remove={{
                        act: removeStage,
                        input: { ...fixed, id: stage.id },
                        undo: true,
                        done: `“${stage.name}” is removed.`,
                        confirm: `Remove the stage “${stage.name}”?`,
                      }}
                    >
                      <StageForm
                        key={stage.version}
                        {...fixed}
                        id={stage.id}
                        version={stage.version}
                        values={stageForm({ ...stage })}
                        others={others(stage.id)}
                      />
                    </ChangeAndRemove>
                  </span>
                </div>
              </li>
            ))}
          </ul>
        </>
      )}
      {stages.length > 0 && (
        <p className="mt-3">
          <a href={hrefIn(frame, 'schedule')}>See them on the meetings</a>
        </p>
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function StagesActions({ stages, fixed }: Props) {
  const others = (id: string | null) =>
    stages.filter((stage) => stage.id !== id).map((stage) => [stage.id, stage.name] as const);
  return (
    <SidePanel id="new" label="Add stage" icon={ADD} title="New stage">
      <StageForm key={stages.length} {...fixed} id={null} version={null} values={NEW_STAGE} others={others(null)} />
    </SidePanel>
  );
}

const COLUMNS = 'grid md:grid-cols-[1.3fr_1.1fr_1.2fr_1.5fr_1.2fr_9rem] gap-x-4 items-baseline';

function takes({ meetings, minutes, shortest, leadDays, delay }: Stage): string {
  const length = meetings === null ? `${minutes} min` : plural(meetings, 'meeting');
  return [
    shortest !== null && shortest !== meetings ? `${length} (at least ${shortest})` : length,
    ...(leadDays ? [`then ${plural(leadDays, 'day')}`] : []),
    ...(delay ? [`+${delay} later`] : []),
  ].join(', ');
}

/** A cell; on a phone, where no head stands over it, with its name, and left out when empty. */
function Told({ name, children }: { name: string; children: string }) {
  return (
    <span className={`text-sm ${children ? '' : 'max-md:hidden'}`}>
      <span className="md:hidden faint">{name}: </span>
      {children || '–'}
    </span>
  );
}
