import { allowed, type Seat } from '@/server/access';
import type { Team } from '@/domain/classes/read';
import type { Iteration } from '@/domain/builds/read';
import type { Change, Requirement } from '@/domain/requirements/read';
import type { Sources } from '@/domain/builds/figure';
import { tagColour } from '@/ui/colours';
import { ActButton } from '@/ui/forms/ActButton';
import { day } from '@/core/format';
import { TeamTag } from '@/ui/sheet/Sheet';
import { dealWithChange } from './actions';
import { verdictChanges } from '@/domain/requirements/verdictChanges';
import { TONE, WORD } from '@/domain/requirements/turned';
import { ChangeText } from './RequirementList';

interface Props {
  seat: Seat;
  changes: Change[];
  requirements: Requirement[];
  /** The teams whose verdicts are shown. */
  teams: Team[];
  latest: Iteration[];
  sources: Sources;
}

/** What was changed after it was agreed, why, and whose verdict it turned; each team says when it has dealt with it. */
export function ChangesPart({ seat, changes, requirements, teams, latest, sources }: Props) {
  if (changes.length === 0) return null;
  return (
    <section id="changes" className="mt-6">
      <h2 className="mb-1">Changed after it was agreed</h2>
      <ol>
        {changes.map((change) => {
          const requirement = requirements.find((one) => one.id === change.requirementId)!;
          const flips = verdictChanges(requirement, change, latest, sources);
          return (
            <li key={change.id} className="py-1.5 border-b border-hair">
              <p>
                <span className="num">{requirement.code}</span> {change.after.statement}:{' '}
                <ChangeText before={change.before} after={change.after} />{' '}
                <span className="text-sm faint">
                  {day(change.changedOn)}: {change.reason}
                </span>
              </p>
              {teams.map((team) => {
                const flip = flips.find((one) => one.teamId === team.id);
                if (!flip) return null;
                const done = change.seenBy.includes(team.id);
                return (
                  <p key={team.id} className="pl-4 py-0.5 flex flex-wrap gap-x-3 items-baseline">
                    <TeamTag name={`${team.name} ${flip.iterationNumber}`} colour={tagColour(team.colour)} />
                    <span>
                      <span className={TONE[flip.before]}>{WORD[flip.before]}</span> →{' '}
                      <span className={TONE[flip.after]}>{WORD[flip.after]}</span>
                    </span>
                    {done ? (
                      <span className="faint">dealt with</span>
                    ) : (
                      allowed(seat, 'change.deal', { teamId: team.id }) && (
                        <ActButton
                          act={dealWithChange}
                          input={{ projectId: seat.project.id, id: change.id, teamId: team.id }}
                          done="Noted. It is off Today now."
                          className="btn-text no-print"
                        >
                          dealt with
                        </ActButton>
                      )
                    )}
                  </p>
                );
              })}
            </li>
          );
        })}
      </ol>
    </section>
  );
}
