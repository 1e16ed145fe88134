import { Link } from '@/ui/Link';
import { tagColour } from '@/ui/colours';
import { TeamTag } from '@/ui/sheet/Sheet';
import { weekday } from '@/core/format';
import type { Team } from '@/areas/course';
import type { Review, RunningOrder as Order } from '@/areas/reviews/read/reviews';
import { REVIEW_VERDICT, stateOf, VERDICT_TONE } from '@/areas/reviews/shared/words';

interface Props {
  review: Review;
  order: Order;
  teams: readonly Team[];
  ownTeam: string | null;
  /** Where a team's packet is; null where the person may not read it. */
  packetHref: (slotId: string, teamId: string) => string | null;
  /** By slot: open findings that must or should be mended. */
  open: ReadonlyMap<string, number>;
  /** Who looks may see the verdict on a team. */
  seesVerdict: (teamId: string, released: boolean) => boolean;
}

/** Who is on when, reviewed by whom, and how far it is; prints as the running order on the door. */
export function RunningOrder({ review, order, teams, ownTeam, packetHref, open, seesVerdict }: Props) {
  const teamOf = (id: string | null) => teams.find((one) => one.id === id);
  const peers = review.slots.some(({ peerId }) => peerId !== null);
  return (
    <table className="stacked max-w-5xl">
      <thead>
        <tr>
          <th className="w-40">When</th>
          {review.panels > 1 && <th>Panel</th>}
          <th>Team</th>
          {peers && <th>Reviewed by</th>}
          <th>State</th>
          <th className="no-print">Packet</th>
          <th className="right no-print">Findings open</th>
        </tr>
      </thead>
      <tbody>
        {review.slots.map((slot) => {
          const at = order.at.get(slot.id);
          const team = teamOf(slot.teamId);
          const href = packetHref(slot.id, slot.teamId);
          const told = stateOf(slot);
          return (
            <tr key={slot.id} className={slot.teamId === ownTeam ? 'font-semibold' : ''}>
              <td className="whitespace-nowrap">
                {at ? (
                  <>
                    {weekday(at.date)} <span className="num">{at.start}</span>
                  </>
                ) : (
                  <b className="text-brick">no time</b>
                )}
              </td>
              {review.panels > 1 && (
                <td data-label="panel" className="beside num">
                  {at?.panel}
                </td>
              )}
              <td>{team && <TeamTag name={team.name} colour={tagColour(team.colour)} />}</td>
              {peers && <td data-label="reviewed by">{teamOf(slot.peerId)?.name ?? '–'}</td>}
              <td>
                {told === 'on' && <b className="text-iron">on now</b>}
                {told === 'planned' && <span className="faint">planned</span>}
                {told === 'held' &&
                  (slot.verdict && seesVerdict(slot.teamId, slot.released) ? (
                    <b className={VERDICT_TONE[slot.verdict]}>{REVIEW_VERDICT[slot.verdict]}</b>
                  ) : (
                    'held'
                  ))}
              </td>
              <td className="no-print">
                {href ? (
                  <Link href={href} className="underline">
                    {slot.packets > 0 ? 'frozen' : 'not frozen yet'}
                  </Link>
                ) : slot.packets > 0 ? (
                  'frozen'
                ) : (
                  <span className="faint">not frozen yet</span>
                )}
              </td>
              <td data-label="findings open" className="beside num right no-print">
                {seesVerdict(slot.teamId, slot.released) ? (open.get(slot.id) ?? 0) || '–' : '–'}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
