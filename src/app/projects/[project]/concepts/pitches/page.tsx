import { openSheet, CONCEPT_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readPitchesPage } from '@/areas/concepts/read/pages/pitches';
import { PitchesView } from '@/areas/concepts/ui/pages/PitchesView';

export default async function PitchesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/concepts/pitches', props);
  const { pitch } = await props.searchParams;
  const found = await readPitchesPage(pool(), frame, { pitch });
  const { section } = found;

  return (
    <ProjectFrame
      shows={['concepts', 'draws']}
      frame={frame}
      sheet="concepts"
      name="Concepts"
      view="concepts/pitches"
      views={CONCEPT_VIEWS}
      title="Pitches"
      about={section ? `section ${section.name}` : undefined}
      byTeam={false}
    >
      <PitchesView {...found} frame={frame} />
    </ProjectFrame>
  );
}
