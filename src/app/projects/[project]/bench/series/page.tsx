import { openSheet, BENCH_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readSeriesPage } from './read';
import { SeriesView } from './SeriesView';

export default async function SeriesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/bench/series', props);
  const asked = await props.searchParams;
  const found = await readSeriesPage(pool(), frame, { asked });
  const { chosen, shown } = found;

  return (
    <ProjectFrame
      shows={['bench', 'builds', 'event', 'requirements']}
      frame={frame}
      sheet="bench"
      name="Bench"
      view="bench/series"
      views={BENCH_VIEWS}
      keeps={chosen && { quantity: chosen.protocol.quantityId, setting: chosen.setting.name }}
      title={shown && chosen ? `${shown.name} over ${chosen.setting.name}` : 'Series'}
      about={chosen && `${chosen.protocol.parameterName} in ${chosen.protocol.unit}, ${chosen.protocol.name}`}
    >
      <SeriesView {...found} frame={frame} asked={asked} />
    </ProjectFrame>
  );
}
