import type { Team } from '@/areas/course';
import { hazardsOf, type Hazard } from '@/areas/safety';
import type { HandIn, Stage } from '@/areas/plan/read/stages';
import { day, plural } from '@/core/format';
import { Waiting } from '@/ui/outbox/Waiting';
import { Cautions } from '@/ui/sheet/Cautions';
import { Decide, HandInForm, Withdraw } from './HandIns';
import { handInOf } from '@/areas/plan/shared/lines';
import type { TeamPace } from '@/areas/plan/read/pace';
import { earlyWords, standsAt, stageWords } from '@/areas/plan/shared/words';

const STATE = { open: 'open', 'handed-in': 'handed in', accepted: 'accepted', returned: 'returned' };

/** One team: where it stands, and every stage with what is to be handed in. */
export function TeamStages({
  projectId,
  team,
  stages,
  pace,
  back,
  leads,
  hazards,
}: {
  projectId: string;
  team: Team;
  stages: Stage[];
  pace: TeamPace;
  back: string;
  leads: boolean;
  hazards: readonly Hazard[];
}) {
  const isAccepted = (stage: Stage) => handInOf(stage, team.id)?.state === 'accepted';
  const [accepted, left] = [stages.filter(isAccepted), stages.filter((stage) => !isAccepted(stage))];
  const line = (stage: Stage) => {
    const entry = handInOf(stage, team.id);
    const place = {
      projectId,
      teamId: team.id,
      stageId: stage.id,
      version: entry?.version ?? null,
      stage: stage.name,
      team: team.name,
    };
    const state = entry?.state ?? 'open';
    const now = pace.current?.id === stage.id;
    return (
      <li
        key={stage.id}
        id={stage.id}
        className={`py-2 border-b border-hair ${now ? 'border-l-4 border-l-iron pl-3' : 'pl-4'}`}
      >
        <div className="flex flex-wrap gap-x-3 items-baseline">
          <b>{stage.name}</b>
          <StateWord entry={entry} />
          {state === 'handed-in' && <Withdraw {...place} back={back} />}
        </div>
        {stage.handsIn && <p className="text-sm">Hand in: {stage.handsIn}</p>}
        {stage.evidence && <p className="text-sm faint">{ticksWhen(stage)}</p>}
        {entry?.note && (
          <p className="text-sm">
            {state === 'returned' ? 'Still to be done: ' : 'Note: '}
            {entry.note}
          </p>
        )}
        {entry && entry.moreMeetings > 0 && (
          <p className="text-sm faint">{plural(entry.moreMeetings, 'meeting')} more than planned</p>
        )}
        {now && (
          <Cautions own={stage.cautions ? [stage.cautions] : []} hazards={hazardsOf(hazards, 'stages', stage.id)} />
        )}
        {(state === 'open' || state === 'returned') && (
          <details className="no-print" open={now}>
            <summary className="cursor-pointer text-sm">hand it in</summary>
            <div className="pt-1">
              <HandInForm {...place} back={back} label={state === 'returned' ? 'Hand in again' : 'Hand in'} />
            </div>
          </details>
        )}
        {leads && state === 'handed-in' && <Decide {...place} />}
      </li>
    );
  };
  return (
    <div className="max-w-4xl">
      <p className="text-lg">
        <b className={pace.behind > 0 ? 'text-brick' : ''}>{standsAt(pace)}</b>
        <span className="faint">
          {' '}
          · {stageWords(pace)}
          {pace.due && `, due by meeting ${pace.due.number}, ${day(pace.due.date)}`}
        </span>
      </p>
      {pace.forecast && (
        <p className="mb-3">
          Expected to finish in meeting <b className="num">{pace.forecast.finish}</b> ({earlyWords(pace.forecast.early)}
          ; between {pace.forecast.interval.join(' and ')} about four times out of five).{' '}
          <span className="faint">{pace.forecast.why}.</span>
        </p>
      )}
      <Waiting path="/api/v1/hand-ins" />
      <ol>{left.map(line)}</ol>
      {accepted.length > 0 && (
        <details className="mt-3" open={left.length === 0}>
          <summary className="cursor-pointer font-medium">{plural(accepted.length, 'stage')} accepted</summary>
          <ol>{accepted.map(line)}</ol>
        </details>
      )}
    </div>
  );
}

function StateWord({ entry }: { entry: HandIn | undefined }) {
  const state = entry?.state ?? 'open';
  const tone = { open: 'faint', 'handed-in': 'text-steel', accepted: 'text-moss', returned: 'text-brick' }[state];
  return (
    <span className={`word ${tone}`}>
      {STATE[state]}
      {entry?.handedInOn && state !== 'returned' && ` ${day(entry.handedInOn)}`}
    </span>
  );
}

/** When a stage is handed in by itself. */
function ticksWhen({ evidence, evidenceCount }: Stage): string {
  return evidence === 'runs'
    ? `Handed in by itself once ${plural(evidenceCount, 'run is', 'runs are')} recorded.`
    : 'Handed in by itself once every member has handed in a concept with a sketch.';
}
