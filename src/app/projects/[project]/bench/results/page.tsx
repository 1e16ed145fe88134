import { openSheet, BENCH_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readResultsPage } from './read';
import { ResultsView } from './ResultsView';

export default async function ResultsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/bench/results', props);
  const asked = await props.searchParams;
  const found = await readResultsPage(pool(), frame, { asked });
  const { protocol } = found;

  return (
    <ProjectFrame
      shows={['bench', 'builds', 'event', 'requirements']}
      frame={frame}
      sheet="bench"
      name="Bench"
      view="bench/results"
      views={BENCH_VIEWS}
      keeps={protocol && { quantity: protocol.quantityId }}
      title="Results"
      about={protocol && `${protocol.parameterName} in ${protocol.unit}, ${protocol.name}`}
    >
      <ResultsView {...found} frame={frame} />
    </ProjectFrame>
  );
}
