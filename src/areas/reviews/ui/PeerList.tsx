import { SidePanel } from '@/ui/kit/SidePanel';
import { day, shortName } from '@/core/format';
import type { PeerReview } from '@/areas/reviews/read/peers';
import type { Options } from '@/ui/forms/fields';
import { TakeUpForm } from './PeerForm';

/** Peers' reviews of a team; nobody is named who did not sign, but to whoever leads. */
export function PeerList({
  projectId,
  reviews,
  takes,
  iterations,
}: {
  projectId: string;
  reviews: readonly PeerReview[];
  /** Whether the person may take up a suggestion. */
  takes: boolean;
  iterations: Options;
}) {
  return (
    <ul className="max-w-4xl">
      {reviews.map((one) => (
        <li key={one.id} className="border-b border-hair py-2">
          <p>
            <span className="faint">Clear:</span> {one.clear}
          </p>
          <p>
            <span className="faint">Would break first:</span> {one.breaksFirst}
          </p>
          <p>
            <span className="faint">Suggestion:</span> <b>{one.suggestion}</b>{' '}
            <span className="faint">from {one.about}</span>
          </p>
          <p className="text-sm faint">
            {one.author ? `${shortName(one.author)}${one.signed ? ', signed' : ', not signed'}` : 'not signed'}
            {one.takenUpOn && (
              <b className="text-moss">
                {' '}
                · taken up {day(one.takenUpOn)}: {one.takenUpWith}
              </b>
            )}{' '}
            {takes && !one.takenUpOn && (
              <SidePanel
                id={`take-${one.id.slice(0, 8)}`}
                label="We take it up"
                of={one.suggestion.slice(0, 40)}
                title="What you made of this suggestion"
                className="btn-text no-print"
              >
                <p className="mb-2">“{one.suggestion}”</p>
                <TakeUpForm
                  key={one.version}
                  projectId={projectId}
                  id={one.id}
                  version={one.version}
                  iterations={iterations}
                />
              </SidePanel>
            )}
          </p>
        </li>
      ))}
    </ul>
  );
}
