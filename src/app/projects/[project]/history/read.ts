import { listChoices, listActors, listChanges, PAGE, listNames } from '@/shell/history/read';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';
import type { Search } from '@/areas/course';

/** What the page “History” shows. */
export async function readHistoryPage(sql: Sql, frame: Frame, { search }: { search: Search }) {
  const { project } = frame.seat;
  const text = (key: string) => (typeof search[key] === 'string' ? (search[key] as string).slice(0, 160) : '');
  const before = Number(text('before')) || null;
  const [choices, actors, found] = await Promise.all([
    listChoices(sql, project.id),
    listActors(sql, project.id),
    listChanges(sql, project.id, {
      kind: text('kind'),
      person: text('person'),
      team: frame.team?.id ?? null,
      before,
    }),
  ]);
  const changes = found.slice(0, PAGE);
  const names = await listNames(sql, project.id, changes);
  const older = new URLSearchParams({
    kind: text('kind'),
    person: text('person'),
    before: String(changes.at(-1)?.id ?? ''),
  });
  return { text, choices, actors, found, changes, names, older };
}
