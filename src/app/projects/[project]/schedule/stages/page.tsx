import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { ADD } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { openSheet, ProjectFrame, scheduleViews, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { removeStage } from '@/areas/plan/write/actions';
import { StageForm } from '@/areas/plan/ui/StageForm';
import { StartPlans } from '@/areas/plan/ui/StartPlans';
import { NEW_STAGE, stageForm, listStages, type Stage } from '@/areas/plan';
import { hazardsOf, readSafety } from '@/areas/safety';
import { plural, withQuery } from '@/core/format';
import { pool } from '@/db/connection';

export default async function StagesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/schedule/stages', props);
  const { project, role } = frame.seat;
  const [stages, safety] = await Promise.all([listStages(pool(), project.id), readSafety(pool(), project.id)]);
  const nameOf = new Map(stages.map((stage) => [stage.id, stage.name]));
  const others = (id: string | null) =>
    stages.filter((stage) => stage.id !== id).map((stage) => [stage.id, stage.name] as const);
  const fixed = { projectId: project.id };
  return (
    <ProjectFrame
      shows={['plan', 'safety']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view="schedule/stages"
      views={scheduleViews(role)}
      title="Stages"
      byTeam={false}
      about={stages.length > 0 ? plural(stages.length, 'stage') : undefined}
      actions={
        <SidePanel id="new" label="Add stage" icon={ADD} title="New stage">
          <StageForm key={stages.length} {...fixed} id={null} version={null} values={NEW_STAGE} others={others(null)} />
        </SidePanel>
      }
    >
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
    </ProjectFrame>
  );
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

const COLUMNS = 'grid md:grid-cols-[1.3fr_1.1fr_1.2fr_1.5fr_1.2fr_9rem] gap-x-4 items-baseline';

function takes({ meetings, minutes, shortest, leadDays, delay }: Stage): string {
  const length = meetings === null ? `${minutes} min` : plural(meetings, 'meeting');
  return [
    shortest !== null && shortest !== meetings ? `${length} (at least ${shortest})` : length,
    ...(leadDays ? [`then ${plural(leadDays, 'day')}`] : []),
    ...(delay ? [`+${delay} later`] : []),
  ].join(', ');
}
