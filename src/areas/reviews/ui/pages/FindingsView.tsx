import { Nothing, TeamTag } from '@/ui/sheet/Sheet';
import { RecurringList } from '@/areas/reviews/ui/RecurringList';
import { FindingList } from '@/areas/reviews/ui/FindingList';
import { withQuery, shortName, plural, number } from '@/core/format';
import { hrefIn, type Place, type Search } from '@/areas/course';
import { meetingsSince } from '@/areas/reviews/read/classFindings';
import { Link } from '@/ui/Link';
import { ActionList } from '@/areas/course/ui/ActionList';
import { tagColour } from '@/ui/colours';
import type { readFindingsPage } from '@/areas/reviews/read/pages/findings';

type Props = Awaited<ReturnType<typeof readFindingsPage>> & { frame: Place; search: Search };

/** The content of the page “Findings”. */
export function FindingsView({
  sees,
  reviews,
  rule,
  students,
  teams,
  own,
  whole,
  shownActions,
  every,
  shown,
  form,
  opened,
  evidence,
  frame,
  search,
}: Props) {
  const { seat, today } = frame;
  const sectionOf = (id: string) =>
    frame.sections.find((section) => section.id === frame.teams.find((team) => team.id === id)?.sectionId);
  const tag = (id: string) => {
    const team = frame.teams.find((one) => one.id === id);
    return team ? <TeamTag name={team.name} colour={tagColour(team.colour)} /> : null;
  };
  return (
    <>
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
    </>
  );
}
