import { openSheet, BUILD_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readFeaturesPage } from '@/areas/compliance/read/pages/features';
import { FeaturesView } from '@/areas/compliance/ui/pages/FeaturesView';

export default async function FeaturesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/builds/features', props);
  const found = await readFeaturesPage(pool(), frame);
  const { rows } = found;

  return (
    <ProjectFrame
      shows={['builds', 'requirements']}
      frame={frame}
      sheet="builds"
      name="Builds"
      view="builds/features"
      views={BUILD_VIEWS}
      title="Features"
      about={rows.length ? plural(rows.length, 'feature') : undefined}
    >
      <FeaturesView {...found} frame={frame} />
    </ProjectFrame>
  );
}
