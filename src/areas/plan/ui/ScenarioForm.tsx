'use client';

import { weekOf } from '@/core/calendar';
import { groupBy } from '@/core/shared/groupBy';
import { day, weekday } from '@/core/format';
import { meetingKey, type Names, type Scenario, type SectionPlan, type TeamPlan } from '@/areas/plan/shared/whatIf';

interface FormProps {
  scenario: Scenario;
  sections: SectionPlan[];
  teams: TeamPlan[];
  names: Names;
  earlier: string;
  choose: (scenario: Scenario) => void;
}

/** What might happen: meetings are cancelled, a team needs more, the event moves; or nothing, with the plan as it is. */
export function ScenarioForm({ scenario, sections, teams, names, earlier, choose }: FormProps) {
  const loss = firstLoss(sections);
  const more = firstMore(teams);
  const kinds: [string, Scenario | null][] = [
    ['Nothing: the plan as it is', { kind: 'now' }],
    ['Meetings are cancelled', loss],
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
          <Cancelled scenario={scenario} sections={sections} choose={choose} />
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

type Loss = Extract<Scenario, { kind: 'lose' }>;

/** Which meetings of a section are cancelled: a whole week, or any of them. */
function Cancelled({
  scenario,
  sections,
  choose,
}: {
  scenario: Loss;
  sections: SectionPlan[];
  choose: (scenario: Scenario) => void;
}) {
  const section = sections.find((one) => one.id === scenario.sectionId)!;
  const weeks = groupBy(toCome(section), (meeting) => String(weekOf(meeting.date)));
  const set = (keys: string[], on: boolean) => {
    const rest = scenario.meetings.filter((one) => !keys.includes(one));
    choose({ ...scenario, meetings: on ? [...rest, ...keys] : rest });
  };
  return (
    <div className="basis-full sm:basis-96">
      {sections.length > 1 && (
        <label className="font-medium">
          Section
          <select
            className="font-normal"
            value={section.id}
            onChange={(e) => choose(lossOf(sections.find((one) => one.id === e.target.value)!) ?? scenario)}
          >
            {sections
              .filter((one) => toCome(one).length > 0)
              .map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
          </select>
        </label>
      )}
      <ul aria-label="Meetings" className="max-h-44 overflow-y-auto border border-rule px-2 mt-1">
        {[...weeks].map(([week, meetings]) => {
          const keys = meetings.map(meetingKey);
          return (
            <li key={week} className="flex flex-wrap gap-x-4 gap-y-1 py-1 border-b border-hair last:border-0">
              <label className="flex gap-1.5 items-center min-w-36 font-medium">
                <input
                  type="checkbox"
                  checked={keys.every((one) => scenario.meetings.includes(one))}
                  onChange={(e) => set(keys, e.target.checked)}
                />
                Week of {day(meetings[0]!.date)}
              </label>
              {meetings.map((meeting) => (
                <label key={meetingKey(meeting)} className="flex gap-1.5 items-center">
                  <input
                    type="checkbox"
                    checked={scenario.meetings.includes(meetingKey(meeting))}
                    onChange={(e) => set([meetingKey(meeting)], e.target.checked)}
                  />
                  {weekday(meeting.date)} {meeting.start}
                </label>
              ))}
            </li>
          );
        })}
      </ul>
    </div>
  );
}

/** The next meeting of a section, cancelled; null when none is to come. */
function lossOf(section: SectionPlan): Scenario | null {
  const [next] = toCome(section);
  return next ? { kind: 'lose', sectionId: section.id, meetings: [meetingKey(next)], reason: 'cancelled' } : null;
}

/** The next meeting that could be cancelled. */
export function firstLoss(sections: readonly SectionPlan[]): Scenario | null {
  return sections.map(lossOf).find((one) => one !== null) ?? null;
}

function firstMore(teams: readonly TeamPlan[]): Scenario | null {
  const team = teams.find((one) => one.stages.length > 0);
  return team ? { kind: 'more', teamId: team.id, stageId: team.stages[0]!.id, meetings: 1 } : null;
}
