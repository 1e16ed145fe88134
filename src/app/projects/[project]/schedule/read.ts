import { listStages, listPlanChanges, planLines } from '@/areas/plan';
import { listReviews } from '@/areas/reviews';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “Schedule” shows. */
export async function readSchedulePage(sql: Sql, frame: Frame) {
  const { project, role } = frame.seat;
  const leads = role === 'instructor';
  const [stages, changes, reviews] = await Promise.all([
    listStages(sql, project.id),
    leads ? listPlanChanges(sql, project.id, project.timeZone, 5) : [],
    listReviews(sql, project.id),
  ]);
  const sections = frame.section ? [frame.section] : frame.sections;
  const lines = planLines(sections, frame.teams, stages, { eventDate: project.eventDate, now: frame.now });
  const nameOf = new Map(stages.map((stage) => [stage.id, stage.name]));
  const leftOut = stages.filter((stage) => stage.leftOut);
  const empty = lines.filter((line) => line.meetings.length === 0);
  return { leads, stages, changes, reviews, sections, lines, nameOf, leftOut, empty };
}
