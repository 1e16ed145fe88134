import { Frozen } from '@/areas/builds/ui/Frozen';
import { Nothing } from '@/ui/sheet/Sheet';
import { TeamDesign } from '@/areas/compliance/ui/designs/TeamDesign';
import { surveyed } from '@/areas/compliance/read/designs/surveyed';
import { hrefIn, type Place } from '@/areas/course';
import { withQuery } from '@/core/format';
import { IterationTable } from '@/areas/builds/ui/IterationTable';
import type { Iteration } from '@/areas/builds';
import { Link } from '@/ui/Link';
import type { readBuildsPage } from '@/areas/compliance/read/pages/builds';

type Props = Awaited<ReturnType<typeof readBuildsPage>> & { frame: Place; figure: string | string[] | undefined };

/** The content of the page “Builds”. */
export function BuildsView({ ids, all, designs, iterations, own, frozen, mayAdd, frame, figure }: Props) {
  const { teams, team } = frame;
  const add = mayAdd && teams.length > 0 && (
    <Link className="btn btn-go" href={hrefIn(frame, 'builds/new', { team: own?.id ?? null })}>
      New iteration{own ? ` of ${own.name}` : ''}
    </Link>
  );
  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function BuildsActions({ all, more, own, mayAdd, frame }: Props) {
  const { teams } = frame;
  const add = mayAdd && teams.length > 0 && (
    <Link className="btn btn-go" href={hrefIn(frame, 'builds/new', { team: own?.id ?? null })}>
      New iteration{own ? ` of ${own.name}` : ''}
    </Link>
  );
  return (
    <>
      {more > 0 && (
        <Link className="btn" href={withQuery(hrefIn(frame, 'builds'), { all: '1' })}>
          Show all {all.length}
        </Link>
      )}
      {add}
    </>
  );
}
