import { day } from '@/core/format';
import { HOLDS_WORD } from '@/core/reviews/inUse';
import type { UseReport } from '@/areas/reviews/read/guests';
import { UseForm } from './guestForms';

/** The client is asked once more, weeks after an unveiling: how each product holds, and what broke. */
export function GuestUse({
  projectId,
  slots,
  here,
}: {
  projectId: string;
  slots: readonly { id: string; team: string; said: readonly UseReport[] }[];
  here: string;
}) {
  return (
    <div className="callout mb-3">
      <p className="font-semibold">It has been in use for a while: how does it hold?</p>
      {slots.map(({ id, team, said }) => (
        <div key={id} className="py-2">
          {said.map((one) => (
            <p key={one.id}>
              {team}, {day(one.madeOn)}: <b>{HOLDS_WORD[one.holds]}</b>. {one.says}
            </p>
          ))}
          {said.length === 0 && <UseForm projectId={projectId} slotId={id} team={team} here={here} />}
        </div>
      ))}
    </div>
  );
}
