import { Link } from '@/ui/Link';
import { readDesigns, surveyed } from '@/areas/compliance';
import { Frozen } from '@/areas/builds/ui/Frozen';
import { frozenFor, listIterations, type Iteration } from '@/areas/builds';
import { IterationTable } from '@/areas/builds/ui/IterationTable';
import { TeamDesign } from '@/areas/compliance/ui/designs/TeamDesign';
import { BUILD_VIEWS, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn, teamIdsIn } from '@/areas/course';
import { allowed, seesAll } from '@/server/access';
import { plural, withQuery } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function BuildsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/builds', props);
  const { seat, teams, section, team } = frame;
  const ids = teamIdsIn(teams, section?.id ?? null, team?.id ?? null);
  const all = (await listIterations(pool(), seat.project.id)).filter(
    (one) => ids.includes(one.teamId) && allowed(seat, 'iteration.read', one),
  );
  // Of many teams the newest; of one team, and when all are asked for, every one.
  const { all: every, figure } = await props.searchParams;
  const whole = team !== null || every !== undefined;
  const designs = team && all.length > 0 ? await readDesigns(pool(), seat.project.id) : null;
  const newest = newestFor(ids.length);
  const iterations = whole ? all : newestOf(all, newest);
  const more = all.length - iterations.length;
  const own = team ?? teams.find((one) => one.id === seat.teamId);
  const frozen = await frozenFor(pool(), seat, frame.today);
  const mayAdd = !frozen && (seesAll(seat) || (own && own.id === seat.teamId));
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
      about={
        all.length
          ? `${plural(all.length, 'iteration')}${more > 0 ? `, the newest ${newest === 1 ? '' : `${newest} `}of each team` : ''}`
          : undefined
      }
      actions={
        iterations.length > 0 && (
          <>
            {more > 0 && (
              <Link className="btn" href={withQuery(hrefIn(frame, 'builds'), { all: '1' })}>
                Show all {all.length}
              </Link>
            )}
            {add}
          </>
        )
      }
    >
      <Frozen since={frozen} />
      {iterations.length === 0 ? (
        <Nothing step={add}>
          Each step of a team’s design: what was changed and why, and what it weighs, measures and costs.
          {teams.length === 0 && ' Teams come first: paste a roster under Teams.'}
        </Nothing>
      ) : (
        <>
          {designs && (
            <TeamDesign
              team={team!.name}
              of={surveyed(frame, designs.iterations, all)}
              designs={designs}
              figureId={typeof figure === 'string' ? figure : undefined}
              href={(id) => hrefIn(frame, `builds/${id}`)}
              figureHref={(id) => withQuery(hrefIn(frame, 'builds'), { figure: id })}
            />
          )}
          <IterationTable
            teams={teams.filter((one) => ids.includes(one.id))}
            iterations={iterations}
            href={(id) => hrefIn(frame, `builds/${id}`)}
            earlier={(one) => {
              const of = (list: readonly Iteration[]) => list.filter(({ teamId }) => teamId === one.id).length;
              const hidden = of(all) - of(iterations);
              return hidden > 0 ? [hidden, hrefIn(frame, 'builds', { team: one.id })] : null;
            }}
          />
        </>
      )}
    </ProjectFrame>
  );
}

/** How many of each team are shown at first: three, and of many teams one, so that the sheet can still be read. */
const newestFor = (teams: number) => (teams > 30 ? 1 : 3);

/** The newest iterations of each team; they come by team and number. */
function newestOf(iterations: readonly Iteration[], newest: number): Iteration[] {
  return iterations.filter((one, i) => iterations[i + newest]?.teamId !== one.teamId);
}
