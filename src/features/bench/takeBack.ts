/** The entry that takes a run back. */
export function takeBackEntry({
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
    path: '/api/v1/trials/take-back',
    title: `Take back ${title}`,
    body: { projectId, id, version },
    objectId: id,
  };
}
