import type { Recurring } from '@/core/reviews';

/** What several teams were told, with what to teach: who has mended it, or was praised for the same thing, can show how. */
export function RecurringList({
  recurring,
  teams,
  nameOf,
}: {
  recurring: readonly Recurring[];
  /** How many there are. */
  teams: number;
  nameOf: (teamId: string) => string;
}) {
  if (recurring.length === 0) return null;
  const names = (ids: readonly string[]) => ids.map(nameOf).join(', ');
  return (
    <section className="mb-5" aria-label="What several teams were told">
      <h2 className="mb-1">What several teams were told</h2>
      <ul className="max-w-4xl">
        {recurring.map((one) => {
          const show = [...new Set([...one.mended, ...one.good])];
          return (
            <li key={one.findings[0]} className="border-b border-hair py-1.5">
              <b>
                {one.teams.length} of {teams} teams:
              </b>{' '}
              {one.text} <span className="faint">({names(one.teams)})</span>
              <span className="block text-sm">
                {show.length > 0
                  ? `To teach: let ${names(show)} show how ${show.length === 1 ? 'it was' : 'they have it'} solved${one.about ? ` (${one.about})` : ''}.`
                  : `To teach: nobody has solved it yet; take it up with the whole class${one.about ? `, on ${one.about}` : ''}.`}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
