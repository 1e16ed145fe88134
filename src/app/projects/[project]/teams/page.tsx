import { openSheet, teamViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readTeamsPage } from './read';
import { TeamsView, TeamsActions } from './TeamsView';

export default async function TeamsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/teams', props);
  const found = await readTeamsPage(pool(), frame);
  const { sees, here, teams } = found;
  const { role } = frame.seat;
  return (
    <ProjectFrame
      shows={['accounts', 'builds', 'concepts', 'forming']}
      frame={frame}
      sheet="teams"
      name="Teams"
      view="teams"
      views={teamViews(role)}
      about={here.length && sees ? `${plural(teams.length, 'team')}, ${plural(here.length, 'student')}` : undefined}
      actions={<TeamsActions {...found} frame={frame} />}
    >
      <TeamsView {...found} frame={frame} />
    </ProjectFrame>
  );
}
