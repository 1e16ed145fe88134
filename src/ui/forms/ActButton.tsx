'use client';

import { useRouter } from 'next/navigation';
import { useState, type ReactNode } from 'react';
import { toast } from '@/ui/toast';
import type { Outcome } from '@/server/outcome';
import { ButtonWords } from '@/ui/kit/ButtonWords';
import { useAsk } from '@/ui/kit/useAsk';
import { useReady } from './Ready';
import { attempt, doneWords, reasonOf } from './attempt';

interface Props {
  act: (input: Record<string, unknown>) => Promise<Outcome<unknown>>;
  input: Record<string, unknown>;
  children: ReactNode;
  /** Before the words; of `ui/kit/icons`. */
  icon?: ReactNode;
  /** What a short label is about, for those who hear the button without the row it stands in. */
  of?: string;
  done: string;
  /** Asked before anything is done: a question that says what is lost. */
  confirm?: string;
  className?: string;
  /** Where to go afterwards, when what the page is about is gone. */
  then?: string;
  /** What an instructor removes here can be restored: the remark says so. */
  undo?: boolean;
  /** Shows what the answer holds, once (a new password, a new link). */
  reveal?: { key: string; label: string };
}

/** A button that does one thing on the server; with `confirm` it asks first. */
export function ActButton({ act, input, children, icon, of, done, confirm, className, then, undo, reveal }: Props) {
  const router = useRouter();
  const ready = useReady();
  const { ask, asked } = useAsk(false);
  const [busy, setBusy] = useState(false);
  const [shown, setShown] = useState<string | null>(null);
  const press = () => (confirm ? ask({ title: confirm, label: labelOf(children) }, () => void run()) : void run());
  const run = async () => {
    setBusy(true);
    const outcome = await attempt(() => act(input));
    setBusy(false);
    if (!outcome.ok) return void toast.error(reasonOf(outcome));
    const restore = `/projects/${String(input.projectId)}/history/put-back?act=${String(input.id)}`;
    toast.success(doneWords(outcome, done), undo ? restore : undefined);
    if (reveal) setShown(String((outcome.result as Record<string, unknown>)[reveal.key]));
    if (then) router.push(then);
    else router.refresh();
  };
  return (
    <span className="inline-flex flex-wrap items-center gap-2">
      <button type="button" className={className ?? 'btn'} onClick={press} disabled={busy || !ready}>
        <ButtonWords icon={icon} of={of}>
          {children}
        </ButtonWords>
      </button>
      {asked}
      {shown && (
        <output className="callout">
          {reveal!.label} <b className="num select-all break-all">{shown}</b>
        </output>
      )}
    </span>
  );
}

/** The button's own words, as those of the answer that does it. */
function labelOf(children: ReactNode): string {
  const words = (Array.isArray(children) ? children : [children]).map(String).join('');
  return words.charAt(0).toUpperCase() + words.slice(1);
}
