import { Nothing } from '@/ui/sheet/Sheet';
import { DrawSheet } from '@/areas/course/ui/draws/DrawSheet';
import { inZone } from '@/server/clock';
import { CallForm, PitchDrawForm } from '@/areas/course/ui/draws/forms';
import { Link } from '@/ui/Link';
import { hrefIn, type Place } from '@/areas/course';
import { shortName, withQuery } from '@/core/format';
import { PitchTimer } from '@/areas/concepts/ui/PitchTimer';
import { CommentForm } from '@/areas/concepts/ui/CommentForm';
import type { readPitchesPage } from '@/areas/concepts/read/pages/pitches';

type Props = Awaited<ReturnType<typeof readPitchesPage>> & { frame: Place };

/** The content of the page “Pitches”. */
export function PitchesView({ leads, draw, order, pitches, at, now, round, released, frame }: Props) {
  const { seat } = frame;
  const projectId = seat.project.id;
  const here = (n: number) => withQuery(hrefIn(frame, 'concepts/pitches'), { pitch: String(n) });
  return (
    <>
      {!draw && (
        <Nothing>
          Once the concepts are released, the order of the pitches is drawn: the list is frozen, two people call out
          digits.
        </Nothing>
      )}
      {draw && !order && <DrawSheet draw={draw} local={(instant) => inZone(instant, seat.project.timeZone)} />}
      {leads && draw && !order && (
        <div className="mt-3">
          <CallForm projectId={projectId} id={draw.id} />
        </div>
      )}
      {now && (
        <div className="grid grid-cols-1 md:grid-cols-[1fr_18rem] gap-6">
          <section>
            <p className="faint">
              Pitch {at + 1} of {pitches.length}
            </p>
            <h2 className="!text-2xl !normal-case mb-2">
              <Link href={hrefIn(frame, `concepts/${now.id}`)}>{now.title}</Link>{' '}
              <span className="faint">by {shortName(now.authorName)}</span>
            </h2>
            <PitchTimer key={now.id} minutes={round?.minutes ?? 3} title={now.title} />
            <ol className="list-decimal pl-6 my-3 max-w-3xl">
              {now.steps.map((step, i) => (
                <li key={i}>{step}</li>
              ))}
            </ol>
            <p className="flex gap-3 my-3">
              {at > 0 && (
                <Link className="btn" href={here(at)}>
                  Previous pitch
                </Link>
              )}
              {at < pitches.length - 1 && (
                <Link className="btn btn-go" href={here(at + 2)}>
                  Next: {pitches[at + 1]!.title}
                </Link>
              )}
            </p>
            <CommentForm projectId={projectId} conceptId={now.id} title={now.title} path="/api/v1/comments" />
          </section>
          <nav aria-label="Order of the pitches">
            <h2 className="mb-1">Order, as drawn</h2>
            <ol>
              {pitches.map((one, i) => (
                <li key={one.id} className="border-b border-hair py-0.5 flex gap-2">
                  <span className="num faint w-6 text-right">{i + 1}</span>
                  <Link href={here(i + 1)} aria-current={i === at ? 'page' : undefined}>
                    {one.title}
                  </Link>
                  <span className="ml-auto num faint">{one.comments > 0 ? one.comments : ''}</span>
                </li>
              ))}
            </ol>
            {draw!.isPublic && (
              <Link href={`/draw/${draw!.id}`} className="text-sm">
                public page
              </Link>
            )}
          </nav>
        </div>
      )}
      {leads && released.length > 0 && (
        <section className="mt-6 no-print">
          <h2 className="mb-1">{draw ? 'Draw again' : 'Draw the order'}</h2>
          <PitchDrawForm projectId={projectId} sections={released.map(({ id, name }) => [id, name] as const)} />
        </section>
      )}
    </>
  );
}
