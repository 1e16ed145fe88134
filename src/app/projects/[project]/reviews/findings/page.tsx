import { Link } from '@/ui/Link';
import { tagColour } from '@/ui/colours';
import { Nothing, TeamTag } from '@/ui/sheet/Sheet';
import { PrintButton } from '@/ui/PrintButton';
import { allowed, seesAll } from '@/server/access';
import { ActionList } from '@/areas/course/ui/ActionList';
import { openSheet, ProjectFrame, reviewViews, type SheetProps } from '@/shell/frame';
import { hrefIn, listStudents, teamIdsIn } from '@/areas/course';
import { FindingList } from '@/areas/reviews/ui/FindingList';
import { RecurringList } from '@/areas/reviews/ui/RecurringList';
import {
  classFindings,
  meetingsSince,
  listEvidence,
  findReviewRule,
  isOpen,
  listFindings,
  listReviewActions,
  listReviews,
  standingOnly,
} from '@/areas/reviews';
import { number, plural, shortName, withQuery } from '@/core/format';
import { pool } from '@/db/connection';

/** So many open findings of a class are shown at first, what must be mended before the rest. */
const MOST = 50;

export default async function FindingsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/reviews/findings', props);
  const { seat, today } = frame;
  const { project, role, teamId } = seat;
  const sees = seesAll(seat);
  const ids = sees ? teamIdsIn(frame.teams, frame.section?.id ?? null, frame.team?.id ?? null) : teamId ? [teamId] : [];
  const [reviews, findings, rule, students, actions] = await Promise.all([
    listReviews(pool(), project.id),
    listFindings(pool(), project.id),
    findReviewRule(pool(), project.id),
    listStudents(pool(), project.id),
    listReviewActions(pool(), project.id),
  ]);
  const teams = frame.teams.filter(({ id }) => ids.includes(id));
  const own = standingOnly(findings).filter(
    ({ teamId: of, released }) => ids.includes(of) && allowed(seat, 'finding.read', { teamId: of, released }),
  );
  const whole = classFindings(sees ? findings : own, teams);
  const sectionOf = (id: string) =>
    frame.sections.find((section) => section.id === frame.teams.find((team) => team.id === id)?.sectionId);
  const order = [...own].sort(
    (a, b) => Number(isOpen(b)) - Number(isOpen(a)) || (a.kind === b.kind ? 0 : rank(a.kind) - rank(b.kind)),
  );
  const shownActions = actions.filter((one) => one.teamId !== null && ids.includes(one.teamId));
  const tag = (id: string) => {
    const team = frame.teams.find((one) => one.id === id);
    return team ? <TeamTag name={team.name} colour={tagColour(team.colour)} /> : null;
  };
  const open = own.filter(isOpen).length;
  const search = await props.searchParams;
  // Of a whole class what is open comes first; the rest is looked at when it is asked for.
  const every = !sees || frame.team !== null || search.all !== undefined;
  const shown = every ? order : order.filter(isOpen).slice(0, MOST);
  const [, form, named] = /^(close|owner)-([0-9a-f-]{36})$/.exec(String(search.panel ?? '')) ?? [];
  const opened = form ? own.find(({ id }) => id === named) : undefined;
  const evidence = form === 'close' && opened ? await listEvidence(pool(), project.id, opened.teamId) : [];
  return (
    <ProjectFrame
      shows={['builds', 'bench', 'calendar', 'plan', 'reviews']}
      frame={frame}
      sheet="reviews"
      name="Reviews"
      view="reviews/findings"
      views={reviewViews(role)}
      title={sees ? 'Findings of the class' : 'Findings'}
      byTeam={sees}
      about={own.length > 0 ? `${open} open of ${plural(own.length, 'finding')}` : undefined}
      actions={own.length > 0 && <PrintButton />}
    >
      {own.length === 0 && shownActions.length === 0 && (
        <Nothing>
          {sees
            ? 'What panels find in reviews stands here until it is mended.'
            : 'What your instructor releases of your reviews stands here until you have mended it.'}
        </Nothing>
      )}
      {sees && (
        <RecurringList
          recurring={whole.recurring}
          teams={teams.length}
          nameOf={(id) => frame.teams.find((one) => one.id === id)?.name ?? 'a team'}
        />
      )}
      {own.length > 0 && (
        <FindingList
          seat={seat}
          findings={shown}
          open={opened ? { form: form as 'close', id: opened.id } : null}
          hrefOf={(of, id) =>
            withQuery(hrefIn(frame, 'reviews/findings'), {
              ...(search.all === undefined ? {} : { all: 1 }),
              panel: `${of}-${id}`,
            })
          }
          rule={rule}
          membersOf={(id) =>
            students
              .filter((one) => one.teamId === id)
              .map(({ accountId, name }) => [accountId, shortName(name)] as const)
          }
          evidence={evidence.map((one) => [`${one.kind}:${one.id}`, one.label] as const)}
          ageOf={(one) => meetingsSince(sectionOf(one.teamId), one.madeOn, today)}
          teamOf={tag}
          reviewOf={(one) => (
            <Link href={hrefIn(frame, `reviews/${one.reviewId}/${one.slotId}/minutes`)} className="underline">
              {reviews.find(({ id }) => id === one.reviewId)?.name}
            </Link>
          )}
        />
      )}
      {!every && shown.length < own.length && (
        <p className="mt-2 no-print">
          <Link href={withQuery(hrefIn(frame, 'reviews/findings'), { all: 1 })}>
            Show {plural(own.length - shown.length, 'more finding')}
          </Link>
        </p>
      )}
      {shownActions.length > 0 && (
        <section className="mt-5" aria-label="Actions">
          <h2 className="mb-1">Actions from reviews</h2>
          {teams
            .filter((team) => shownActions.some((one) => one.teamId === team.id))
            .map((team) => (
              <div key={team.id} className="grid grid-cols-[84px_1fr] gap-x-2.5">
                <span className="pt-1.5">{tag(team.id)}</span>
                <ActionList
                  seat={seat}
                  teamId={team.id}
                  actions={shownActions.filter((one) => one.teamId === team.id)}
                  today={today}
                />
              </div>
            ))}
        </section>
      )}
      {own.length > 0 && (
        <section className="mt-5" aria-label="Mended of what was found">
          <h2 className="mb-1">Mended of what was found, over all reviews</h2>
          <table className="!w-auto">
            <thead>
              <tr>
                <th>Team</th>
                <th className="right">Found</th>
                <th className="right">Mended</th>
                <th className="right">Settled</th>
                <th className="right">Open</th>
                <th className="right">Share</th>
              </tr>
            </thead>
            <tbody>
              {whole.mended
                .filter(({ mended }) => mended.found > 0)
                .map(({ team, mended }) => (
                  <tr key={team.id}>
                    <td>{tag(team.id)}</td>
                    <td className="num right">{mended.found}</td>
                    <td className="num right">{mended.mended}</td>
                    <td className="num right">{mended.settled}</td>
                    <td className="num right">{mended.open}</td>
                    <td className="num right">{number(mended.share! * 100, 2)} %</td>
                  </tr>
                ))}
            </tbody>
          </table>
          <p className="text-sm faint">
            Mended: closed with an iteration, a run or a picture. Settled: closed with a reason alone. Notes and praise
            don’t count.
          </p>
        </section>
      )}
    </ProjectFrame>
  );
}

const rank = (kind: string) => ['must', 'should', 'note', 'good'].indexOf(kind);
