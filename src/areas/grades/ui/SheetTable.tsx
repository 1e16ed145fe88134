import { Link } from '@/ui/Link';
import { fixed, number } from '@/core/format';
import type { GradeSheet, StudentGrade } from '@/areas/grades/read/sheet';

export interface SheetRow {
  student: StudentGrade;
  /** What the student was shown last, and whether it still stands. */
  released: { rounded: number; grade: string | null; differs: boolean } | null;
}

/** Students down, components across; every figure leads to the arithmetic behind it. */
export function SheetTable({
  sheet,
  rows,
  href,
}: {
  sheet: GradeSheet;
  rows: readonly SheetRow[];
  href: (accountId: string) => string;
}) {
  // Of very many components the student's name alone leads on: a page of links would be slow.
  const wide = sheet.components.length > 15;
  return (
    <div className="overflow-x-auto">
      <table className="stacked">
        <thead>
          <tr>
            <th>Student</th>
            <th>Team</th>
            {sheet.components.map((one) => (
              <th key={one.id} className="right">
                {one.name}
                <span className="block font-normal faint">× {number(one.weight)}</span>
              </th>
            ))}
            <th className="right">Total, %</th>
            {sheet.scheme.bands.length > 0 && <th>Grade</th>}
            <th>Shown to the student</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ student, released }) => (
            <tr key={student.member.accountId}>
              <td>
                <Link href={href(student.member.accountId)} className="underline font-medium">
                  {student.member.name}
                </Link>
              </td>
              <td data-label="team:" className="beside">
                {student.team?.name ?? '–'}
              </td>
              {student.cells.map((cell) => (
                <td key={cell.component.id} data-label={`${cell.component.name}:`} className="num right beside">
                  {cell.percent === null ? (
                    <span className="faint" title={cell.missing ?? undefined}>
                      missing
                    </span>
                  ) : wide ? (
                    fixed(cell.percent, 1)
                  ) : (
                    <a href={`${href(student.member.accountId)}#${cell.component.id}`} className="text-ink">
                      {fixed(cell.percent, 1)}
                    </a>
                  )}
                </td>
              ))}
              <td data-label="total:" className="num right font-semibold beside">
                {fixed(student.grade.rounded, 1)}
              </td>
              {sheet.scheme.bands.length > 0 && (
                <td data-label="grade:" className="beside">
                  {student.grade.grade ?? '–'}
                </td>
              )}
              <td data-label="shown:" className="beside">
                {released === null ? (
                  <span className="faint">not yet</span>
                ) : released.differs ? (
                  <span className="text-brick">{number(released.rounded)}, differs now</span>
                ) : (
                  number(released.rounded)
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
