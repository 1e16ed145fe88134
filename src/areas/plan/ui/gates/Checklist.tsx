import { Link } from '@/ui/Link';
import type { GateItem } from '@/core/gates';
import type { Seat } from '@/server/access';
import { allowed } from '@/server/access';
import type { TeamGate } from '@/areas/plan/read/gates';
import { ActButton } from '@/ui/forms/ActButton';
import { day, shortName } from '@/core/format';
import { signItem, withdrawSignature } from '@/areas/plan/write/gates';

/** The checklist of a gate for one team: what is met and by what evidence, what is missing and who can supply it. */
export function Checklist({
  seat,
  judged,
  evidence,
}: {
  seat: Seat;
  judged: TeamGate;
  /** Where the evidence of an item is; null: with the item itself. */
  evidence: (item: GateItem) => string | null;
}) {
  const { gate, teamId, items } = judged;
  const place = { projectId: seat.project.id, teamId };
  return (
    <table className="stacked">
      <thead>
        <tr>
          <th>Item</th>
          <th>Stands</th>
          <th>Evidence</th>
          <th>Who can supply it</th>
        </tr>
      </thead>
      <tbody>
        {items.map((item) => {
          const asked = gate.items.find((one) => one.id === item.id)!;
          const { kind, signer } = asked;
          const href = evidence(asked);
          const signed = gate.signatures.filter((one) => one.itemId === item.id && one.teamId === teamId);
          const own = signed.some((one) => one.byId === seat.actor.id);
          const signs = kind === 'signed' && maySign(seat, signer, teamId) && !own;
          return (
            <tr key={item.id}>
              <td className="font-medium">{item.text}</td>
              <td className={`whitespace-nowrap font-semibold ${item.met ? 'text-moss' : 'text-brick'}`}>
                {item.met ? 'met' : 'missing'}
              </td>
              <td>
                {href ? <Link href={href}>{item.says}</Link> : item.says}
                {signed.map((one) => (
                  <span key={one.id} className="block text-sm faint">
                    {shortName(one.by)} on {day(one.on)}
                    {one.note && `: ${one.note}`}
                  </span>
                ))}
              </td>
              <td>
                {item.who}
                {signs && (
                  <span className="block mt-1">
                    <ActButton act={signItem} input={{ ...place, itemId: item.id }} done={`“${item.text}” is signed.`}>
                      Sign this item
                    </ActButton>
                  </span>
                )}
                {own && (
                  <ActButton
                    act={withdrawSignature}
                    input={{ ...place, itemId: item.id }}
                    done="Withdrawn."
                    className="btn-text"
                  >
                    withdraw my signature
                  </ActButton>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function maySign(seat: Seat, signer: string | null, teamId: string): boolean {
  if (!allowed(seat, 'gate.sign', { teamId })) return false;
  return signer === 'anybody' || (signer === 'instructor') === (seat.role === 'instructor');
}
