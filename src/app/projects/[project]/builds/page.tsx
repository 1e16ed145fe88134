import { Link } from '@/ui/Link';
import { IterationTable } from '@/features/builds/IterationTable';
import { BUILD_VIEWS, hrefIn, openSheet, ProjectFrame, type SheetProps } from '@/features/frame';
import { allowed } from '@/server/access';
import { teamIdsIn } from '@/domain/classes/read';
import { listIterations } from '@/domain/builds/read';
import { plural } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function BuildsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/builds', props);
  const { seat, teams, section, team } = frame;
  const ids = teamIdsIn(teams, section?.id ?? null, team?.id ?? null);
  const iterations = (await listIterations(pool(), seat.project.id)).filter(
    (one) => ids.includes(one.teamId) && allowed(seat, 'iteration.read', one),
  );
  const own = team ?? teams.find((one) => one.id === seat.teamId);
  const mayAdd = seat.role === 'instructor' || (own && own.id === seat.teamId);
  const add = mayAdd && teams.length > 0 && (
    <Link className="btn btn-go" href={hrefIn(frame, 'builds/new', { team: own?.id ?? null })}>
      New iteration{own ? ` of ${own.name}` : ''}
    </Link>
  );
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'requirements']}
      frame={frame}
      sheet="builds"
      name="Builds"
      view="builds"
      views={BUILD_VIEWS}
      about={iterations.length ? plural(iterations.length, 'iteration') : undefined}
      actions={iterations.length ? add : undefined}
    >
      {iterations.length === 0 ? (
        <Nothing step={add}>
          Each step of a team’s design: what was changed and why, and what it weighs, measures and costs.
          {teams.length === 0 && ' Teams come first: paste a roster under Teams.'}
        </Nothing>
      ) : (
        <IterationTable
          teams={teams.filter((one) => ids.includes(one.id))}
          iterations={iterations}
          href={(id) => hrefIn(frame, `builds/${id}`)}
        />
      )}
    </ProjectFrame>
  );
}
