import { SlotViews } from '@/areas/reviews/ui/SlotViews';
import { weekday, withQuery } from '@/core/format';
import { Link } from '@/ui/Link';
import { PacketView } from '@/areas/reviews/ui/PacketView';
import { hrefIn, type Team } from '@/areas/course';
import { seesAll } from '@/server/access';
import { SidePanel } from '@/ui/kit/SidePanel';
import { CHANGE } from '@/ui/kit/icons';
import { TeamPartForm } from '@/areas/reviews/ui/TeamPartForm';
import { teamPartForm, type Review, type Slot } from '@/areas/reviews';
import { ActButton } from '@/ui/forms/ActButton';
import { freezePacket } from '@/areas/reviews/write/actions';
import { PrintButton } from '@/ui/PrintButton';
import type { Frame } from '@/shell/frame';
import type { readPacketPage } from '@/app/projects/[project]/reviews/[review]/[slot]/read';

type Props = Awaited<ReturnType<typeof readPacketPage>> & {
  frame: Frame;
  review: Review;
  slot: Slot;
  team: Team;
  hrefOf: (view: '' | '/minutes' | '/handover') => string;
};

/** The content of the page “Packet”. */
export function PacketContent({
  own,
  live,
  frozen,
  on,
  packet,
  before,
  moved,
  names,
  frame,
  review,
  team,
  hrefOf,
}: Props) {
  const { seat } = frame;

  return (
    <>
      <SlotViews hrefOf={hrefOf} at="packet" unveiling={review.kind.purpose === 'unveiling'} />
      {moved && frozen && on && (
        <p className="callout mb-3" style={{ '--tone': 'var(--ochre)' } as React.CSSProperties}>
          The review was moved from {weekday(frozen.content.on!.date)} to {weekday(on.date)} after this packet was
          frozen. Freeze it again, to bring in what was done since.
        </p>
      )}
      {own.length > 0 && (
        <p className="no-print mb-3 flex flex-wrap gap-x-4">
          {own.map((one) => (
            <Link
              key={one.id}
              href={withQuery(hrefOf(''), { packet: one.number })}
              aria-current={one === frozen ? 'page' : undefined}
              className="aria-[current]:font-semibold"
            >
              Packet {one.number}
            </Link>
          ))}
          <Link
            href={withQuery(hrefOf(''), { packet: 'now' })}
            aria-current={live ? 'page' : undefined}
            className="aria-[current]:font-semibold"
          >
            As it stands now
          </Link>
        </p>
      )}
      {before && (
        <p className="faint mb-3">
          Marked is what is new or changed since the packet of {weekday(before.content.asOf.slice(0, 10))}.
        </p>
      )}
      <PacketView
        packet={packet}
        before={before?.content ?? null}
        nameOf={(id) => names.get(id) ?? null}
        href={(kind, id, code) =>
          kind === 'requirement'
            ? `${hrefIn(frame, 'requirements')}#${code}`
            : seesAll(seat) || team.id === seat.teamId
              ? hrefIn(frame, `builds/${id}`)
              : null
        }
      />
      {packet.checklist.length > 0 && (
        <section className="mt-4" aria-label="Checklist of the panel">
          <h2 className="mb-1">The panel looks at</h2>
          <ul>
            {packet.checklist.map((point) => (
              <li key={point}>
                <span aria-hidden className="inline-block size-3 border border-ink mr-2 align-middle" />
                {point}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function PacketActions({ writes, own, place, frame, review, slot, team, hrefOf }: Props) {
  return (
    <>
      <Link className="btn" href={hrefIn(frame, `reviews/${review.id}`)}>
        Running order
      </Link>
      {writes && slot.endedAt === null && (
        <SidePanel
          id="answers"
          label={slot.answers.some(({ text }) => text) ? 'Change answers' : 'Answer the questions'}
          icon={CHANGE}
          title={`Questions to ${team.name}`}
        >
          <TeamPartForm
            key={slot.version}
            {...place}
            version={slot.version}
            values={teamPartForm(review, slot)}
            most={review.kind.remarks}
          />
        </SidePanel>
      )}
      {writes && slot.endedAt === null && (
        <ActButton
          act={freezePacket}
          input={{ ...place, version: slot.version }}
          done="The packet is frozen as it is now."
          className={own.length === 0 ? 'btn btn-go' : 'btn'}
          then={hrefOf('')}
        >
          {own.length === 0 ? 'Freeze packet' : 'Freeze again'}
        </ActButton>
      )}
      <PrintButton>Print packet</PrintButton>
    </>
  );
}
