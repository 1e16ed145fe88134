import { SlotViews } from '@/areas/reviews/ui/SlotViews';
import { Nothing } from '@/ui/sheet/Sheet';
import { plural, day } from '@/core/format';
import { WishTable } from '@/areas/reviews/ui/WishTable';
import { SidePanel } from '@/ui/kit/SidePanel';
import { CHANGE } from '@/ui/kit/icons';
import { OutcomeForm } from '@/areas/reviews/ui/OutcomeForm';
import { HOLDS_WORD } from '@/core/reviews';
import type { Frame } from '@/shell/frame';
import type { Review } from '@/areas/reviews';
import type { Team } from '@/areas/course';
import type { readHandoverPage } from '@/app/projects/[project]/reviews/[review]/[slot]/handover/read';

type Props = Awaited<ReturnType<typeof readHandoverPage>> & {
  frame: Frame;
  review: Review;
  team: Team;
  hrefOf: (view: '' | '/minutes' | '/handover') => string;
};

/** The content of the page “Handover”. */
export function HandoverView({ packet, wishes, writes, own, said, met, conforms, frame, review, team, hrefOf }: Props) {
  const { seat } = frame;
  const { project } = seat;

  return (
    <>
      <SlotViews hrefOf={hrefOf} at="handover" unveiling={review.kind.purpose === 'unveiling'} />
      <section aria-label="Wishes" className="mb-5">
        <h2 className="mb-1">What you wished for, and what became of it</h2>
        {wishes.length === 0 ? (
          <Nothing>The client’s sentences stand here, once the answers of the interview are written down.</Nothing>
        ) : (
          <>
            <p className="mb-2">
              {said.length === 0
                ? `${plural(wishes.length, 'wish', 'wishes')}, none answered yet.`
                : `${met} of ${plural(wishes.length, 'wish', 'wishes')} met${said.length < wishes.length ? `, ${wishes.length - said.length} not answered yet` : ''}.`}
            </p>
            <WishTable
              wishes={wishes}
              act={({ statement, outcome, says }) =>
                writes && (
                  <SidePanel
                    id={`wish-${statement.id.slice(0, 8)}`}
                    label={outcome ? 'Change' : 'Say what became of it'}
                    icon={CHANGE}
                    of={statement.sentence.slice(0, 40)}
                    title="What became of this wish"
                    className="btn-text"
                  >
                    <OutcomeForm
                      key={outcome?.version ?? 'new'}
                      projectId={project.id}
                      id={outcome?.id ?? null}
                      version={outcome?.version ?? null}
                      teamId={team.id}
                      statementId={statement.id}
                      sentence={statement.sentence}
                      values={{
                        state: outcome?.state ?? says ?? 'met',
                        how: outcome?.how ?? '',
                        reason: outcome?.reason ?? '',
                      }}
                    />
                  </SidePanel>
                )
              }
            />
          </>
        )}
      </section>
      <section aria-label="The product" className="mb-5 print:break-before-page">
        <h2 className="mb-1">What you get</h2>
        {packet.newest ? (
          <p>
            {team.name}’s iteration {packet.newest.number}: {packet.iterations.at(-1)?.change}.{' '}
            {packet.requirements.length > 0 &&
              `It conforms to ${conforms} of ${plural(packet.requirements.length, 'requirement')} agreed with you.`}
          </p>
        ) : (
          <p className="faint">Nothing is built yet.</p>
        )}
        {packet.answers.some(({ text }) => text !== '') && (
          <dl className="mt-2">
            {packet.answers
              .filter(({ text }) => text !== '')
              .map(({ id, question, text }) => (
                <div key={id} className="py-1">
                  <dt className="faint">{question}</dt>
                  <dd>{text}</dd>
                </div>
              ))}
          </dl>
        )}
        {packet.runs.length > 0 && (
          <table className="!w-auto mt-2">
            <thead>
              <tr>
                <th>Tested for</th>
                <th className="right">Runs</th>
                <th className="right">Result</th>
              </tr>
            </thead>
            <tbody>
              {packet.runs
                .filter(({ iteration }) => iteration === packet.newest?.number)
                .map(({ quantityId, test, count, figure }) => (
                  <tr key={quantityId}>
                    <td>{test}</td>
                    <td className="num right">{count}</td>
                    <td className="num right">{figure}</td>
                  </tr>
                ))}
            </tbody>
          </table>
        )}
      </section>
      <p className="mt-2 text-sm faint">
        Built and tested by a class. It was not checked by a licensed engineer; local codes and your own rules come
        first.
      </p>
      <div className="print-only mt-8 grid grid-cols-2 gap-8">
        <p className="border-t border-ink pt-1">For {project.clientName}, date</p>
        <p className="border-t border-ink pt-1">For {team.name}, date</p>
      </div>
      {own.length > 0 && (
        <section className="mt-5" aria-label="In use">
          <h2 className="mb-1">After weeks of use</h2>
          <ul>
            {own.map((one) => (
              <li key={one.id} className="border-b border-hair py-1">
                {day(one.madeOn)}: <b>{HOLDS_WORD[one.holds]}</b>. {one.says}
                {one.broke && <span className="block">Broke: {one.broke}</span>}
                <span className="block text-sm faint">{one.by}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
