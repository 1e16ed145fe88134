import { openSheet, BUILD_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { teamIdsIn } from '@/areas/course';
import { allowed } from '@/server/access';
import { PrintButton } from '@/ui/PrintButton';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readTeamSheetPage } from './read';
import { TeamSheetView } from './TeamSheetView';

const MOST_AT_ONCE = 12;

/** Each team's design on one printed page: lineage, figures, requirements, results with their arithmetic. */
export default async function TeamSheetPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/builds/sheet', props);
  const { seat, teams, section, team } = frame;
  const ids = teamIdsIn(teams, section?.id ?? null, team?.id ?? null);
  const here = teams.filter((one) => ids.includes(one.id) && allowed(seat, 'run.read', { teamId: one.id }));
  // Of many teams one is chosen first: all their pages are a print run of their own.
  const many = here.length > MOST_AT_ONCE && !team && (await props.searchParams).all === undefined;
  const found = await readTeamSheetPage(pool(), frame, { here, many });
  const { shown } = found;

  return (
    <ProjectFrame
      shows={['bench', 'builds', 'event', 'requirements']}
      frame={frame}
      sheet="builds"
      name="Builds"
      view="builds/sheet"
      views={BUILD_VIEWS}
      title="Team pages"
      about="one printed page for each team"
      actions={shown.length > 0 && <PrintButton>Print {plural(shown.length, 'page')}</PrintButton>}
    >
      <TeamSheetView {...found} frame={frame} here={here} many={many} />
    </ProjectFrame>
  );
}
