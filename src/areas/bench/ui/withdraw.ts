import type { Question } from '@/ui/kit/Ask';

/** What is asked before an attempt is withdrawn. */
export const WHY_WITHDRAWN = (title: string): Question => ({
  title: `Withdraw ${title}?`,
  says: 'Its number is free again. The team and your instructor will read why.',
  reasons: [
    'Typing error',
    'Entered for the wrong team',
    'Something disturbed the run; it is repeated',
    'The rules were not kept',
  ],
  label: 'Withdraw attempt',
});

/** The entry that withdraws a run; of an attempt with the reason. */
export function withdrawEntry({
  projectId,
  id,
  version,
  title,
  path = '/api/v1/runs',
  reason = '',
}: {
  /** Where runs are sent. */
  path?: string;
  reason?: string;
  projectId: string;
  id: string;
  version: number;
  title: string;
}) {
  return {
    path: `${path}/withdraw`,
    title: `Withdraw ${title}`,
    body: { projectId, id, version, reason },
    objectId: id,
  };
}
