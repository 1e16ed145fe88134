'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { attempt } from '@/ui/forms/attempt';
import { toast } from '@/ui/toast';
import { setAbsent } from '@/areas/plan/write/actions';

/** A student's name; pressed when they are away today. */
export function AbsentButton(props: {
  projectId: string;
  accountId: string;
  day: string;
  name: string;
  absent: boolean;
}) {
  const { name, absent, ...place } = props;
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const press = async () => {
    setBusy(true);
    const outcome = await attempt(() => setAbsent({ ...place, absent: !absent }));
    setBusy(false);
    if (!outcome.ok) toast.error(outcome.message);
    router.refresh();
  };
  return (
    <button
      type="button"
      className={`btn !min-h-8 !px-2 print:!min-h-0 print:!border-0 print:!py-0 print:!text-[13px] print:!leading-5 ${absent ? 'line-through !text-brick !border-brick' : '!border-rule'}`}
      aria-pressed={absent}
      aria-label={`${name} is away`}
      disabled={busy}
      onClick={() => void press()}
    >
      {name}
    </button>
  );
}
