import type { Team } from '@/areas/course';
import type { Stage } from '@/areas/plan/read/stages';
import { tagColour } from '@/ui/colours';
import { day } from '@/core/format';
import { TeamTag } from '@/ui/sheet/Sheet';
import { HandInRows, PaceRow, type HandInState, type PaceWords } from './ClassRows';
import { Decide } from './HandIns';
import { handInOf } from '@/areas/plan/shared/lines';
import type { TeamPace } from '@/areas/plan/read/pace';
import { earlyWords, standsAt, stageWords } from '@/areas/plan/shared/words';

interface Props {
  projectId: string;
  teams: Team[];
  stages: Stage[];
  paces: TeamPace[];
  hrefOf: (team: Team) => string;
  /** Whether the person accepts and returns what is handed in. */
  decides: boolean;
}

/** All teams: what waits to be looked at, who is how far, when each is expected to be done. */
export function ClassProgress({ projectId, teams, stages, paces, hrefOf, decides }: Props) {
  const paceOf = new Map(paces.map((pace) => [pace.teamId, pace]));
  const order = [...teams].sort((a, b) => paceOf.get(b.id)!.behind - paceOf.get(a.id)!.behind);
  const shown = stages.filter((stage) => !stage.leftOut);
  return (
    <>
      {decides && <ToLookAt projectId={projectId} teams={teams} stages={shown} />}
      <table className="stacked">
        <thead>
          <tr>
            <th>Team</th>
            <th>Stands</th>
            <th>Works on</th>
            <th>Due</th>
            <th className="right">Work left</th>
            <th className="right">Meetings left</th>
            <th>Expected to finish</th>
          </tr>
        </thead>
        <tbody>
          {order.map((team) => (
            <PaceRow key={team.id} {...wordsOf(team, paceOf.get(team.id)!, hrefOf(team))} />
          ))}
        </tbody>
      </table>
      <p className="text-sm faint mt-1">
        Work left is counted in meetings on the longest chain of stages. The range holds about four times out of five;
        how the forecast is made, and how far off it is, stands in the documentation.
      </p>
      <h2 className="mt-5 mb-1">Handed in</h2>
      <div className="overflow-x-auto">
        <table className="dense marks !w-auto">
          <thead>
            <tr>
              <td />
              {shown.map((stage) => (
                <th key={stage.id} className="!px-2">
                  <span className="upright">{stage.name}</span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <HandInRows
              stages={shown.map(({ id, name }) => ({ id, name }))}
              teams={teams.map((team) => ({
                team: team.name,
                colour: team.colour,
                href: hrefOf(team),
                states: shown.map((stage) => handedIn(stage, team)),
              }))}
            />
          </tbody>
        </table>
      </div>
    </>
  );
}

function wordsOf(team: Team, pace: TeamPace, href: string): PaceWords {
  const { forecast, due, behind, workLeft, meetingsLeft } = pace;
  return {
    team: team.name,
    colour: team.colour,
    href,
    stands: standsAt(pace),
    behind: behind > 0,
    worksOn: stageWords(pace),
    due: due && [due.number, day(due.date)],
    workLeft,
    meetingsLeft,
    forecast: forecast && {
      finish: forecast.finish,
      interval: forecast.interval.join('–'),
      early: earlyWords(forecast.early),
      late: forecast.early < 0,
      why: forecast.why,
    },
  };
}

function handedIn(stage: Stage, team: Team): readonly [state: HandInState, on?: string] {
  const entry = handInOf(stage, team.id);
  if (!entry || entry.state === 'open') return ['open'];
  return entry.handedInOn ? [entry.state, day(entry.handedInOn)] : [entry.state];
}

/** What teams have handed in and nobody has looked at yet. */
function ToLookAt({ projectId, teams, stages }: { projectId: string; teams: Team[]; stages: Stage[] }) {
  const waiting = stages.flatMap((stage) =>
    stage.handIns
      .filter((one) => one.state === 'handed-in')
      .flatMap((entry) => teams.filter((team) => team.id === entry.teamId).map((team) => ({ stage, entry, team }))),
  );
  if (waiting.length === 0) return null;
  return (
    <section className="mb-4" aria-label="To review">
      <h2 className="mb-1">Handed in, not reviewed yet</h2>
      <ul className="max-w-4xl">
        {waiting.map(({ stage, entry, team }) => (
          <li
            key={stage.id + team.id}
            className="flex flex-wrap gap-x-4 gap-y-1 items-baseline py-1.5 border-b border-hair"
          >
            <span className="grow basis-52">
              <TeamTag name={team.name} colour={tagColour(team.colour)} />: {stage.name}
              {entry.handedInOn && <span className="faint">, {day(entry.handedInOn)}</span>}
              {entry.note && <span className="text-sm block">{entry.note}</span>}
            </span>
            <Decide
              {...{
                projectId,
                teamId: team.id,
                stageId: stage.id,
                version: entry.version,
                stage: stage.name,
                team: team.name,
              }}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}
