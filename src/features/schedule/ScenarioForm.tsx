'use client';

import { weekday } from '@/core/format';
import type { Names, Scenario, SectionPlan, TeamPlan } from '@/domain/plan/whatIf';

interface FormProps {
  scenario: Scenario;
  sections: SectionPlan[];
  teams: TeamPlan[];
  names: Names;
  earlier: string;
  choose: (scenario: Scenario) => void;
}

/** What might happen: a meeting is cancelled, a team needs more, the event moves. */
export function ScenarioForm({ scenario, sections, teams, names, earlier, choose }: FormProps) {
  const loss = firstLoss(sections);
  const more = firstMore(teams);
  const kinds: [string, Scenario | null][] = [
    ['A meeting is cancelled', loss],
    ['A team needs more meetings', more],
    ['The event moves', { kind: 'event', day: earlier }],
  ];
  return (
    <fieldset className="flex flex-wrap gap-x-5 gap-y-3 items-end">
      <legend className="sr-only">What happens</legend>
      <div className="flex flex-col">
        {kinds.map(([label, first]) => (
          <label key={label} className="flex gap-2 items-center min-h-7">
            <input
              type="radio"
              name="kind"
              disabled={first === null}
              checked={scenario.kind === first?.kind}
              onChange={() => first && choose(first)}
            />
            {label}
          </label>
        ))}
      </div>
      {scenario.kind === 'lose' && (
        <>
          <label className="font-medium">
            Which meeting
            <select
              className="font-normal"
              value={`${scenario.sectionId} ${scenario.date} ${scenario.start}`}
              onChange={(e) => {
                const [sectionId = '', date = '', start = ''] = e.target.value.split(' ');
                choose({ ...scenario, sectionId, date, start });
              }}
            >
              {sections.map((section) => (
                <optgroup key={section.id} label={`Section ${section.name}`}>
                  {toCome(section).map(({ date, start }) => (
                    <option key={date + start} value={`${section.id} ${date} ${start}`}>
                      {section.name}: {weekday(date)} {start}
                    </option>
                  ))}
                </optgroup>
              ))}
            </select>
          </label>
          <label className="font-medium">
            Reason
            <input
              className="font-normal"
              value={scenario.reason}
              maxLength={160}
              onChange={(e) => choose({ ...scenario, reason: e.target.value })}
            />
          </label>
        </>
      )}
      {scenario.kind === 'more' && (
        <>
          <label className="font-medium">
            Team
            <select
              className="font-normal"
              value={scenario.teamId}
              onChange={(e) => {
                const team = teams.find((one) => one.id === e.target.value)!;
                choose({ ...scenario, teamId: team.id, stageId: team.stages[0]!.id });
              }}
            >
              {teams
                .filter((team) => team.stages.length > 0)
                .map((team) => (
                  <option key={team.id} value={team.id}>
                    {team.name}
                  </option>
                ))}
            </select>
          </label>
          <label className="font-medium">
            For
            <select
              className="font-normal"
              value={scenario.stageId}
              onChange={(e) => choose({ ...scenario, stageId: e.target.value })}
            >
              {teams
                .find((team) => team.id === scenario.teamId)!
                .stages.map((stage) => (
                  <option key={stage.id} value={stage.id}>
                    {names.stage(stage.id)}
                  </option>
                ))}
            </select>
          </label>
          <label className="font-medium w-28">
            Meetings more
            <input
              type="number"
              min={1}
              max={20}
              className="num font-normal"
              value={scenario.meetings}
              onChange={(e) => choose({ ...scenario, meetings: Number(e.target.value) })}
            />
          </label>
        </>
      )}
      {scenario.kind === 'event' && (
        <label className="font-medium">
          New day of the event
          <input
            type="date"
            className="font-normal"
            value={scenario.day}
            onChange={(e) => choose({ kind: 'event', day: e.target.value })}
          />
        </label>
      )}
    </fieldset>
  );
}

const toCome = ({ meetings, from, eventDate }: SectionPlan) =>
  meetings.filter((one) => one.date >= from && one.date < eventDate);

/** The next meeting that could be cancelled. */
export function firstLoss(sections: readonly SectionPlan[]): Scenario | null {
  const next = sections.flatMap((section) => toCome(section).map((one) => ({ id: section.id, ...one })))[0];
  return next ? { kind: 'lose', sectionId: next.id, date: next.date, start: next.start, reason: 'cancelled' } : null;
}

function firstMore(teams: readonly TeamPlan[]): Scenario | null {
  const team = teams.find((one) => one.stages.length > 0);
  return team ? { kind: 'more', teamId: team.id, stageId: team.stages[0]!.id, meetings: 1 } : null;
}
