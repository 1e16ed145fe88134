import { limitsOf, readDesigns, figuresOf } from '@/areas/compliance/read/designs';
import { findBuildRule, stillOfTeam, lackingOf, type BuildRule } from '@/areas/builds';
import { listStudents, teamIdsIn, type Place } from '@/areas/course';
import { allowed } from '@/server/access';
import { listParameters } from '@/areas/brief';
import { surveyTeams } from '@/areas/compliance/read/designs/surveyed';
import { plural, day } from '@/core/format';
import type { Sql } from '@/db/connection';

/** What the page “Class” shows. */
export async function readClassPage(sql: Sql, frame: Place, { asked }: { asked: string | string[] | undefined }) {
  const { seat, teams, sections, section, team } = frame;
  const [designs, rule, students] = await Promise.all([
    readDesigns(sql, seat.project.id),
    findBuildRule(sql, seat.project.id),
    listStudents(sql, seat.project.id),
  ]);
  const asks = asksOf(rule);
  const ids = teamIdsIn(teams, section?.id ?? null, team?.id ?? null);
  const all = designs.iterations.filter((one) => ids.includes(one.teamId) && allowed(seat, 'iteration.read', one));
  const seen = new Set(all.map(({ id }) => id));
  const figures = figuresOf(all, designs);
  const figure = figures.find(({ id }) => id === asked) ?? figures[0];
  const leads = allowed(seat, 'project.write');
  const properties = leads ? await listParameters(sql, seat.project.id) : [];
  const here = teams.filter(({ id }) => ids.includes(id));
  const surveyed = surveyTeams(designs.iterations, teams, sections);
  const rows = here.map((one) => {
    const whole = surveyed.get(one.id) ?? [];
    // Where everything may be seen, what was drawn before is drawn again.
    const of = whole.every(({ iteration }) => seen.has(iteration.id))
      ? whole
      : whole.filter(({ iteration }) => seen.has(iteration.id));
    const own = of.map(({ iteration }) => iteration);
    const members = students.filter(({ teamId }) => teamId === one.id);
    // What is not released is neither counted nor called missing.
    const open = of === whole;
    const still = open ? stillOfTeam(one, designs.iterations, sections, frame.today) : null;
    return { team: one, own, of, open, lacks: open ? lackingOf(rule, own, members) : [], still };
  });
  const line = figure
    ? limitsOf(figure)
        .map(({ label }) => label)
        .join(' and ')
    : '';
  const known = figure
    ? [
        ...[...figure.of].flatMap(([id, value]) => (seen.has(id) ? [value] : [])),
        ...figure.limits.map(({ value }) => ({ value, uncertainty: 0 })),
      ]
    : [];
  const spanned = rows.flatMap(({ of }) => of.map(({ meeting }) => meeting));
  const span = {
    from: Math.min(...spanned),
    to: Math.max(...spanned),
    least: Math.min(...known.map(({ value, uncertainty }) => value - uncertainty)),
    most: Math.max(...known.map(({ value, uncertainty }) => value + uncertainty)),
  };
  return { rule, asks, figures, figure, leads, properties, rows, line, span };
}

/** What the course asks of the designs, as part of a sentence; nothing when it asks for nothing. */
function asksOf({ leastTeam, leastMember, makesOfficial, frozenFrom }: BuildRule): string {
  return [
    ...(leastTeam === null ? [] : [`at least ${plural(leastTeam, 'iteration')} of each team`]),
    ...(leastMember === null ? [] : [`at least ${plural(leastMember, 'iteration')} made by each member`]),
    ...(makesOfficial ? ['a first iteration before a team is official'] : []),
    ...(frozenFrom ? [`designs that stay as they are from ${day(frozenFrom)}`] : []),
  ].join('; ');
}
