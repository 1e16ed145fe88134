'use client';

import { useMemo, useState } from 'react';
import { choose, confirm, receive } from '@/core/desk/receive';
import type { DeskEntry } from '@/core/desk/entry';
import { standAt } from '@/core/desk/stand';
import { asDesk } from '@/areas/event/shared/contests/stand';
import { isKept, reasonOf } from '@/ui/forms/attempt';
import { newId } from '@/ui/forms/newId';
import { useQuietRefresh } from '@/ui/live/useQuietRefresh';
import type { Entry } from '@/ui/outbox/entry';
import { useEntry, useOurEntries } from '@/ui/outbox/Entering';
import { toast } from '@/ui/toast';
import type { DeskAct, DeskProps } from '@/areas/event/shared/contests/atDesk';

/**
 * A contest as this desk sees it: what the server has, and on it what was entered on this device and is not there yet. So a desk without
 * a line plays on by itself, by the same rules as the server.
 */
export function useDesk({ projectId, path, contest, entries, me, stop }: DeskProps) {
  const enter = useEntry();
  const ours = useOurEntries();
  const readAnew = useQuietRefresh();
  const [busy, setBusy] = useState(false);
  const local = useMemo(
    () =>
      ours.filter(
        (one) =>
          one.path === path &&
          one.state !== 'refused' &&
          (one.body.contestId === contest.id || one.body.does === 'stop' || one.body.does === 'lift') &&
          !entries.some(({ id }) => id === one.objectId),
      ),
    [ours, path, contest.id, entries],
  );
  const merged = useMemo(
    () => local.reduce<DeskEntry[]>((all, one) => withLocal(all, one, contest, me), entries),
    [local, entries, contest, me],
  );
  const stand = useMemo(() => standAt(asDesk(contest), merged), [contest, merged]);
  const called = local.findLast(
    ({ state, body }) => state === 'waiting' && (body.does === 'stop' || body.does === 'lift'),
  );
  // What was said here holds until the page knows of it, sent or not.
  const [said, setSaid] = useState<{ stopped: boolean; before: string | null } | null>(null);
  const known = stop?.id ?? null;
  const stopped =
    said?.before === known && said !== null ? said.stopped : called ? called.body.does === 'stop' : stop !== null;

  /** Hands an act to the outbox; says what became of it. */
  const act = async (what: DeskAct, title: string, done: string): Promise<boolean> => {
    setBusy(true);
    const id = newId();
    const body = { projectId, id, contestId: contest.id, ...what };
    const outcome = await enter({
      path,
      title: `${contest.name}: ${title}`,
      body,
      objectId: id,
      href: location.pathname + location.search,
    });
    setBusy(false);
    if (!outcome.ok) {
      toast.error(reasonOf(outcome));
      return false;
    }
    if (what.does === 'stop' || what.does === 'lift') setSaid({ stopped: what.does === 'stop', before: known });
    if (!isKept(outcome.result)) {
      toast.success(outcome.notes.length ? `${outcome.notes.join('. ')}.` : done);
      readAnew();
    }
    return true;
  };
  return {
    stand,
    entries: merged,
    stopped,
    act,
    busy,
    waiting: local.filter(({ state }) => state === 'waiting').length,
  };
}

/** The entries with one of this device, which the server judges anew when it comes; what can't be judged here changes nothing. */
function withLocal(
  all: DeskEntry[],
  { body, madeAt }: Entry,
  contest: DeskProps['contest'],
  me: DeskProps['me'],
): DeskEntry[] {
  const desk = asDesk(contest);
  const given = body as unknown as DeskAct & { id: string };
  const who = { by: me.id, byName: me.name };
  const at = new Date(madeAt).toISOString();
  try {
    if (given.does === 'confirm') return confirm(desk, all, given.of!, who);
    if (given.does === 'choose')
      return choose(desk, all, given.of!, { id: given.id, ...who, at, reason: given.reason ?? '' });
    if (given.does === 'stop' || given.does === 'lift') return all;
    return receive(desk, all, {
      id: given.id,
      does: given.does as DeskEntry['does'],
      match: given.match ?? null,
      ring: given.ring ?? null,
      a: given.a ?? null,
      b: given.b ?? null,
      team: given.winner ?? null,
      drawn: given.drawn ?? false,
      scores: given.scores ?? null,
      reason: given.reason ?? '',
      at,
      ...who,
    });
  } catch {
    return all;
  }
}
