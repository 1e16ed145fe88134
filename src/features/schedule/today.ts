import { meetingsOf } from '@/server/records/classes';
import type { TodayProvider } from '@/server/today';

/** The first step of an empty project, and the days before the event. */
export const scheduleItems: TodayProvider = ({ sections, teams, today, eventDate, leads, href }) => {
  if (!leads) return [];
  const place = { teamId: null, tone: 'iron' as const };
  if (sections.length === 0) {
    return [
      {
        ...place,
        urgency: 85,
        headline: 'No section yet',
        detail: 'A section with its meeting times makes the meeting line above, and takes the roster.',
        href: href('schedule'),
        label: 'Schedule',
      },
    ];
  }
  if (teams.length === 0) {
    return [
      {
        ...place,
        urgency: 84,
        headline: 'No team yet',
        detail: 'Paste the roster of a section; a column “team” puts everybody into teams at once.',
        href: href('teams'),
        label: 'Teams',
      },
    ];
  }
  return sections.flatMap((section) => {
    const left = meetingsOf(section).filter((m) => m.date >= today && m.date < eventDate).length;
    if (today >= eventDate || left > 3) return [];
    return [
      {
        ...place,
        urgency: 70,
        headline: `Section ${section.name}: ${left} meetings left`,
        detail: 'before the event, this one included',
        href: href('schedule'),
        label: 'Schedule',
      },
    ];
  });
};
