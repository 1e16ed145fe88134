import { openSheet, BUILD_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readPartsPage } from '@/areas/builds/read/pages/parts';
import { PartsView } from '@/areas/builds/ui/pages/PartsView';

export default async function PartsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/builds/parts', props);
  const found = await readPartsPage(pool(), frame);
  const { section, parts } = found;

  return (
    <ProjectFrame
      shows={['parts']}
      frame={frame}
      sheet="builds"
      name="Builds"
      view="builds/parts"
      views={BUILD_VIEWS}
      title="Shared build"
      about={section ? `section ${section.name}${parts.length ? `, ${plural(parts.length, 'part')}` : ''}` : undefined}
      byTeam={false}
    >
      <PartsView {...found} frame={frame} />
    </ProjectFrame>
  );
}
