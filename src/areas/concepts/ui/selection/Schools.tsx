import { SCHOOLS, type Says, type School } from '@/areas/concepts/read/selection/results';

/** The schools side by side: what each rewards, whom it puts first, and whether they agree. */
export function Schools({ says, titleOf }: { says: Says[]; titleOf: (id: string) => string }) {
  const count = new Map<string, number>();
  for (const { first } of says) for (const id of first) count.set(id, (count.get(id) ?? 0) + 1);
  const [most] = [...count].sort((a, b) => b[1] - a[1]);
  const all = says.filter(({ first }) => first.length > 0);
  const agreed = most && all.length > 1 && most[1] === all.length;
  return (
    <section className="mb-6">
      <h2 className="mb-1">The schools side by side</h2>
      {all.length > 1 && (
        <p className="mb-1">
          {agreed ? (
            <>
              All schools with a result put <b>{titleOf(most[0])}</b> first, or among what they picked.
            </>
          ) : (
            <>
              They differ: <b>{titleOf(most![0])}</b> is first in {most![1]} of {all.length}. What each rewards says
              why.
            </>
          )}
        </p>
      )}
      <table className="stacked">
        <thead>
          <tr>
            <th className="w-40">School</th>
            <th>First</th>
            <th>By</th>
            <th>What it rewards</th>
          </tr>
        </thead>
        <tbody>
          {(Object.keys(SCHOOLS) as School[]).map((school) => {
            const [name, rewards] = SCHOOLS[school];
            const said = says.find((one) => one.school === school);
            return (
              <tr key={school}>
                <td className="font-medium">{name}</td>
                <td className={said?.first.length ? 'font-semibold' : 'faint'}>
                  {said ? said.first.map(titleOf).join(', ') || 'nobody' : 'not yet'}
                </td>
                <td>{said?.words}</td>
                <td data-label="rewards" className="faint">
                  {rewards}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
