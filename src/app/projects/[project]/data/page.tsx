import { openSheet, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readDataPage } from './read';
import { DataView } from './DataView';

export default async function DataPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/data', props);
  const found = await readDataPage(pool(), frame);
  const { names } = found;

  return (
    <ProjectFrame
      shows={['accounts']}
      frame={frame}
      sheet="data"
      name="Data"
      about={`${plural(names, 'person', 'people')} by name`}
    >
      <DataView {...found} frame={frame} />
    </ProjectFrame>
  );
}
