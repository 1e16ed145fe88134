import { openSheet, BUILD_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readMaterialsPage } from '@/areas/builds/read/pages/materials';
import { MaterialsView, MaterialsActions } from '@/areas/builds/ui/pages/MaterialsView';

export default async function MaterialsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/builds/materials', props);
  const found = await readMaterialsPage(pool(), frame);
  const { team, materials, leads } = found;

  return (
    <ProjectFrame
      shows={['builds', 'calendar']}
      frame={frame}
      sheet="builds"
      name="Builds"
      view="builds/materials"
      views={BUILD_VIEWS}
      title="Materials"
      about={
        materials.length
          ? `${plural(materials.length, 'material')}; used by ${team ? team.name : 'the class'}`
          : undefined
      }
      actions={leads && <MaterialsActions {...found} frame={frame} />}
    >
      <MaterialsView {...found} frame={frame} />
    </ProjectFrame>
  );
}
