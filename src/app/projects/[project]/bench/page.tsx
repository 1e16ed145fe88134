import { openSheet, BENCH_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readBenchPage } from '@/areas/bench/read/pages/bench';
import { BenchView, BenchActions } from '@/areas/bench/ui/pages/BenchView';

export default async function BenchPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/bench', props);
  const found = await readBenchPage(pool(), frame);

  return (
    <ProjectFrame
      shows={['bench', 'builds', 'event', 'requirements', 'safety']}
      frame={frame}
      sheet="bench"
      name="Bench"
      views={BENCH_VIEWS}
      about="protocols, instruments and runs"
      actions={<BenchActions {...found} frame={frame} />}
    >
      <BenchView {...found} frame={frame} />
    </ProjectFrame>
  );
}
