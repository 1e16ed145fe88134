import type { Team } from '@/domain/classes/read';
import type { Stage } from '@/domain/plan/read';
import { tagColour } from '@/ui/colours';
import { day } from '@/core/format';
import { TeamTag } from '@/ui/sheet/Sheet';
import { Decide } from './HandIns';
import { handInOf } from '@/domain/plan/lines';
import type { TeamPace } from '@/domain/plan/pace';
import { earlyWords, standsAt, stageWords } from '@/domain/plan/words';

interface Props {
  projectId: string;
  teams: Team[];
  stages: Stage[];
  paces: TeamPace[];
  hrefOf: (team: Team) => string;
}
const SHORT = { open: '', 'handed-in': 'in', accepted: 'ok', returned: 'back' };

/** All teams: what waits to be looked at, who is how far, when each is expected to be done. */
export function ClassProgress({ projectId, teams, stages, paces, hrefOf }: Props) {
  const paceOf = new Map(paces.map((pace) => [pace.teamId, pace]));
  const order = [...teams].sort((a, b) => paceOf.get(b.id)!.behind - paceOf.get(a.id)!.behind);
  const shown = stages.filter((stage) => !stage.leftOut);
  return (
    <>
      <ToLookAt projectId={projectId} teams={teams} stages={shown} />
      <table className="stacked">
        <thead>
          <tr>
            <th>Team</th>
            <th>Stands</th>
            <th>Works on</th>
            <th>Due</th>
            <th className="right">Work left</th>
            <th className="right">Meetings left</th>
            <th>Expected to be done</th>
          </tr>
        </thead>
        <tbody>
          {order.map((team) => (
            <PaceRow key={team.id} team={team} pace={paceOf.get(team.id)!} href={hrefOf(team)} />
          ))}
        </tbody>
      </table>
      <p className="text-sm faint mt-1">
        Work left is counted in meetings on the longest chain of stages. The range holds four times out of five; how the
        forecast is made, and how far off it is, stands in the documentation.
      </p>
      <h2 className="mt-5 mb-1">Handed in</h2>
      <div className="overflow-x-auto">
        <table className="dense !w-auto">
          <thead>
            <tr>
              <th />
              {shown.map((stage) => (
                <th key={stage.id} className="!px-2">
                  <span className="upright">{stage.name}</span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {teams.map((team) => (
              <tr key={team.id}>
                <td className="!pr-3 whitespace-nowrap">
                  <TeamTag name={team.name} colour={tagColour(team.colour)} />
                </td>
                {shown.map((stage) => (
                  <Cell key={stage.id} stage={stage} team={team} href={`${hrefOf(team)}#${stage.id}`} />
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

function PaceRow({ team, pace, href }: { team: Team; pace: TeamPace; href: string }) {
  const { forecast, due } = pace;
  return (
    <tr>
      <td className="whitespace-nowrap">
        <a href={href}>
          <TeamTag name={team.name} colour={tagColour(team.colour)} />
        </a>
      </td>
      <td className={`whitespace-nowrap ${pace.behind > 0 ? 'text-brick font-semibold' : ''}`}>{standsAt(pace)}</td>
      <td>{stageWords(pace)}</td>
      <td className="whitespace-nowrap">
        {due ? (
          <>
            <span className="num">{due.number}</span>, {day(due.date)}
          </>
        ) : (
          '–'
        )}
      </td>
      <td className="num right">{pace.workLeft}</td>
      <td className="num right">{pace.meetingsLeft}</td>
      <td>
        {forecast ? (
          <details>
            <summary className="cursor-pointer">
              meeting <b className="num">{forecast.finish}</b>{' '}
              <span className="faint">({forecast.interval.join('–')})</span>,{' '}
              <span className={forecast.early < 0 ? 'text-brick font-semibold' : ''}>{earlyWords(forecast.early)}</span>
            </summary>
            <p className="text-sm faint">{forecast.why}.</p>
          </details>
        ) : (
          <span className="text-moss">done</span>
        )}
      </td>
    </tr>
  );
}

function Cell({ stage, team, href }: { stage: Stage; team: Team; href: string }) {
  const entry = handInOf(stage, team.id);
  const state = entry?.state ?? 'open';
  const tone = { open: '', 'handed-in': 'text-steel', accepted: 'text-moss', returned: 'text-brick' }[state];
  return (
    <td className="!px-2 text-center">
      {state === 'open' ? (
        <span className="faint">–</span>
      ) : (
        <a
          href={href}
          className={`word ${tone}`}
          title={`${team.name}, ${stage.name}: ${state.replace('-', ' ')}${entry?.handedInOn ? ` ${day(entry.handedInOn)}` : ''}`}
        >
          {SHORT[state]}
        </a>
      )}
    </td>
  );
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
    <section className="mb-4" aria-label="To look at">
      <h2 className="mb-1">Handed in, not looked at yet</h2>
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
