import { openSheet, BUILD_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { unitName } from '@/core/format';
import { pool } from '@/db/connection';
import { readClassPage } from '@/areas/compliance/read/pages/class';
import { ClassView } from '@/areas/compliance/ui/pages/ClassView';

export default async function ClassPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/builds/class', props);
  const { figure: asked } = await props.searchParams;
  const found = await readClassPage(pool(), frame, { asked });
  const { figure, line, span } = found;

  return (
    <ProjectFrame
      shows={['bench', 'builds', 'calendar', 'requirements']}
      frame={frame}
      sheet="builds"
      name="Builds"
      view="builds/class"
      views={BUILD_VIEWS}
      title="Designs of the class"
      about={
        figure &&
        `${figure.name}, ${unitName(figure.unit)}, all on one scale from meeting ${span.from} to ${span.to}${line && `; the line is ${line}`}`
      }
    >
      <ClassView {...found} frame={frame} />
    </ProjectFrame>
  );
}
