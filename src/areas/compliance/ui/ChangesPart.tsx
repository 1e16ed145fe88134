import { allowed, type Seat } from '@/server/access';
import type { Team } from '@/areas/course';
import type { Iteration } from '@/areas/builds';
import type { Change, LimitThen, Requirement } from '@/areas/brief';
import type { Sources } from '@/areas/compliance/read/designs/figure';
import { tagColour } from '@/ui/colours';
import { ActButton } from '@/ui/forms/ActButton';
import { day, limitText } from '@/core/format';
import { TeamTag } from '@/ui/sheet/Sheet';
import { dealWithChange } from '@/areas/compliance/write/dealWithChange';
import { verdictChanges } from '@/areas/compliance/read/verdictChanges';
import { TONE, WORD } from '@/areas/compliance/shared/turned';

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

/** From the old form to the new one, as far as they differ. */
function ChangeText({ before, after }: { before: LimitThen; after: LimitThen }) {
  const [was, is] = [wordsOf(before), wordsOf(after)];
  const pairs = was.map((text, i) => [text, is[i]!] as const).filter(([a, b]) => a !== b);
  return (
    <>
      {pairs.map(([a, b], i) => (
        <span key={b}>
          {i > 0 && ', '}
          <del className="faint">{a}</del> → <b>{b}</b>
        </span>
      ))}
    </>
  );
}

function wordsOf(then: LimitThen): string[] {
  const limit = limitText({ ...then, weight: null });
  return [
    limit,
    then.priority,
    ...(then.kind === 'wish' || then.kind === 'yes' ? [''] : [`${then.decision} decision`]),
    then.state === 'withdrawn' ? 'withdrawn' : 'in force',
  ];
}
