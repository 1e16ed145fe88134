import { summarise } from '@/core/bench';
import { componentStatistics, sectionGaps } from '@/core/rubric';
import { fixed, number, plural, signed } from '@/core/format';
import type { GradeSheet } from '@/areas/grades/read/sheet';

const BINS = [0, 10, 20, 30, 40, 50, 60, 70, 80, 90];

/** How a class did: distribution, components that tell nobody apart, and whether sections were treated alike. */
export function Statistics({
  sheet,
  sections,
}: {
  sheet: GradeSheet;
  sections: readonly { id: string; name: string }[];
}) {
  const totals = sheet.students.flatMap((one) => (one.grade.rounded === null ? [] : [one.grade.rounded]));
  if (totals.length === 0) return <p className="faint">No student has a total yet.</p>;
  const { mean, median, min, max } = summarise({ values: totals });
  const failed = totals.filter((one) => one < sheet.scheme.pass).length;
  const bins = BINS.map((from) => ({
    from,
    count: totals.filter((one) => one >= from && (one < from + 10 || from === 90)).length,
  }));
  const most = Math.max(...bins.map((one) => one.count));
  const components = componentStatistics({
    components: sheet.components.map((one) => one.id),
    students: sheet.students.map((one) =>
      Object.fromEntries(one.cells.map((cell) => [cell.component.id, cell.percent])),
    ),
  });
  const nameOf = (id: string) => sheet.components.find((one) => one.id === id)?.name ?? '';
  const gaps = sectionGaps({
    sections: sections.map((one) => ({
      id: one.name,
      totals: sheet.students.flatMap((student) =>
        student.member.sectionId === one.id && student.grade.rounded !== null ? [student.grade.rounded] : [],
      ),
    })),
  });
  return (
    <div className="max-w-4xl">
      <p>
        {plural(totals.length, 'total')}: mean {fixed(mean, 1)}, median {fixed(median, 1)}, from {fixed(min, 1)} to{' '}
        {fixed(max, 1)}.{' '}
        {failed === 0 ? 'Everybody has passed' : `${failed} of ${totals.length} lie below ${number(sheet.scheme.pass)}`}
        .
      </p>
      <ol className="flex items-end gap-1 h-28 my-2" aria-label="Distribution of totals">
        {bins.map(({ from, count }) => (
          <li key={from} className="w-12 text-center text-xs flex flex-col justify-end h-full">
            {count > 0 && <span className="num">{count}</span>}
            <span aria-hidden className="bg-steel block" style={{ height: `${most ? (64 * count) / most : 0}px` }} />
            <span className="num faint border-t border-ink">
              {from}
              <span className="sr-only">
                {' '}
                to {from + 10}: {count}
              </span>
            </span>
          </li>
        ))}
      </ol>
      <table className="stacked max-w-3xl">
        <thead>
          <tr>
            <th>Component</th>
            <th className="right">Students</th>
            <th className="right">Mean, %</th>
            <th className="right">Spread, %</th>
            <th>Tells students apart?</th>
          </tr>
        </thead>
        <tbody>
          {components.map((one) => (
            <tr key={one.id}>
              <td>{nameOf(one.id)}</td>
              <td data-label="students:" className="num right beside">
                {one.n}
              </td>
              <td data-label="mean:" className="num right beside">
                {fixed(one.mean, 1)}
              </td>
              <td data-label="spread:" className="num right beside">
                {fixed(one.standardDeviation, 1)}
              </td>
              <td data-label="tells apart:">
                {one.says === 'all-alike'
                  ? 'no, everybody is nearly the same'
                  : one.says === 'against-the-rest'
                    ? 'against the rest: who does well here does worse elsewhere'
                    : 'yes'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {gaps.map((one) => (
        <p key={`${one.a} ${one.b}`} className="mt-2">
          On average, section {one.b} is {fixed(Math.abs(one.difference), 1)} points
          {one.difference < 0 ? ' below ' : ' above '}section {one.a}
          {one.interval && ` (between ${signed(one.interval[0], 1)} and ${signed(one.interval[1], 1)})`}.{' '}
          {one.apart
            ? 'That is more than students within a section differ by chance: look whether both had the same time and judges.'
            : 'That is no more than chance.'}
        </p>
      ))}
    </div>
  );
}
