'use client';

import { useRouter } from 'next/navigation';
import { useState, type ReactNode } from 'react';
import { toast } from '@/ui/toast';
import type { Outcome } from '@/server/outcome';
import { useReady } from './Ready';
import { attempt, isKept, reasonOf } from './attempt';

interface Props {
  act: (input: Record<string, unknown>) => Promise<Outcome<unknown>>;
  input: Record<string, unknown>;
  children: ReactNode;
  done: string;
  /** Asked before anything is done: says what is lost. The second press does it. */
  confirm?: string;
  className?: string;
  /** Shows what the answer holds, once (a new password, a new link). */
  reveal?: { key: string; label: string };
}

/** A button that does one thing on the server; with `confirm` it takes a second press. */
export function ActButton({ act, input, children, done, confirm, className, reveal }: Props) {
  const router = useRouter();
  const ready = useReady();
  const [asking, setAsking] = useState(false);
  const [busy, setBusy] = useState(false);
  const [shown, setShown] = useState<string | null>(null);
  const press = async () => {
    if (confirm && !asking) return setAsking(true);
    setBusy(true);
    const outcome = await attempt(() => act(input));
    setBusy(false);
    setAsking(false);
    if (!outcome.ok) return void toast.error(reasonOf(outcome));
    toast.success(isKept(outcome.result) ? `${outcome.notes.join('. ')}.` : done);
    if (reveal) setShown(String((outcome.result as Record<string, unknown>)[reveal.key]));
    router.refresh();
  };
  return (
    <span className="inline-flex flex-wrap items-center gap-2">
      <button type="button" className={className ?? 'btn'} onClick={press} disabled={busy || !ready}>
        {asking ? confirm : children}
      </button>
      {asking && (
        <button type="button" className="btn-text" onClick={() => setAsking(false)}>
          No
        </button>
      )}
      {shown && (
        <output className="callout">
          {reveal!.label} <b className="num select-all break-all">{shown}</b>
        </output>
      )}
    </span>
  );
}
