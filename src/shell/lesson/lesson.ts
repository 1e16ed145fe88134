import { endOf, type Meeting } from '@/core/calendar';
import { listBookings, listMachines, listAbsent, listStages, type Stage, pacesOf, type TeamPace } from '@/areas/plan';
import { readSafety, type Hazard } from '@/areas/safety';
import { listStudents, listTeams, meetingsOf, type Member, type Section, type Team } from '@/areas/course';
import { listReviews, runningOrder } from '@/areas/reviews';
import { type Sql } from '@/db/connection';

/** A team in a lesson: what it does, who is there, what it owes. */
export interface LessonTeam {
  team: Team;
  pace: TeamPace | null;
  members: { id: string; name: string; absent: boolean }[];
}
export interface Lesson {
  section: Section;
  meeting: Meeting;
  /** Which meeting of the section it is, and how many there are before the event. */
  number: number;
  count: number;
  teams: LessonTeam[];
  /** Who is in no team. */
  others: { id: string; name: string; absent: boolean }[];
  /** The stages that teams are at, each once, in the order of the plan. */
  stages: Stage[];
  /** Hazards of these stages and of the machines booked for the meeting. */
  hazards: Hazard[];
  /** What is booked for the meeting, in order. */
  /** Reviews that are held in it, with who is on when. */
  reviews: { id: string; name: string; turns: string[] }[];
  booked: { id: string; start: string; minutes: number; machine: string; team: string; purpose: string }[];
}

/** The meeting of a section that is on now or comes next, with what each team does in it; null when there is none left. */
export async function readLesson(
  sql: Sql,
  projectId: string,
  section: Section,
  { eventDate, now }: { eventDate: string; now: string },
): Promise<Lesson | null> {
  const meetings = meetingsOf(section);
  const meeting = meetings.find((one) => endOf(one) > now);
  if (!meeting) return null;
  const [stages, teams, students, absent, safety, machines, bookings, reviews] = await Promise.all([
    listStages(sql, projectId),
    listTeams(sql, projectId),
    listStudents(sql, projectId),
    listAbsent(sql, projectId, meeting.date),
    readSafety(sql, projectId),
    listMachines(sql, projectId),
    listBookings(sql, projectId),
    listReviews(sql, projectId),
  ]);
  const own = teams.filter((team) => team.sectionId === section.id);
  const paces = pacesOf([section], own, stages, { eventDate, now });
  const here = students.filter((member) => member.sectionId === section.id);
  const line = ({ accountId, name }: Member) => ({ id: accountId, name, absent: absent.includes(accountId) });
  const at = new Set(paces.map((pace) => pace.current?.id));
  const booked = bookings.flatMap(({ id, day, start, minutes, state, machineId, teamId, purpose }) => {
    const team = own.find((one) => one.id === teamId);
    if (day !== meeting.date || !start || !minutes || !team || (state !== 'booked' && state !== 'running')) return [];
    const machine = machines.find((one) => one.id === machineId)!;
    return [{ id, start, minutes, machine: machine.name, machineId: machine.id, team: team.name, purpose }];
  });
  const inUse = new Set(booked.map((one) => one.machineId));
  return {
    section,
    meeting,
    number: meetings.indexOf(meeting) + 1,
    count: meetings.filter((one) => one.date < eventDate).length,
    teams: own.map((team) => ({
      team,
      pace: paces.find((pace) => pace.teamId === team.id) ?? null,
      members: here.filter((member) => member.teamId === team.id).map(line),
    })),
    others: here.filter((member) => member.teamId === null).map(line),
    stages: stages.filter((stage) => at.has(stage.id)),
    hazards: safety.hazards.filter(
      (hazard) => hazard.stages.some((id) => at.has(id)) || hazard.machines.some((id) => inUse.has(id)),
    ),
    booked,
    reviews: reviews.flatMap((review) => {
      const nameOf = (slotId: string) =>
        own.find(({ id }) => id === review.slots.find((one) => one.id === slotId)?.teamId);
      const turns = runningOrder(review, review.sectionId === section.id ? section : undefined).slots.filter(
        ({ date }) => date === meeting.date,
      );
      if (turns.length === 0) return [];
      return [
        { id: review.id, name: review.name, turns: turns.map((one) => `${one.start} ${nameOf(one.team)?.name ?? ''}`) },
      ];
    }),
  };
}
