/** The entry that takes a run back. */
export function withdrawEntry({
  projectId,
  id,
  version,
  title,
}: {
  projectId: string;
  id: string;
  version: number;
  title: string;
}) {
  return {
    path: '/api/v1/runs/withdraw',
    title: `Withdraw ${title}`,
    body: { projectId, id, version },
    objectId: id,
  };
}
