import { openSheet, teamViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readFormingPage } from './read';
import { FormingView } from './FormingView';

export default async function FormingPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/teams/forming', props);
  const found = await readFormingPage(pool(), frame);
  const { section, students } = found;
  const { role } = frame.seat;
  return (
    <ProjectFrame
      shows={['concepts', 'forming']}
      frame={frame}
      sheet="teams"
      name="Teams"
      view="teams/forming"
      views={teamViews(role)}
      title="Forming teams"
      about={section && `section ${section.name}, ${plural(students.length, 'student')}; seen by instructors alone`}
      byTeam={false}
    >
      <FormingView {...found} />
    </ProjectFrame>
  );
}
