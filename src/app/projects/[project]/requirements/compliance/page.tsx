import { Link } from '@/ui/Link';
import { openSheet, ProjectFrame, requirementViews, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { ChooseIterations, Compliance, Unsettled } from '@/areas/compliance/ui/Compliance';
import { loadCompliance } from '@/areas/compliance';
import { PrintButton } from '@/ui/PrintButton';
import { plural, withQuery } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function CompliancePage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/requirements/compliance', props);
  const search = await props.searchParams;
  const chosen = [search.of ?? []].flat();
  const byMargin = search.sort === 'margin';
  const choosing = search.choose !== undefined;
  const { columns, season } = await loadCompliance(
    pool(),
    frame.seat,
    frame.teams,
    frame.section?.id ?? null,
    frame.team?.id ?? null,
    chosen,
  );
  const rows = columns[0]?.verdicts.length ?? 0;
  const keep = {
    ...(frame.section ? { section: frame.section.id } : {}),
    ...(frame.team ? { team: frame.team.id } : {}),
    ...(byMargin ? { sort: 'margin' } : {}),
  };
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'requirements']}
      frame={frame}
      sheet="requirements"
      name="Compliance"
      views={requirementViews(frame.seat.role)}
      view="requirements/compliance"
      about={
        rows
          ? `${plural(rows, 'requirement')}, ${chosen.length ? 'chosen iterations' : 'newest iteration of each team'}`
          : undefined
      }
      actions={
        rows > 0 && (
          <>
            {!choosing && columns.some(({ choices }) => choices.length > 1) && (
              <Link
                className="btn"
                href={withQuery(hrefIn(frame, 'requirements/compliance'), {
                  ...(byMargin ? { sort: 'margin' } : {}),
                  choose: '1',
                })}
              >
                Choose iterations
              </Link>
            )}
            <PrintButton />
          </>
        )
      }
    >
      {rows === 0 ? (
        <Nothing>
          Every requirement stands here against every team, once there are requirements with a limit and teams.
        </Nothing>
      ) : (
        <>
          {choosing && <ChooseIterations columns={columns} keep={keep} />}
          <Compliance columns={columns} season={season} byMargin={byMargin} href={(sheet) => hrefIn(frame, sheet)} />
          <Unsettled columns={columns} />
        </>
      )}
    </ProjectFrame>
  );
}
