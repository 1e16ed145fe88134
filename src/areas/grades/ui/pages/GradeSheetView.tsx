import { Nothing } from '@/ui/sheet/Sheet';
import { Link } from '@/ui/Link';
import { hrefIn, type Place } from '@/areas/course';
import { SheetTable } from '@/areas/grades/ui/SheetTable';
import { withQuery, plural } from '@/core/format';
import { Statistics } from '@/areas/grades/ui/Statistics';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ReleaseForm, ImportMarksForm, SystemForm } from '@/areas/grades/ui/SheetForms';
import { ADD, SAVE } from '@/ui/kit/icons';
import { Fold } from '@/ui/sheet/Fold';
import { systemForm } from '@/areas/grades/read/toForm';
import { ActButton } from '@/ui/forms/ActButton';
import { removeSchoolSystem } from '@/areas/grades/write/sheetActions';
import type { readGradeSheetPage } from '@/areas/grades/read/pages/gradeSheet';

type Props = Awaited<ReturnType<typeof readGradeSheetPage>> & {
  frame: Place;
  statistics: string | string[] | undefined;
};

/** The content of the page “GradeSheet”. */
export function GradeSheetView({ sheet, students, perPage, pages, page, rows, frame, statistics }: Props) {
  const { seat } = frame;
  const { id: projectId } = seat.project;
  const address = (n: number) => withQuery(hrefIn(frame, 'grades/sheet'), { page: String(n) });
  return (
    <>
      {sheet.problem && <p className="callout">{sheet.problem}</p>}
      {sheet.components.length === 0 && (
        <Nothing
          step={
            <Link className="btn btn-go" href={hrefIn(frame, 'grades/components')}>
              Choose components
            </Link>
          }
        >
          Students down, components across, every figure with its arithmetic. First say what a grade is made of.
        </Nothing>
      )}
      {rows.length > 0 && (
        <>
          <SheetTable
            sheet={sheet}
            rows={rows.slice((page - 1) * perPage, page * perPage)}
            href={(accountId) => `/projects/${projectId}/grades/sheet/${accountId}`}
          />
          {pages > 1 && (
            <p className="mt-2 flex flex-wrap gap-3 no-print" role="navigation" aria-label="Pages">
              {Array.from({ length: pages }, (_, i) => i + 1).map((n) =>
                n === page ? (
                  <b key={n}>{n}</b>
                ) : (
                  <a key={n} href={address(n)} className="underline">
                    {n}
                  </a>
                ),
              )}
            </p>
          )}
          <section aria-label="Statistics" className="mt-5">
            <h2 className="h3">
              {statistics === undefined ? (
                <Link href={withQuery(hrefIn(frame, 'grades/sheet'), { statistics: '1' })} className="underline">
                  Statistics of the class
                </Link>
              ) : (
                'Statistics of the class'
              )}
            </h2>
            {statistics !== undefined && <Statistics sheet={{ ...sheet, students }} sections={frame.sections} />}
          </section>
        </>
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function GradeSheetActions({ released, systems, students, due, marked, holds, frame }: Props) {
  const { seat } = frame;
  const { id: projectId } = seat.project;

  return (
    <>
      {due.length > 0 && (
        <SidePanel
          id="release"
          label={`Release ${plural(due.length, 'grade')}`}
          title="Release grades"
          className="btn btn-go"
        >
          <ReleaseForm
            key={released.length}
            projectId={projectId}
            accountIds={due.map((one) => one.student.member.accountId)}
            again={due.some((one) => one.released !== null)}
            label={`Release ${plural(due.length, 'grade')}`}
          />
        </SidePanel>
      )}
      {marked.length > 0 && (
        <SidePanel id="marks" label="Bring marks in" icon={ADD} title="Marks given elsewhere">
          {marked.map((one) => (
            <Fold key={one.id} label={one.name} open={marked.length === 1}>
              <ImportMarksForm projectId={projectId} componentId={one.id} task={one.name} />
            </Fold>
          ))}
        </SidePanel>
      )}
      {students.length > 0 && (
        <SidePanel id="save" label="Save as CSV" icon={SAVE} title="Grades as a CSV file">
          <ul>
            {systems.map((one) => (
              <li key={one.id} className="border-b border-hair py-2">
                <a className="underline font-medium" href={`/projects/${projectId}/export/grades.csv?system=${one.id}`}>
                  {one.name}
                </a>{' '}
                <span className="faint">{one.columns.map(({ head }) => head).join(', ')}</span>
                <Fold label="Change the columns" minor>
                  <SystemForm
                    key={one.version}
                    projectId={projectId}
                    id={one.id}
                    version={one.version}
                    values={systemForm(one)}
                    holds={holds}
                  />
                  <ActButton
                    act={removeSchoolSystem}
                    input={{ projectId, id: one.id, version: one.version }}
                    done="Columns removed."
                    className="btn-text"
                    undo
                  >
                    Remove these columns
                  </ActButton>
                </Fold>
              </li>
            ))}
            <li className="py-2">
              <a className="underline font-medium" href={`/projects/${projectId}/export/grades.csv`}>
                Everything
              </a>{' '}
              <span className="faint">every component, total and grade</span>
            </li>
          </ul>
          <Fold label="Columns for a school system" open={systems.length === 0}>
            <SystemForm
              key={systems.length}
              projectId={projectId}
              id={null}
              version={null}
              values={systemForm(NEW_SYSTEM)}
              holds={holds}
            />
          </Fold>
        </SidePanel>
      )}
    </>
  );
}

const NEW_SYSTEM = {
  name: '',
  separator: ',' as const,
  decimal: '.' as const,
  columns: [
    { head: 'student number', what: 'number' as const },
    { head: 'grade', what: 'total' as const },
  ],
};
