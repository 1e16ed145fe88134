import { day, plural } from '@/core/format';
import type { Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
import { listSections } from '@/areas/course';
import { readIdeasOpen } from './concepts';

/** What these lines are made from. */
async function load(sql: Sql, { projectId, personId }: Asked) {
  const [ideas, sections] = await Promise.all([readIdeasOpen(sql, projectId, personId), listSections(sql, projectId)]);
  return { ideas, sections };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** Who has not handed in a concept yet; for a student, that the own one is due. */
export const conceptItems = ({ ideas, sections, leads, today, href, teams }: Given): TodayItem[] => {
  const here = new Set(teams.map(({ sectionId }) => sectionId));
  return ideas.rounds.flatMap(({ sectionId, wanted, dueOn, released, missing, own }): TodayItem[] => {
    const open = leads ? missing : wanted - own;
    // A student without a team yet has a section all the same.
    if (released || open <= 0 || (teams.length > 0 && !here.has(sectionId))) return [];
    const late = dueOn !== null && dueOn <= today;
    const due = dueOn ? `due by the meeting on ${day(dueOn)}` : 'no day is set';
    const section = sections.find(({ id }) => id === sectionId);
    return [
      {
        teamId: null,
        urgency: late ? 70 : 40,
        tone: late ? 'ochre' : 'ink',
        headline: leads
          ? `${plural(missing, 'student')} of section ${section?.name} ${missing === 1 ? 'has' : 'have'} not handed in their concepts`
          : `Hand in ${own > 0 ? 'another concept' : 'a concept'} of your own`,
        detail: due,
        href: href(leads ? 'concepts' : 'concepts/new'),
        label: 'Concepts',
      },
    ];
  });
};

/** Wishes that are asked for, and charters that not all have agreed to. */
export const teamItems = (given: Given): TodayItem[] => [...wishItems(given), ...charterItems(given)];

function wishItems({ ideas, sections, leads, teams, href }: Given): TodayItem[] {
  const here = new Set(teams.map(({ sectionId }) => sectionId));
  return ideas.asks.flatMap(({ sectionId, missing, said }) => {
    if ((leads ? missing === 0 : said) || (teams.length > 0 && !here.has(sectionId))) return [];
    return [
      {
        teamId: null,
        urgency: 42,
        tone: 'ink' as const,
        headline: leads
          ? `${plural(missing, 'student')} of section ${sections.find(({ id }) => id === sectionId)?.name} have not said yet which team they would like`
          : 'Say what team you would like',
        detail: 'seen by teachers alone',
        href: href(leads ? 'teams/forming' : 'teams'),
        label: 'Teams',
      },
    ];
  });
}

function charterItems({ ideas, leads, teams, href }: Given): TodayItem[] {
  return ideas.charters.flatMap(({ teamId, missing, own }) => {
    if (!teams.some(({ id }) => id === teamId) || (!leads && !own)) return [];
    return [
      {
        teamId,
        urgency: 18,
        tone: 'ink' as const,
        headline: leads ? 'The charter is not agreed by all' : 'Agree to your team’s charter',
        detail: leads ? `${plural(missing, 'member')} still to agree` : 'or change it, and all agree again',
        href: href('teams/charters'),
        label: 'Charter',
      },
    ];
  });
}

export const conceptsToday = todayPart('concepts', load, conceptItems);
export const teamsToday = todayPart('teams', load, teamItems);
