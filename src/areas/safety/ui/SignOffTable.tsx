import type { Member, Team } from '@/areas/course';
import type { Safety, SignedOff } from '@/areas/safety/read/safety';
import { ActButton } from '@/ui/forms/ActButton';
import { tagColour } from '@/ui/colours';
import { day, shortName } from '@/core/format';
import { TeamTag } from '@/ui/sheet/Sheet';
import { withdrawSignOff } from '@/areas/safety/write/actions';

/** Students down, trainings across: signed off on which day, by whom, until when. */
export function SignOffTable({
  projectId,
  safety,
  teams,
  students,
  today,
  leads,
}: {
  projectId: string;
  safety: Safety;
  teams: readonly Team[];
  students: readonly Member[];
  today: string;
  leads: boolean;
}) {
  const trainings = safety.hazards.filter((hazard) => hazard.needsTraining);
  const rows = [...teams.map((team) => team.id), null].flatMap((teamId) =>
    students.filter((one) => one.teamId === teamId).map((one, i) => ({ ...one, first: i === 0 })),
  );
  return (
    <div className="overflow-x-auto">
      <table>
        <thead>
          <tr>
            <th>Team</th>
            <th>Student</th>
            {trainings.map((training) => (
              <th key={training.id}>{training.name}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => {
            const team = teams.find((one) => one.id === row.teamId);
            return (
              <tr key={row.accountId}>
                <td className="whitespace-nowrap">
                  {row.first && (team ? <TeamTag name={team.name} colour={tagColour(team.colour)} /> : 'no team')}
                </td>
                <td className="whitespace-nowrap">{shortName(row.name)}</td>
                {trainings.map((training) => (
                  <td key={training.id}>
                    <Cell
                      signed={safety.signOffs.find(
                        (one) => one.personId === row.accountId && one.hazardId === training.id,
                      )}
                      today={today}
                      withdraw={leads ? projectId : null}
                    />
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

function Cell({
  signed,
  today,
  withdraw,
}: {
  signed: SignedOff | undefined;
  today: string;
  /** The project, for who may take it back. */
  withdraw: string | null;
}) {
  if (!signed) return <span className="faint">none</span>;
  const ended = signed.validUntil !== null && signed.validUntil < today;
  return (
    <span className="inline-flex flex-wrap items-baseline gap-x-2">
      <span className={ended ? 'text-brick' : 'text-moss'}>
        {ended ? `ended ${day(signed.validUntil!)}` : day(signed.signedOn)}
      </span>
      <span className="text-sm faint">
        {shortName(signed.signedBy)}
        {signed.validUntil && !ended && `, until ${day(signed.validUntil)}`}
      </span>
      {withdraw && (
        <ActButton
          act={withdrawSignOff}
          input={{ projectId: withdraw, id: signed.id }}
          done="Withdrawn. What it released is on hold again."
          confirm="Withdraw this sign-off?"
          className="btn-text no-print"
        >
          withdraw
        </ActButton>
      )}
    </span>
  );
}
