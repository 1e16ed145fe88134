import type { Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
import { readBriefState } from './readers';

/** What these lines are made from. */
async function load(sql: Sql, { projectId, personId }: Asked) {
  const [brief] = await Promise.all([readBriefState(sql, projectId, personId)]);
  return { brief };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** What the brief has to say on Today: not published yet, or changed since a student has read it. */
export const briefItems = ({ brief, leads, href }: Given): TodayItem[] => {
  const line = (headline: string, detail: string, label: string) => [
    { teamId: null, urgency: 70, tone: 'iron' as const, headline, detail, href: href('brief'), label },
  ];
  if (leads)
    return brief.number === null
      ? line('The brief is not published', 'Students and the client’s link see it once you publish it.', 'Brief')
      : [];
  if (brief.number === null || brief.read === brief.number) return [];
  return brief.read === null
    ? line('Read the brief', `Version ${brief.number} is published.`, 'Brief')
    : line('The brief has changed', `You read version ${brief.read}; version ${brief.number} is out.`, 'What changed');
};

export const briefToday = todayPart('brief', load, briefItems);
