import { CoreError } from '../shared/CoreError';
import { filled, whole } from '../shared/check';

/** A review to be laid over class meetings; all times in minutes. */
export interface ReviewWanted {
  /** Names of the teams in their order, each once. */
  teams: readonly string[];
  /** The meetings it may use, in their order: "YYYY-MM-DD", "HH:MM" and how long each is. */
  meetings: readonly { date: string; start: string; minutes: number }[];
  /** What a team has. */
  minutes: number;
  /** Between two teams at the same panel. */
  changeover: number;
  /** What passes of each meeting before the first team is on. */
  opening: number;
  /** Panels that sit at the same time; each hears one team at a time. */
  panels: number;
}
export interface PlannedSlot {
  team: string;
  date: string;
  /** "HH:MM" */
  start: string;
  /** Counted from 1. */
  panel: number;
  /** Which of the meetings, counted from 0. */
  meeting: number;
}
/** One change that is enough for every team to be heard. */
export interface WayToFit {
  kind: 'minutes' | 'meetings' | 'panels' | 'teams';
  /** Minutes for each team, meetings like the longest of these, panels, or the teams that are heard as it is. */
  value: number;
}
export interface ReviewPlan {
  slots: PlannedSlot[];
  /** Teams that no time is left for, in their order. */
  left: string[];
  fits: boolean;
  ways: WayToFit[];
}

/** Less than this is no review. */
const LEAST_MINUTES = 3;
const MOST_PANELS = 6;

/**
 * Lays a review over class meetings: the teams in their order, each whole in one meeting, one after another at every panel;
 * with several panels the next teams in the order are heard at the same time, the panels counted up. A meeting holds
 * floor((minutes − opening + changeover) / (a team's minutes + changeover)) rounds.
 * @returns who is on when, who is left over, and for those what would make it fit, each way alone: the most minutes a team (not
 * below 3) that is enough, further meetings as long as the longest, panels up to 6, the teams that are heard as it is.
 * @throws CoreError for no or repeated teams, no meeting, or numbers that are not whole or too small.
 */
export function planReview(wanted: ReviewWanted): ReviewPlan {
  const teams = filled(wanted.teams, 'The teams of a review');
  const seen = new Set<string>();
  for (const team of teams) {
    if (seen.has(team)) throw new CoreError(`The team "${team}" appears twice in the review.`);
    seen.add(team);
  }
  filled(wanted.meetings, 'The meetings of a review');
  whole(wanted.minutes, 'The minutes of a team', 1);
  whole(wanted.changeover, 'The changeover');
  whole(wanted.opening, 'The minutes before the first team');
  whole(wanted.panels, 'The panels', 1);
  const slots = layOut(wanted);
  const left = teams.slice(slots.length);
  return { slots, left: [...left], fits: left.length === 0, ways: left.length === 0 ? [] : waysFor(wanted, slots) };
}

function layOut({ teams, meetings, minutes, changeover, opening, panels }: ReviewWanted): PlannedSlot[] {
  const slots: PlannedSlot[] = [];
  for (const [meeting, { date, start, minutes: lasts }] of meetings.entries()) {
    for (let round = 0; round < roundsIn(lasts, { minutes, changeover, opening }); round++) {
      for (let panel = 1; panel <= panels && slots.length < teams.length; panel++)
        slots.push({
          team: teams[slots.length]!,
          date,
          start: later(start, opening + round * (minutes + changeover)),
          panel,
          meeting,
        });
    }
  }
  return slots;
}

function roundsIn(lasts: number, of: Pick<ReviewWanted, 'minutes' | 'changeover' | 'opening'>): number {
  return Math.max(0, Math.floor((lasts - of.opening + of.changeover) / (of.minutes + of.changeover)));
}

/** "HH:MM" some minutes later, on the same day. */
function later(start: string, minutes: number): string {
  const at = Number(start.slice(0, 2)) * 60 + Number(start.slice(3)) + minutes;
  return `${String(Math.floor(at / 60) % 24).padStart(2, '0')}:${String(at % 60).padStart(2, '0')}`;
}

function waysFor(wanted: ReviewWanted, slots: readonly PlannedSlot[]): WayToFit[] {
  const { teams, meetings, panels } = wanted;
  const fits = (change: Partial<ReviewWanted>) => layOut({ ...wanted, ...change }).length === teams.length;
  const ways: WayToFit[] = [];
  for (let minutes = wanted.minutes - 1; minutes >= LEAST_MINUTES; minutes--)
    if (fits({ minutes })) {
      ways.push({ kind: 'minutes', value: minutes });
      break;
    }
  const each = Math.max(...meetings.map((one) => roundsIn(one.minutes, wanted))) * panels;
  if (each > 0)
    ways.push({ kind: 'meetings', value: meetings.length + Math.ceil((teams.length - slots.length) / each) });
  for (let more = panels + 1; more <= MOST_PANELS; more++)
    if (fits({ panels: more })) {
      ways.push({ kind: 'panels', value: more });
      break;
    }
  if (slots.length > 0) ways.push({ kind: 'teams', value: slots.length });
  return ways;
}
