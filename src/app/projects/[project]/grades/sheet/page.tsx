import { ADD, SAVE } from '@/ui/kit/icons';
import { ActButton } from '@/ui/forms/ActButton';
import { SidePanel } from '@/ui/kit/SidePanel';
import { Fold } from '@/ui/sheet/Fold';
import { Nothing } from '@/ui/sheet/Sheet';
import { Link } from '@/ui/Link';
import { gradeViews, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { removeSchoolSystem } from '@/areas/grades/write/sheetActions';
import { ImportMarksForm, ReleaseForm, SystemForm } from '@/areas/grades/ui/SheetForms';
import { SheetTable, type SheetRow } from '@/areas/grades/ui/SheetTable';
import { Statistics } from '@/areas/grades/ui/Statistics';
import { systemForm, listReleasedGrades, listSchoolSystems, loadGradeSheet, differsFrom } from '@/areas/grades';
import { plural, withQuery } from '@/core/format';
import { pool } from '@/db/connection';

/** So many figures stand on a page at once, and so many students at the most and at the least. */
const CELLS = 800;
const [FEWEST, MOST] = [12, 40];
const COLUMN_WORDS = [
  ['number', 'student number'],
  ['name', 'name'],
  ['section', 'section'],
  ['team', 'team'],
  ['total', 'total in percent'],
  ['grade', 'grade'],
  ['blank', 'nothing'],
] as const;
const NEW_SYSTEM = {
  name: '',
  separator: ',' as const,
  decimal: '.' as const,
  columns: [
    { head: 'student number', what: 'number' as const },
    { head: 'grade', what: 'total' as const },
  ],
};

export default async function GradeSheetPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/grades/sheet', props);
  const { seat, section, team } = frame;
  const { id: projectId } = seat.project;
  const [sheet, released, systems] = await Promise.all([
    loadGradeSheet(pool(), projectId),
    listReleasedGrades(pool(), projectId),
    listSchoolSystems(pool(), projectId),
  ]);
  const students = sheet.students.filter(
    (one) => (!section || one.member.sectionId === section.id) && (!team || one.team?.id === team.id),
  );
  const perPage = Math.min(MOST, Math.max(FEWEST, Math.floor(CELLS / (sheet.components.length + 5))));
  const pages = Math.max(1, Math.ceil(students.length / perPage));
  const { page: at, statistics } = await props.searchParams;
  const asked = Number(at ?? 1);
  const page = Number.isInteger(asked) && asked >= 1 && asked <= pages ? asked : 1;
  const last = new Map(released.map((one) => [one.accountId, one.content]));
  const rows = students.map((student): SheetRow => {
    const shown = last.get(student.member.accountId);
    return {
      student,
      released: shown
        ? { rounded: shown.rounded, grade: shown.grade, differs: differsFrom(shown, student.grade) }
        : null,
    };
  });
  const whole = rows.filter(({ student }) => student.grade.rounded !== null);
  const due = whole.filter(({ released: shown }) => shown === null || shown.differs);
  const missing = students.filter((one) => one.cells.some((cell) => cell.missing !== null)).length;
  const changed = rows.filter((one) => one.released?.differs).length;
  const marked = sheet.components.filter((one) => one.source === 'marks');
  const holds = [
    ...COLUMN_WORDS,
    ...sheet.components.map((one) => [`component:${one.id}`, `${one.name} in percent`] as const),
  ];
  const address = (n: number) => withQuery(hrefIn(frame, 'grades/sheet'), { page: String(n) });
  return (
    <ProjectFrame
      shows={['grades', 'event', 'bench', 'classes', 'builds']}
      frame={frame}
      sheet="grades"
      name="Grades"
      view="grades/sheet"
      views={gradeViews(seat.role)}
      title="Grade sheet"
      about={
        sheet.components.length
          ? `${plural(students.length, 'student')} · ${missing ? `something is missing for ${missing}` : 'complete'}${changed ? ` · ${plural(changed, 'released grade')} would change` : ''}`
          : undefined
      }
      actions={
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
                    <a
                      className="underline font-medium"
                      href={`/projects/${projectId}/export/grades.csv?system=${one.id}`}
                    >
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
      }
    >
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
    </ProjectFrame>
  );
}
