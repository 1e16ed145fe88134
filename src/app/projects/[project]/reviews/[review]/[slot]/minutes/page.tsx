import { Link } from '@/ui/Link';
import { Nothing } from '@/ui/sheet/Sheet';
import { CHANGE } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { PrintButton } from '@/ui/PrintButton';
import { allowed, seesAll } from '@/server/access';
import { momentHere } from '@/server/clock';
import { ActionList } from '@/areas/course/ui/ActionList';
import { ProjectFrame, reviewViews, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { AnswerForm } from '@/areas/reviews/ui/FindingForms';
import { openSlot } from '@/app/projects/[project]/reviews/[review]/[slot]/openSlot';
import { SlotViews } from '@/areas/reviews/ui/SlotViews';
import { FINDING_TONE, FINDING_WORD, REVIEW_VERDICT, VERDICT_TONE } from '@/areas/reviews/ui/words';
import { listOpinions, FINDING_KINDS, listFindings, listNotes, listReviewActions, standingOnly } from '@/areas/reviews';
import { day, moment, shortName, upperFirst, weekday } from '@/core/format';
import { pool } from '@/db/connection';

export default async function MinutesPage(props: SheetProps<{ review: string; slot: string }>) {
  const { frame, review, slot, team, at, hrefOf, released } = await openSlot(
    pool(),
    '/projects/[project]/reviews/[review]/[slot]/minutes',
    props,
  );
  const { seat, today } = frame;
  const { project } = seat;
  const target = { teamId: team.id, released };
  const reads = allowed(seat, 'finding.read', target);
  const [all, allNotes, allActions, opinions] = reads
    ? await Promise.all([
        listFindings(pool(), project.id),
        listNotes(pool(), project.id),
        listReviewActions(pool(), project.id),
        listOpinions(pool(), project.id),
      ])
    : [[], [], [], []];
  const findings = standingOnly(all).filter((one) => one.slotId === slot.id);
  const notes = allNotes.filter((one) => one.slotId === slot.id);
  const actions = allActions.filter((one) => one.slotId === slot.id);
  const said = opinions.filter((one) => one.slotId === slot.id);
  const authors = [
    ...new Set([...findings.flatMap((one) => [one.author, ...one.also]), ...notes.map((one) => one.author)]),
  ];
  const local = (instant: string) => moment(momentHere(project, new Date(instant)));
  return (
    <ProjectFrame
      shows={['plan', 'reviews']}
      frame={frame}
      sheet="reviews"
      name="Reviews"
      view="reviews"
      views={reviewViews(seat.role)}
      title={`Minutes: ${team.name}, ${review.name}`}
      byTeam={false}
      about={[
        slot.begunAt ? `began ${local(slot.begunAt)}` : at ? `planned for ${weekday(at.date)} ${at.start}` : 'not held',
        slot.endedAt && `ended ${local(slot.endedAt)}`,
        authors.length > 0 && `noted by ${authors.join(', ')}`,
      ]
        .filter(Boolean)
        .join(' · ')}
      actions={
        <>
          {seesAll(seat) && (
            <Link className="btn" href={`${hrefIn(frame, `reviews/${review.id}/room`)}`}>
              Room
            </Link>
          )}
          <PrintButton>Print minutes</PrintButton>
        </>
      }
    >
      <SlotViews hrefOf={hrefOf} at="minutes" unveiling={review.kind.purpose === 'unveiling'} />
      {!reads && <Nothing>Your instructor releases what the panel found; until then it isn’t shown.</Nothing>}
      {reads && (
        <div className="flex flex-col gap-4 max-w-4xl">
          <section aria-label="Verdict">
            <p className="text-lg">
              Verdict:{' '}
              {slot.verdict ? (
                <b className={VERDICT_TONE[slot.verdict]}>{REVIEW_VERDICT[slot.verdict]}</b>
              ) : (
                <span className="faint">none yet</span>
              )}
            </p>
            {slot.verdict && (
              <p>
                {slot.reason}{' '}
                <span className="faint">
                  {shortName(slot.decidedBy)}, {day(slot.decidedOn!)}
                </span>
              </p>
            )}
            {seesAll(seat) && !slot.released && <p className="faint">The team doesn’t see these minutes yet.</p>}
          </section>
          {actions.length > 0 && (
            <section aria-label="Actions and conditions">
              <h2 className="mb-1">Actions and conditions</h2>
              <ActionList seat={seat} teamId={team.id} actions={actions} today={today} />
            </section>
          )}
          {FINDING_KINDS.map((kind) => {
            const own = findings.filter((one) => one.kind === kind);
            if (own.length === 0) return null;
            return (
              <section key={kind} aria-label={FINDING_WORD[kind]}>
                <h2 className={`mb-1 ${FINDING_TONE[kind]}`}>{upperFirst(FINDING_WORD[kind])}</h2>
                <ul>
                  {own.map((one) => (
                    <li key={one.id} className="border-b border-hair py-1">
                      {one.text}
                      <span className="block text-sm faint">
                        {[
                          one.about && `${one.about}${one.aboutGone ? ' (removed since)' : ''}`,
                          [one.author, ...one.also].join(' and '),
                          one.closedBy &&
                            `${one.closedBy === 'reason' ? 'settled' : 'mended'} ${day(one.closedOn!)}: ${one.closedWith}`,
                        ]
                          .filter(Boolean)
                          .join(' · ')}
                      </span>
                    </li>
                  ))}
                </ul>
              </section>
            );
          })}
          {notes.some(({ kind }) => kind === 'decision') && (
            <section aria-label="Decisions">
              <h2 className="mb-1">Decisions</h2>
              <ul>
                {notes
                  .filter(({ kind }) => kind === 'decision')
                  .map((one) => (
                    <li key={one.id} className="py-0.5">
                      {one.text} <span className="text-sm faint">{one.author}</span>
                    </li>
                  ))}
              </ul>
            </section>
          )}
          {notes.some(({ kind }) => kind === 'question') && (
            <section aria-label="Open questions">
              <h2 className="mb-1">Questions that stayed open</h2>
              <ul>
                {notes
                  .filter(({ kind }) => kind === 'question')
                  .map((one) => (
                    <li key={one.id} className="border-b border-hair py-1">
                      {one.text} <span className="text-sm faint">{one.author}</span>
                      <span className="block">
                        {one.answer ? (
                          <>
                            <span className="faint">Answer:</span> {one.answer}{' '}
                          </>
                        ) : (
                          <span className="text-ochre">not answered yet </span>
                        )}
                        {allowed(seat, 'finding.close', target) && (
                          <span className="no-print">
                            <SidePanel
                              id={`answer-${one.id.slice(0, 8)}`}
                              label={one.answer ? 'Change answer' : 'Answer'}
                              icon={CHANGE}
                              of={one.text.slice(0, 40)}
                              title="Answer of the team"
                              className="btn-text"
                            >
                              <AnswerForm
                                key={one.version}
                                projectId={project.id}
                                id={one.id}
                                version={one.version}
                                question={one.text}
                                answer={one.answer}
                              />
                            </SidePanel>
                          </span>
                        )}
                      </span>
                    </li>
                  ))}
              </ul>
            </section>
          )}
          {said.length > 0 && (
            <section aria-label="What guests say">
              <h2 className="mb-1">What guests say</h2>
              <ul>
                {said.map((one) => (
                  <li key={one.id} className="border-b border-hair py-1">
                    <b>{one.by}</b>
                    {one.chosen && <b className="text-moss"> would choose it</b>}
                    {one.pleases && <span className="block">Pleases: {one.pleases}</span>}
                    {one.displeases && <span className="block">Does not: {one.displeases}</span>}
                  </li>
                ))}
              </ul>
            </section>
          )}
          {findings.length + notes.length + actions.length + said.length === 0 && (
            <p className="faint">
              No notes yet. On the agenda: {review.kind.agenda.map(({ title }) => title).join(', ')}.
            </p>
          )}
        </div>
      )}
    </ProjectFrame>
  );
}
