import { openSheet, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readHistoryPage } from './read';
import { HistoryView } from './HistoryView';

export default async function HistoryPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/history', props);
  const search = await props.searchParams;
  const found = await readHistoryPage(pool(), frame, { search });

  const { project } = frame.seat;
  return (
    <ProjectFrame
      shows="all"
      frame={frame}
      sheet="history"
      name="History"
      about={`times of ${project.timeZone.replaceAll('_', ' ')}`}
    >
      <HistoryView {...found} frame={frame} />
    </ProjectFrame>
  );
}
