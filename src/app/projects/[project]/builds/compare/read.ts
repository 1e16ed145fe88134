import { readDesigns, compareRuns, madeOf, settingsCompared, figuresOf, verdictsFor } from '@/areas/compliance';
import { allowed } from '@/server/access';
import { listPictures } from '@/areas/course';
import { listEvents } from '@/areas/bench';
import { differ } from '@/core/builds';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “Compare” shows. */
export async function readComparePage(
  sql: Sql,
  frame: Frame,
  { one, other }: { one: string | string[] | undefined; other: string | string[] | undefined },
) {
  const { seat, teams } = frame;
  const project = seat.project.id;
  const designs = await readDesigns(sql, project);
  const seen = designs.iterations.filter(
    (each) => allowed(seat, 'iteration.read', each) && teams.some(({ id }) => id === each.teamId),
  );
  const nameOf = (each: { teamId: string; number: number }) =>
    `${teams.find(({ id }) => id === each.teamId)?.name ?? ''} ${each.number}`;
  const a = seen.find(({ id }) => id === one);
  const b = seen.find(({ id }) => id === other);
  const both = a && b && a !== b ? ([a, b] as const) : null;
  const pictures = both ? await Promise.all(both.map(({ id }) => listPictures(sql, project, id))) : [];
  const [na, nb] = both ? both.map(nameOf) : [];
  const events = await listEvents(sql, project);
  const runs = both ? compareRuns(both, designs.sources, designs.requirements, events, [na!, nb!]) : [];
  const made = (side: 0 | 1) => ({
    ...madeOf(both![side].id, designs.iterations, designs.changes),
    settings: settingsCompared(runs, side),
  });
  const differences = both ? differ(made(0), made(1)) : [];
  // What both have runs of is told by them alone.
  const told = new Set(runs.map(({ protocol }) => protocol.parameterId));
  const figures = both ? figuresOf(both, designs).filter(({ id }) => !told.has(id)) : [];
  const [va, vb] = both ? both.map((each) => verdictsFor(designs.requirements, each, designs.sources)) : [[], []];
  return { seen, nameOf, a, b, both, pictures, na, nb, runs, differences, figures, va, vb };
}
