import { SlotViews } from '@/areas/reviews/ui/SlotViews';
import { Nothing } from '@/ui/sheet/Sheet';
import { shortName, day, upperFirst, moment, weekday } from '@/core/format';
import { seesAll, allowed } from '@/server/access';
import { ActionList } from '@/areas/course/ui/ActionList';
import {
  FINDING_KINDS,
  type Review,
  type Slot,
  VERDICT_TONE,
  REVIEW_VERDICT,
  FINDING_WORD,
  FINDING_TONE,
} from '@/areas/reviews';
import { SidePanel } from '@/ui/kit/SidePanel';
import { CHANGE } from '@/ui/kit/icons';
import { AnswerForm } from '@/areas/reviews/ui/FindingForms';
import { momentHere } from '@/server/clock';
import { Link } from '@/ui/Link';
import { hrefIn, type Team } from '@/areas/course';
import { PrintButton } from '@/ui/PrintButton';
import type { Frame } from '@/shell/frame';
import type { readMinutesPage } from '@/app/projects/[project]/reviews/[review]/[slot]/minutes/read';

type Props = Awaited<ReturnType<typeof readMinutesPage>> & {
  frame: Frame;
  review: Review;
  slot: Slot;
  team: Team;
  at: { date: string; start: string; panel: number } | null;
  hrefOf: (view: '' | '/minutes' | '/handover') => string;
};

/** The content of the page “Minutes”. */
export function MinutesView({
  target,
  reads,
  findings,
  notes,
  actions,
  said,
  frame,
  review,
  slot,
  team,
  hrefOf,
}: Props) {
  const { seat, today } = frame;
  const { project } = seat;

  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as about. */
export function MinutesAbout({ authors, frame, slot, at }: Props) {
  const { seat } = frame;
  const { project } = seat;
  const local = (instant: string) => moment(momentHere(project, new Date(instant)));
  return [
    slot.begunAt ? `began ${local(slot.begunAt)}` : at ? `planned for ${weekday(at.date)} ${at.start}` : 'not held',
    slot.endedAt && `ended ${local(slot.endedAt)}`,
    authors.length > 0 && `noted by ${authors.join(', ')}`,
  ]
    .filter(Boolean)
    .join(' · ');
}

/** What stands at the page’s head as actions. */
export function MinutesActions({ frame, review }: Props) {
  const { seat } = frame;

  return (
    <>
      {seesAll(seat) && (
        <Link className="btn" href={`${hrefIn(frame, `reviews/${review.id}/room`)}`}>
          Room
        </Link>
      )}
      <PrintButton>Print minutes</PrintButton>
    </>
  );
}
