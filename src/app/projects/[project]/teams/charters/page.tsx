import { openSheet, teamViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readChartersPage } from './read';
import { ChartersView } from './ChartersView';

export default async function ChartersPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/teams/charters', props);
  const found = await readChartersPage(pool(), frame);
  const { leads } = found;
  const { role } = frame.seat;
  return (
    <ProjectFrame
      shows={['builds']}
      frame={frame}
      sheet="teams"
      name="Teams"
      view="teams/charters"
      views={teamViews(role)}
      title="Charters"
      about="what success means to a team, on several levels"
      byTeam={leads}
    >
      <ChartersView {...found} frame={frame} />
    </ProjectFrame>
  );
}
