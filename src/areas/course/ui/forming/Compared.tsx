'use client';

import type { Forming } from '@/core/teams';
import { assessmentOf } from './board';
import type { ProposedTeam } from '@/areas/course/read/forming';

interface Arrangement {
  name: string;
  teams: ProposedTeam[];
}

/** Two arrangements side by side: what each leaves unmet, and for whom it makes a difference. */
export function Compared({
  forming,
  shown,
  other,
  nameOf,
}: {
  forming: Forming;
  shown: Arrangement;
  other: Arrangement;
  nameOf: (id: string) => string;
}) {
  const [a, b] = [assessmentOf(forming, shown.teams), assessmentOf(forming, other.teams)];
  if (typeof a === 'string' || typeof b === 'string')
    return <p className="text-brick">{typeof a === 'string' ? a : String(b)}</p>;
  const of = (standing: typeof a, id: string) =>
    standing.unmet.filter(({ kind, ids }) => kind !== 'roles' && ids[0] === id).length;
  const people = forming.students
    .map(({ id }) => ({ id, here: of(a, id), there: of(b, id) }))
    .filter(({ here, there }) => here !== there);
  const count = (standing: typeof a, kind: string) => standing.unmet.filter((one) => one.kind === kind).length;
  const rows = [
    ['Cost', a.cost, b.cost],
    ['Wishes unmet', count(a, 'wants'), count(b, 'wants')],
    ['Members with another concept', count(a, 'concept'), count(b, 'concept')],
    ['Roles nobody wants', count(a, 'roles'), count(b, 'roles')],
    ['Rules broken', a.broken.length, b.broken.length],
  ] as const;
  return (
    <section className="mt-4" aria-label="Comparison of two proposals">
      <h2 className="h3 mb-1">
        {shown.name} against {other.name}
      </h2>
      <table className="max-w-xl">
        <thead>
          <tr>
            <td />
            <th className="right">{shown.name}</th>
            <th className="right">{other.name}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([label, here, there]) => (
            <tr key={label}>
              <td>{label}</td>
              <td className={`num right ${here < there ? 'font-semibold' : ''}`}>{here}</td>
              <td className={`num right ${there < here ? 'font-semibold' : ''}`}>{there}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {people.length > 0 ? (
        <p className="mt-1">
          More wishes are met for {list(people.filter(({ here, there }) => here < there)) || 'nobody'} in {shown.name};
          for {list(people.filter(({ here, there }) => here > there)) || 'nobody'} in {other.name}.
        </p>
      ) : (
        <p className="mt-1 faint">For each person as much is met in one as in the other.</p>
      )}
    </section>
  );

  function list(some: { id: string }[]): string {
    return some.map(({ id }) => nameOf(id)).join(', ');
  }
}
