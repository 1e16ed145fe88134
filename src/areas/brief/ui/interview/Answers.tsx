'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { attempt } from '@/ui/forms/attempt';
import { toast } from '@/ui/toast';
import { saveStatement } from '@/areas/brief/write/interview/actions';
import { withQuery } from '@/core/format';

/** What is selected at present, and the answer it lies in; more than one answer when the selection runs across. */
interface Selected {
  text: string;
  answerId: string | null;
}

/**
 * Answers whose sentences can be selected: what is selected becomes the source of a new requirement. Works with mouse,
 * touch and keyboard; without any selection each answer has a button for the whole of it.
 */
export function Selectable({
  projectId,
  makeHref,
  children,
}: {
  projectId: string;
  makeHref: string;
  children: ReactNode;
}) {
  const box = useRef<HTMLDivElement>(null);
  const router = useRouter();
  const [selected, setSelected] = useState<Selected | null>(null);
  const [busy, setBusy] = useState(false);
  useEffect(() => {
    const read = () => setSelected(readSelection(box.current));
    document.addEventListener('selectionchange', read);
    return () => document.removeEventListener('selectionchange', read);
  }, []);
  const make = async () => {
    if (!selected) return;
    if (!selected.answerId) return void toast.error('This runs across two answers. Select within one of them.');
    setBusy(true);
    const outcome = await attempt(() =>
      saveStatement({ projectId, answerId: selected.answerId, sentence: selected.text }),
    );
    setBusy(false);
    if (!outcome.ok) return void toast.error(outcome.errors?.sentence ?? outcome.message);
    router.push(withQuery(makeHref, { statement: outcome.result.id }));
  };
  return (
    <div ref={box}>
      <div className="sticky top-0 z-10 bg-sheet py-1.5 mb-2 border-b border-hair flex flex-wrap gap-3 items-center no-print">
        <button
          type="button"
          className="btn btn-go"
          disabled={!selected || busy}
          onMouseDown={(e) => e.preventDefault()}
          onClick={() => void make()}
        >
          Make a requirement from the selected words
        </button>
        <span className="text-sm faint min-w-0 sm:truncate">
          {selected
            ? `“${selected.text.slice(0, 90)}”`
            : 'Select a sentence of an answer; it stays attached as the source.'}
        </span>
      </div>
      {children}
    </div>
  );
}

function readSelection(box: HTMLElement | null): Selected | null {
  const selection = document.getSelection();
  const text = selection?.toString().trim() ?? '';
  if (!box || !selection || selection.rangeCount === 0 || text.length < 3) return null;
  const answerOf = (node: Node | null) =>
    (node instanceof Element ? node : node?.parentElement)?.closest<HTMLElement>('[data-answer]') ?? null;
  const [from, to] = [answerOf(selection.anchorNode), answerOf(selection.focusNode)];
  if (!from || !box.contains(from)) return null;
  return { text, answerId: from === to ? from.dataset.answer! : null };
}
