import type { Axis } from './axis';
import type { Stage } from './order';

/** The first and last meeting of a stage, by their numbers on the axis. */
export interface Span {
  start: number;
  finish: number;
}

/** Every stage as early as what it waits for allows, and `delay` meetings later where it is held back. Stages in order. */
export function earliest(axis: Axis, ordered: readonly (Stage & { delay?: number })[]): Map<string, Span> {
  const found = new Map<string, Span>();
  const lead = new Map(ordered.map((stage) => [stage.id, stage.leadDays ?? 0]));
  for (const stage of ordered) {
    const ready = (stage.after ?? []).reduce(
      (start, id) => Math.max(start, axis.afterWait(found.get(id)!.finish, lead.get(id)!)),
      0,
    );
    const start = ready + (stage.delay ?? 0);
    found.set(stage.id, { start, finish: axis.finishFrom(start, stage) });
  }
  return found;
}

/** Every stage as late as what follows it and the event allow. Stages in order. */
export function latest(axis: Axis, ordered: readonly Stage[]): Map<string, Span> {
  const found = new Map<string, Span>();
  const limit = new Map<string, number>();
  const lead = new Map(ordered.map((stage) => [stage.id, stage.leadDays ?? 0]));
  for (const stage of [...ordered].reverse()) {
    const end = Math.min(limit.get(stage.id) ?? Infinity, axis.beforeEvent(stage.leadDays ?? 0));
    const start = axis.startFor(end, stage);
    found.set(stage.id, { start, finish: axis.finishFrom(start, stage) });
    for (const id of stage.after ?? []) {
      limit.set(id, Math.min(limit.get(id) ?? Infinity, axis.beforeWait(start, lead.get(id)!)));
    }
  }
  return found;
}
