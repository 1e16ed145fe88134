import { Fold } from '@/ui/sheet/Fold';
import { Waiting } from '@/ui/outbox/Waiting';
import type { About, Packet } from '@/areas/reviews/read/packet';
import type { Opinion } from '@/areas/reviews/read/guests';
import type { Finding } from '@/areas/reviews/read/reviews';
import type { Wish } from '@/areas/reviews/read/wishes';
import { OpinionForm, TickForm } from './guestForms';
import { PacketView } from './PacketView';
import { RoomNoteForm } from './RoomNoteForm';
import { Became } from './WishTable';
import { FINDING_TONE, FINDING_WORD } from '@/areas/reviews/shared/words';

/** A team as a guest of the panel sees it: wishes to tick, what to note, the packet below. */
export function GuestSlot({
  projectId,
  slotId,
  team,
  here,
  packet,
  abouts,
  own,
  opinion,
  wishes,
}: {
  projectId: string;
  slotId: string;
  team: string;
  here: string;
  packet: Packet | null;
  abouts: readonly About[];
  /** What the guest has noted. */
  own: readonly Finding[];
  opinion: Opinion | null;
  /** Of the client, in an unveiling. */
  wishes: readonly Wish[];
}) {
  return (
    <div className="flex flex-col gap-5">
      {wishes.length > 0 && (
        <section aria-label="Your wishes">
          <h2 className="mb-1">Your wishes</h2>
          <ul>
            {wishes.map((wish) => (
              <li key={wish.statement.id} className="border-b border-hair py-3">
                <p className="text-lg">“{wish.statement.sentence}”</p>
                <p>
                  <span className="faint">{team} says:</span> <Became wish={wish} />
                </p>
                {wish.evidence.map(({ id, statement, figure, limit }) => (
                  <p key={id} className="text-sm faint">
                    {statement} {figure || 'not measured'}, limit {limit}
                  </p>
                ))}
                {wish.outcome && (
                  <div className="mt-2">
                    <TickForm
                      key={wish.outcome.version}
                      projectId={projectId}
                      id={wish.outcome.id}
                      version={wish.outcome.version}
                      sentence={wish.statement.sentence}
                      here={here}
                      agrees={wish.outcome.agrees}
                      comment={wish.outcome.comment}
                    />
                  </div>
                )}
              </li>
            ))}
          </ul>
          <Waiting path="/api/v1/client-outcomes" />
        </section>
      )}
      <section aria-label="What you think">
        <h2 className="mb-1">What you think</h2>
        <OpinionForm
          key={opinion?.version ?? 'new'}
          projectId={projectId}
          slotId={slotId}
          team={team}
          here={here}
          known={opinion}
        />
      </section>
      <section aria-label="What you find">
        <h2 className="mb-1">What you find</h2>
        <p className="faint mb-2">
          For the panel: what must or should be mended, what is good, what nobody could answer.
        </p>
        <RoomNoteForm
          projectId={projectId}
          slotId={slotId}
          team={team}
          abouts={abouts}
          members={[]}
          meetings={[]}
          here={here}
          guest
        />
        <Waiting path="/api/v1/guest-notes" />
        {own.length > 0 && (
          <ul className="mt-3">
            {own.map((one) => (
              <li key={one.id} className="border-b border-hair py-1">
                <b className={FINDING_TONE[one.kind]}>{FINDING_WORD[one.kind]}</b> {one.text}
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-label="Packet">
        <h2 className="mb-1">What {team} shows</h2>
        {packet ? (
          <Fold label="The packet" open={wishes.length === 0}>
            <div className="pt-3">
              <PacketView packet={packet} before={null} nameOf={() => null} href={() => null} />
            </div>
          </Fold>
        ) : (
          <p className="faint">The packet stands here once it is frozen, at the latest when the team begins.</p>
        )}
      </section>
    </div>
  );
}
