import { Nothing, TeamTag } from '@/ui/sheet/Sheet';
import { tagColour } from '@/ui/colours';
import { number } from '@/core/format';
import { Waiting } from '@/ui/outbox/Waiting';
import { ScoreForm } from '@/areas/grades/ui/ScoreForm';
import { criteriaFor } from '@/areas/grades/read/rubrics';
import type { Place } from '@/areas/course';
import type { readScorePage } from '@/areas/grades/read/pages/score';

type Props = Awaited<ReturnType<typeof readScorePage>> & { frame: Place; id: string };

/** The content of the page “Score”. */
export function ScoreView({ kind, judgements, rubric, judge, own, teams, chosen, here, frame, id }: Props) {
  const { seat } = frame;
  const { id: projectId } = seat.project;
  const ofTeam = (teamId: string) => own.filter((one) => one.teamId === teamId);
  const criteria = (teamId: string) => criteriaFor(rubric, judge ?? { id: null, kind }, ofTeam(teamId));
  return (
    <>
      {teams.length === 0 && <Nothing>There is no team that you score.</Nothing>}
      <ul className="max-w-xl mb-4">
        {teams.map((one) => (
          <li key={one.id} className="border-b border-hair">
            <a href={`${here.split('?')[0]}?team=${one.id}`} className="flex justify-between py-2.5 text-ink">
              <TeamTag name={one.name} colour={tagColour(one.colour)} />
              <span className="faint">
                {number(ofTeam(one.id).length)} of {criteria(one.id).length} scored
              </span>
            </a>
          </li>
        ))}
      </ul>
      <Waiting path="/api/v1/team-scores" />
      {chosen && (
        <div className="max-w-2xl">
          <ScoreForm
            key={chosen.id}
            projectId={projectId}
            rubricId={id}
            teamId={chosen.id}
            teamName={chosen.name}
            criteria={criteria(chosen.id)}
            halfLevels={rubric.halfLevels}
            given={ofTeam(chosen.id)}
            judgement={judgements.find((one) => one.judgeId === judge?.id && one.teamId === chosen.id) ?? null}
            here={here}
            then=""
          />
        </div>
      )}
    </>
  );
}
