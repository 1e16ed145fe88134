import { apply, type Line, type Remedy, type Way, withMore } from '@/core/plan';
import { type Meeting } from '@/core/calendar';
import { day, plural, weekday } from '@/core/format';
import type { Operation } from '@/areas/plan/read/operations';
import { layOutLine } from './lines';
import { slackOf } from './words';

/** A meeting as it is told from others of its section: "2026-10-05 10:05". */
export const meetingKey = ({ date, start }: Pick<Meeting, 'date' | 'start'>) => `${date} ${start}`;

/** Something that might happen, or the plan as it is now. */
export type Scenario =
  | { kind: 'now' }
  | { kind: 'lose'; sectionId: string; meetings: readonly string[]; reason: string }
  | { kind: 'more'; teamId: string; stageId: string; meetings: number }
  | { kind: 'event'; day: string };

/** A section with its whole plan; what is under way or over is fixed. */
export interface SectionPlan extends Line {
  name: string;
  meetings: readonly Meeting[];
  /** The first day whose meetings are still to come. */
  from: string;
}
/** A team with the work it has left. */
export interface TeamPlan extends Line {
  name: string;
  meetings: readonly Meeting[];
  sectionId: string;
}
export interface Names {
  stage: (id: string) => string;
  section: (id: string) => string;
}

/** The lines as they would be: every section, and the team that needs more. */
export function linesIn(scenario: Scenario, sections: readonly SectionPlan[], teams: readonly TeamPlan[]): Line[] {
  const plain = sections.map(({ id, meetings, spare = [], eventDate, stages, from }): Line => ({
    id,
    eventDate,
    stages,
    meetings: meetings.filter(
      (one) => !(scenario.kind === 'lose' && id === scenario.sectionId && scenario.meetings.includes(meetingKey(one))),
    ),
    spare: spare.filter((one) => one.date >= from),
  }));
  if (scenario.kind === 'event') return plain.map((line) => ({ ...line, eventDate: scenario.day }));
  const team = scenario.kind === 'more' ? teams.find((one) => one.id === scenario.teamId) : undefined;
  if (scenario.kind !== 'more' || !team) return plain;
  const { id, meetings, spare = [], eventDate, stages, today } = team;
  const longer = stages.map((stage) =>
    stage.id === scenario.stageId ? withMore(stage, scenario.meetings, meetings) : stage,
  );
  return [...plain, { id, meetings, spare, eventDate, stages: longer, ...(today === undefined ? {} : { today }) }];
}

/** Missing (negative) or spare meetings of each line. */
export function spareOf(lines: readonly Line[]): number[] {
  return lines.map((line) => {
    const { stages, count } = layOutLine(line);
    return Math.min(count, ...[...stages.values()].map((one) => one.slack));
  });
}

/** The same once a way is gone. */
export function spareAfter(lines: readonly Line[], way: Way): number[] {
  return spareOf(
    lines.map((line) =>
      apply(
        line,
        way.remedies.map((one) => one.remedy),
      ),
    ),
  );
}

/** "2 meetings short", "fits, no slack", "fits, 3 meetings of slack" */
export function spareWords(spare: number): string {
  if (spare < 0) return `${plural(-spare, 'meeting')} short`;
  return `fits, ${slackOf(spare)}`;
}

/** A remedy in words: what is done, and what it costs. */
export function wordsOf(
  remedy: Remedy,
  cost: number,
  { stage, section }: Names,
  sectionOf: (line: string) => string,
): { does: string; costs: string } {
  switch (remedy.kind) {
    case 'shorten':
      return {
        does: `Shorten “${stage(remedy.stage)}” to ${plural(remedy.meetings, 'meeting')}`,
        costs: `${plural(cost, 'meeting')} less for it, for everybody`,
      };
    case 'drop':
      return {
        does: `Leave out “${stage(remedy.stage)}”`,
        costs: `what it would have brought: ${plural(cost, 'meeting')} of work`,
      };
    case 'overlap':
      return {
        does: `Work on “${stage(remedy.second)}” beside “${stage(remedy.first)}”`,
        costs: `two things at once in ${plural(cost * 2, 'meeting')}`,
      };
    case 'extra': {
      const [date = '', start = ''] = remedy.spare.split(' ');
      return {
        does: `Hold the meeting in reserve on ${weekday(date)} at ${start}, section ${section(sectionOf(remedy.line))}`,
        costs: 'a meeting outside the usual times',
      };
    }
    case 'undelay':
      return {
        does: `Start “${stage(remedy.stage)}” as soon as it can`,
        costs: 'nothing but the later start that was chosen',
      };
  }
}

/** What is done to the plan: what has happened, and the way chosen. */
export function operationsOf(scenario: Scenario, way: Way | null, sectionOf: (line: string) => string): Operation[] {
  return [...happened(scenario), ...(way?.remedies ?? []).map(({ remedy }) => operationOf(remedy, sectionOf))];
}

function happened(scenario: Scenario): Operation[] {
  if (scenario.kind === 'now') return [];
  if (scenario.kind !== 'lose') return [scenario];
  const { sectionId, meetings, reason } = scenario;
  return meetings.map((one) => {
    const [date = '', start = ''] = one.split(' ');
    return { kind: 'lose', sectionId, day: date, start, reason };
  });
}

function operationOf(remedy: Remedy, sectionOf: (line: string) => string): Operation {
  switch (remedy.kind) {
    case 'shorten':
      return { kind: 'shorten', stageId: remedy.stage, meetings: remedy.meetings };
    case 'drop':
      return { kind: 'drop', stageId: remedy.stage };
    case 'overlap':
      return { kind: 'overlap', firstId: remedy.first, secondId: remedy.second };
    case 'undelay':
      return { kind: 'shift', stageId: remedy.stage, delay: 0 };
    case 'extra': {
      const [date = '', start = ''] = remedy.spare.split(' ');
      return { kind: 'extra', sectionId: sectionOf(remedy.line), day: date, start };
    }
  }
}

/** A title for the list of changes, short enough to be kept. */
export function titleOf(
  scenario: Scenario,
  way: Way | null,
  names: Names,
  team: string,
  sectionOf: (line: string) => string,
): string {
  const done = (way?.remedies ?? []).map(({ remedy, cost }) => wordsOf(remedy, cost, names, sectionOf).does);
  const title = [whatHappens(scenario, names, team), ...done].filter(Boolean).join('; ');
  return title.length > 160 ? `${title.slice(0, 159)}…` : title;
}

function whatHappens(scenario: Scenario, names: Names, team: string): string {
  switch (scenario.kind) {
    case 'now':
      return '';
    case 'lose': {
      const section = `Section ${names.section(scenario.sectionId)} loses`;
      const [[date = '', start = ''] = [], ...more] = [...scenario.meetings].sort().map((one) => one.split(' '));
      if (more.length === 0) return `${section} ${weekday(date)} ${start}`;
      return `${section} ${plural(scenario.meetings.length, 'meeting')}, ${day(date)} to ${day(more.at(-1)![0]!)}`;
    }
    case 'more':
      return `${team}: ${plural(scenario.meetings, 'meeting')} more for “${names.stage(scenario.stageId)}”`;
    case 'event':
      return `Event on ${day(scenario.day)}`;
  }
}
