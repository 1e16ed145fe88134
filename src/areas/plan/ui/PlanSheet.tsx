'use client';

import { DndContext, PointerSensor, useSensor, useSensors, type DragMoveEvent } from '@dnd-kit/core';
import { useRouter } from 'next/navigation';
import { useMemo, useState, type KeyboardEvent } from 'react';
import type { Conflict } from '@/server/outcome';
import { attempt, reasonOf } from '@/ui/forms/attempt';
import { plural } from '@/core/format';
import { toast } from '@/ui/toast';
import { changePlan } from '@/areas/plan/write/actions';
import { PlanHead, PlanStrip, type PlanStage } from './PlanStrip';
import { effects, planView, slackWords, type PlanLine } from '@/areas/plan/shared/planView';

interface Props {
  projectId: string;
  leads: boolean;
  eventDate: string;
  stages: PlanStage[];
  lines: PlanLine[];
}
interface Move {
  id: string;
  delay: number;
  /** The stage as it was when the move began: what somebody else does meanwhile is shown, not written over. */
  version: number;
}

/**
 * The plan: a row a stage, a column a class meeting, a strip a section. A stage is moved by drag or arrow keys; what
 * that does to every section is seen before it is kept.
 */
export function PlanSheet({ projectId, leads, eventDate, stages, lines }: Props) {
  const router = useRouter();
  const [move, setMove] = useState<Move | null>(null);
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const [busy, setBusy] = useState(false);
  const stageOf = useMemo(() => new Map(stages.map((stage) => [stage.id, stage])), [stages]);
  const before = useMemo(() => planView(lines), [lines]);
  const shown = useMemo(() => (move ? planView(lines, { [move.id]: move.delay }) : before), [lines, move, before]);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const columns = Math.max(shown.columns, before.columns);

  const moveTo = (id: string, delay: number) => {
    const known = stageOf.get(id)!;
    setConflict(null);
    setMove((now) => {
      const version = now?.id === id ? now.version : known.version;
      return delay === known.delay && version === known.version ? null : { id, delay, version };
    });
  };
  const drag = ({ active, delta }: DragMoveEvent) => {
    const { id, length } = active.data.current as { id: string; length: number };
    const width = active.rect.current.initial?.width ?? 0;
    if (width > 0) moveTo(id, Math.max(0, stageOf.get(id)!.delay + Math.round((delta.x * length) / width)));
  };
  const leave = () => {
    setMove(null);
    setConflict(null);
  };
  const keep = async (version?: number) => {
    if (!move) return;
    const stage = stageOf.get(move.id)!;
    setBusy(true);
    const outcome = await attempt(() =>
      changePlan({
        projectId,
        title: titleOf(stage, move.delay),
        operations: [{ kind: 'shift', stageId: stage.id, delay: move.delay }],
        seen: [{ id: stage.id, version: version ?? move.version }],
      }),
    );
    setBusy(false);
    if (outcome.ok) {
      toast.success('Saved. It can be undone below.');
      leave();
      router.refresh();
    } else if (outcome.conflict) setConflict(outcome.conflict);
    else toast.error(reasonOf(outcome));
  };
  const press = (event: KeyboardEvent, id: string) => {
    const now = move?.id === id ? move.delay : stageOf.get(id)!.delay;
    const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (step) {
      moveTo(id, Math.max(0, now + step));
      event.currentTarget.scrollIntoView({ block: 'nearest' }); // above the panel that says what it does
    } else if (event.key === 'Escape') leave();
    else if (event.key === 'Enter' && move?.id === id) void keep();
    else return;
    event.preventDefault();
  };

  const moving = move && stageOf.get(move.id);
  return (
    <DndContext sensors={sensors} onDragMove={drag} id="plan">
      <PlanHead lines={lines} columns={columns} eventDate={eventDate} />
      <ul aria-label="Stages">
        {shown.rows.map(({ id, strips }) => {
          const stage = stageOf.get(id)!;
          const least = [...strips].sort((a, b) => a.slack - b.slack)[0]!;
          return (
            <li key={id} className="plan-row border-b border-hair">
              <p className="leading-[18px]">
                <b className={least.slack < 0 ? 'text-brick' : ''}>{stage.name}</b>{' '}
                <span className={`word whitespace-nowrap ${least.slack < 0 ? 'text-brick' : 'faint'}`}>
                  {slackWords(least.slack)}
                </span>
                {stage.reviews.map((review) => (
                  <span key={review} className="block text-sm faint no-print">
                    {review}
                  </span>
                ))}
              </p>
              <div className="flex flex-col gap-[2px] justify-center">
                {strips.map((strip, i) => (
                  <PlanStrip
                    key={strip.lineId}
                    strip={strip}
                    line={lines[i]!}
                    columns={columns}
                    several={lines.length > 1}
                    stage={stage}
                    was={move ? before.rows.find((row) => row.id === id)!.strips[i]! : null}
                    press={leads ? press : null}
                  />
                ))}
              </div>
            </li>
          );
        })}
      </ul>
      {move && moving && (
        <section
          className="sticky bottom-0 z-10 bg-sheet border border-ink px-3 py-2 mt-2"
          aria-label="What this move does"
          aria-live="polite"
        >
          <p className="font-semibold">{titleOf(moving, move.delay)}</p>
          {move.delay === 0 && moving.after.length > 0 && (
            <p className="text-sm faint">No earlier: it comes after {moving.after.join(', ')}.</p>
          )}
          <ul className="my-1">
            {effects(before, shown, lines, (id) => stageOf.get(id)!.name).map((one) => (
              <li key={one.line}>
                {lines.length > 1 && <b>Section {one.line}: </b>}
                <span className={one.worse ? 'text-brick font-semibold' : ''}>{one.whole}</span>
                {one.moved.length > 0 && <span className="faint">; {one.moved.join(', ')}</span>}
              </li>
            ))}
          </ul>
          {conflict && (
            <p className="callout my-1" role="alert">
              {conflict.by} has changed this stage meanwhile: there it starts{' '}
              {plural(Number(conflict.theirs.delay), 'meeting')} later than it could; here {move.delay}. Keep yours over
              it, or take theirs.
            </p>
          )}
          <p className="flex flex-wrap gap-2">
            <button type="button" className="btn btn-go" disabled={busy} onClick={() => void keep(conflict?.version)}>
              {conflict ? 'Keep mine' : 'Apply (Enter)'}
            </button>
            <button type="button" className="btn" onClick={() => (leave(), conflict && router.refresh())}>
              {conflict ? 'Take theirs' : 'Cancel (Esc)'}
            </button>
          </p>
        </section>
      )}
      <Legend leads={leads} />
    </DndContext>
  );
}

const titleOf = (stage: PlanStage, delay: number) =>
  delay === 0
    ? `“${stage.name}” starts as soon as it can`
    : `“${stage.name}” starts ${plural(delay, 'meeting')} later than it could`;

function Legend({ leads }: { leads: boolean }) {
  const sample = (name: string, className: string) => (
    <span className="inline-flex items-center gap-1.5">
      <span className={`${className} !relative inline-block w-7 !h-3`} aria-hidden />
      {name}
    </span>
  );
  return (
    <p className="flex flex-wrap gap-x-4 gap-y-1 mt-2 text-sm faint items-center">
      {sample('work', 'plan-bar')}
      {sample('no slack', 'plan-bar plan-tight')}
      {sample('short', 'plan-bar plan-short')}
      {sample('handed in by all', 'plan-bar plan-over')}
      {sample('meetings it can slip', 'plan-slack')}
      {sample('latest start', 'plan-post')}
      {sample('waiting', 'plan-wait')}
      {leads && <span className="no-print">Drag a bar, or choose it and press ← →.</span>}
    </p>
  );
}
