'use client';

import { useRouter } from 'next/navigation';
import type { Entry } from '@/ui/outbox/entry';
import { useEntry } from '@/ui/outbox/Entering';
import { dropEntry } from '@/ui/outbox/store';
import { doneWords, reasonOf } from '@/ui/forms/attempt';
import { toast } from '@/ui/toast';
import { useAsk } from '@/ui/kit/useAsk';
import { WHY_WITHDRAWN, withdrawEntry } from './withdraw';

export interface Saved {
  id: string;
  version: number;
  text: string;
  value: string;
  /** It counts in the event. */
  attempt: boolean;
  /** Whether whoever looks may withdraw it. */
  withdraws: boolean;
}

/** What was just entered, newest first: still on this device, then what the server has. Each can be withdrawn. */
export function LastRuns({
  projectId,
  path,
  event,
  local,
  last,
  entries,
}: {
  projectId: string;
  /** Where runs are sent. */
  path: string;
  /** Its name need not stand in every line. */
  event: string;
  local: Entry[];
  last: Saved[];
  entries: Entry[];
}) {
  const router = useRouter();
  const enter = useEntry();
  const goingBack = new Set(
    entries.filter((one) => one.path.endsWith('/withdraw') && one.state !== 'refused').map((one) => one.objectId),
  );
  const { ask, asked } = useAsk();
  const withdraw = async (run: Saved, reason = '') => {
    const { id, version, attempt } = run;
    const title = `${run.text}: ${run.value}`;
    if (attempt && !reason) return ask(WHY_WITHDRAWN(title), (why) => void withdraw(run, why));
    const outcome = await enter(withdrawEntry({ projectId, id, version, title, path, reason }));
    if (!outcome.ok) toast.error(reasonOf(outcome));
    else toast.success(doneWords(outcome, attempt ? 'Withdrawn. Its number is free again.' : 'Withdrawn.'));
    router.refresh();
  };
  const drop = async (run: Entry) => {
    const pictures = entries.filter((one) => one.picture && one.body.objectId === run.objectId);
    await Promise.all([run, ...pictures].map((one) => dropEntry(one.id)));
    toast.success('Withdrawn before it was sent.');
  };
  return (
    <ul className="mx-3.5 my-2 text-sm" aria-label="Runs just saved">
      {[...local].reverse().map((run) => (
        <Line
          key={run.id}
          text={run.title.replace(`${event}, `, '')}
          value={run.state === 'sent' ? 'sent' : 'waiting'}
          ochre={run.state !== 'sent'}
        >
          {run.state === 'waiting' && (
            <button
              className="btn-text whitespace-nowrap"
              onClick={() => void drop(run)}
              aria-label={`Withdraw ${run.title}`}
            >
              withdraw
            </button>
          )}
        </Line>
      ))}
      {last
        .filter((run) => !goingBack.has(run.id))
        .map((run) => (
          <Line key={run.id} text={run.text} value={run.value}>
            {run.withdraws && (
              <button
                className="btn-text whitespace-nowrap"
                onClick={() => void withdraw(run)}
                aria-label={`Withdraw ${run.text}`}
              >
                withdraw
              </button>
            )}
          </Line>
        ))}
      {asked}
    </ul>
  );
}

function Line({
  text,
  value,
  ochre,
  children,
}: {
  text: string;
  value: string;
  ochre?: boolean;
  children: React.ReactNode;
}) {
  return (
    <li className="flex gap-4 py-1 border-b border-hair">
      <span className="faint grow">{text}</span>
      <span className={`num right whitespace-nowrap ${ochre ? 'text-ochre' : ''}`}>{value}</span>
      {children}
    </li>
  );
}
