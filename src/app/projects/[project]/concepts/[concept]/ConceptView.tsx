import { shortName } from '@/core/format';
import { Pictures } from '@/shell/pictures/Pictures';
import { FeasibilityTable } from '@/areas/concepts/ui/FeasibilityTable';
import { hrefIn } from '@/areas/course';
import { RemoveCredit, ExceptionForm, FateForm, CreditForm } from '@/areas/concepts/ui/FateForm';
import { allowed, type Target } from '@/server/access';
import { CommentForm } from '@/areas/concepts/ui/CommentForm';
import { Link } from '@/ui/Link';
import { ActButton } from '@/ui/forms/ActButton';
import { removeConcept } from '@/areas/concepts/write/actions';
import type { Frame } from '@/shell/frame';
import type { readConceptPage } from '@/app/projects/[project]/concepts/[concept]/read';

type Props = Awaited<ReturnType<typeof readConceptPage>> & {
  frame: Frame;
  projectId: string;
  id: string;
  target: Target;
};

/** The content of the page “Concept”. */
export function ConceptView({
  pictures,
  comments,
  concept,
  leads,
  writes,
  feasibility,
  others,
  place,
  frame,
  projectId,
  id,
  target,
}: Props) {
  const { seat } = frame;

  return (
    <>
      {concept.fate !== 'open' && (
        <p className="callout mb-3">
          <b>{concept.fate}</b>, decided by {shortName(concept.fateBy)}
          {concept.fateReason && `: ${concept.fateReason}`}
        </p>
      )}
      {concept.exception && (
        <p className="callout mb-3" style={{ '--tone': 'var(--ochre)' } as React.CSSProperties}>
          <b>Exception</b>, by {shortName(concept.exceptionBy)}: {concept.exception}
        </p>
      )}
      <h2 className="mb-1">How it works</h2>
      <ol className="list-decimal pl-6 max-w-3xl">
        {concept.steps.map((step, i) => (
          <li key={i}>{step}</li>
        ))}
      </ol>
      <Pictures projectId={projectId} pictures={pictures} writes={writes} of={concept.title} />
      <section className="mt-5">
        <h2 className="mb-1">Against the requirements</h2>
        {feasibility.broken.length > 0 && (
          <p className="text-brick font-medium">
            By its own numbers it breaks {feasibility.broken.map(({ requirement }) => requirement.code).join(', ')}
            {concept.exception ? ', with the exception above.' : '; it can’t be chosen without a recorded exception.'}
          </p>
        )}
        {feasibility.silent.length > 0 && (
          <p className="faint">
            Musts not addressed:{' '}
            {feasibility.silent.map(({ requirement }) => `${requirement.code} ${requirement.statement}`).join('; ')}.
          </p>
        )}
        <FeasibilityTable
          feasibility={feasibility}
          requirementHref={(code) => `${hrefIn(frame, 'requirements')}#${code}`}
        />
      </section>
      <Words title="What may go wrong" text={concept.risks} />
      <Words title="Taken over from earlier seasons" text={concept.takesOver} />
      {concept.credits.length > 0 && (
        <section className="mt-5">
          <h2 className="mb-1">Carried over from others</h2>
          <ul>
            {concept.credits.map((credit) => (
              <li key={credit.id} className="border-b border-hair py-0.5">
                {credit.what}, from “{credit.fromTitle}” by {shortName(credit.fromAuthor)}{' '}
                {leads && <RemoveCredit projectId={projectId} id={credit.id} />}
              </li>
            ))}
          </ul>
        </section>
      )}
      <section className="mt-5 max-w-3xl">
        <h2 className="mb-1">Comments</h2>
        {comments.length === 0 && <p className="faint mb-2">None yet.</p>}
        <ul className="mb-3">
          {comments.map((one) => (
            <li key={one.id} className="border-b border-hair py-1">
              <b>{one.byClient ? one.by : shortName(one.by)}</b>
              {one.byClient && <span className="faint"> (client)</span>}: {one.text}
            </li>
          ))}
        </ul>
        {allowed(seat, 'concept.comment', target) && (
          <CommentForm projectId={projectId} conceptId={id} title={concept.title} path="/api/v1/comments" />
        )}
      </section>
      {leads && (
        <section className="mt-6 max-w-3xl no-print border-t-2 border-ink pt-3 flex flex-col gap-5">
          <h2>Decide on it</h2>
          {feasibility.broken.length > 0 && <ExceptionForm {...place} exception={concept.exception} />}
          <FateForm {...place} fate={concept.fate} reason={concept.fateReason} />
          {others.length > 0 && (
            <CreditForm
              projectId={projectId}
              intoId={id}
              count={concept.credits.length}
              others={others.map((one) => [one.id, `${one.title} (${shortName(one.authorName)})`] as const)}
            />
          )}
        </section>
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function ConceptActions({ writes, frame, projectId, id }: Props) {
  return writes ? (
    <span className="flex gap-2">
      <Link className="btn" href={hrefIn(frame, `concepts/${id}/edit`)}>
        Change concept
      </Link>
      <ActButton
        act={removeConcept}
        input={{ projectId, id }}
        done="Withdrawn."
        confirm="Withdraw this concept? It leaves the list."
      >
        Withdraw concept
      </ActButton>
    </span>
  ) : undefined;
}

function Words({ title, text }: { title: string; text: string }) {
  if (!text) return null;
  return (
    <section className="mt-5 max-w-3xl">
      <h2 className="mb-1">{title}</h2>
      <p className="whitespace-pre-line">{text}</p>
    </section>
  );
}
