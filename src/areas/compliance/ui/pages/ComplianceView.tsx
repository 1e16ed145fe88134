import { Nothing } from '@/ui/sheet/Sheet';
import { ChooseIterations, Compliance, Unsettled } from '@/areas/compliance/ui/Compliance';
import { hrefIn, type Place } from '@/areas/course';
import { Link } from '@/ui/Link';
import { withQuery } from '@/core/format';
import { PrintButton } from '@/ui/PrintButton';
import type { readCompliancePage } from '@/areas/compliance/read/pages/compliance';

type Props = Awaited<ReturnType<typeof readCompliancePage>> & { frame: Place };

/** The content of the page “Compliance”. */
export function ComplianceView({ byMargin, choosing, columns, season, rows, keep, frame }: Props) {
  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function ComplianceActions({ byMargin, choosing, columns, frame }: Props) {
  return (
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
  );
}
