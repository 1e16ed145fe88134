'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { attempt } from '@/ui/forms/attempt';
import { number } from '@/core/format';
import { toast } from '@/ui/toast';
import { arrangeQuestion } from '@/areas/brief/write/interview/actions';

/** The minutes of one question, saved on leaving the field. */
export function MinutesForm({
  minutes,
  share,
  ...base
}: {
  projectId: string;
  id: string;
  version: number;
  minutes: number | null;
  share: number;
}) {
  const router = useRouter();
  const first = minutes === null ? '' : String(minutes);
  const [text, setText] = useState(first);
  const save = async () => {
    if (text === first) return;
    const outcome = await attempt(() => arrangeQuestion({ ...base, minutes: text }));
    if (!outcome.ok) return void toast.error(outcome.errors?.minutes ?? outcome.message);
    router.refresh();
  };
  return (
    <label className="flex items-center gap-1">
      minutes
      <input
        className="num !w-14 !min-h-0 !py-0.5 right"
        inputMode="decimal"
        value={text}
        placeholder={number(share, 1)}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => void save()}
        onKeyDown={(e) => e.key === 'Enter' && void save()}
      />
    </label>
  );
}
