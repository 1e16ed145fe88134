'use client';

import { useRouter } from 'next/navigation';
import { ActButton } from '@/ui/forms/ActButton';
import type { Outcome } from '@/server/outcome';
import { putBack } from './actions';

/** Does what the plan above it shows. */
export function PutBackButton({
  back,
  ...input
}: {
  projectId: string;
  selection: object;
  fingerprint: string;
  back: string;
}) {
  const router = useRouter();
  const act = async (given: Record<string, unknown>): Promise<Outcome<unknown>> => {
    const outcome = await putBack(given);
    if (outcome.ok) router.push(back);
    return outcome;
  };
  return (
    <ActButton act={act} input={input} done="Restored. The history shows this too." className="btn btn-go">
      Restore
    </ActButton>
  );
}
