import { moment, number, withQuery } from '@/core/format';
import { momentHere } from '@/server/clock';
import { differsFrom } from '@/areas/grades/read/words';
import { GradeWords, FormerGrades } from '@/areas/grades/ui/GradeWords';
import { Link } from '@/ui/Link';
import { hrefIn, type Place } from '@/areas/course';
import { SidePanel } from '@/ui/kit/SidePanel';
import { CHANGE, ADD } from '@/ui/kit/icons';
import { MarkForm, CountedTeamForm, ReleaseForm } from '@/areas/grades/ui/SheetForms';
import type { readStudentGradePage } from '@/areas/grades/read/pages/studentGrade';

type Props = Awaited<ReturnType<typeof readStudentGradePage>> & {
  frame: Place;
  person: string;
  change: string | string[] | undefined;
};

/** The content of the page “StudentGrade”. */
export function StudentGradeView({
  marks,
  counted,
  member,
  cells,
  page,
  shown,
  last,
  teams,
  moved,
  many,
  frame,
  person,
  change,
}: Props) {
  const { seat } = frame;
  const { id: projectId } = seat.project;
  const nameOf = (id: string) => frame.teams.find((one) => one.id === id)?.name ?? 'a team';
  return (
    <>
      {moved.length > 0 && (
        <p className="callout mb-3">
          {moved
            .map(
              (one) =>
                `Moved from ${nameOf(one.from)} to ${nameOf(one.to)} on ${moment(momentHere(seat.project, one.at))}`,
            )
            .join('. ')}
          . Say below with which team each component counts.
        </p>
      )}
      {last && page && differsFrom(last.content, page) && (
        <p className="callout mb-3">
          {member.name} was shown {number(last.content.rounded, 2)} % {last.content.grade}. The evidence says{' '}
          {number(page.rounded, 2)} % {page.grade} now.
        </p>
      )}
      {page ? <GradeWords page={page} /> : <p className="faint">There is no total yet.</p>}
      <section aria-label="Change what counts" className="mt-5 no-print max-w-3xl">
        <h2 className="h3">Change what counts</h2>
        <ul>
          {cells.map(({ component }) => {
            if (many && change !== component.id)
              return (
                <li key={component.id} className="border-b border-hair py-1">
                  <Link href={withQuery(hrefIn(frame, `grades/sheet/${person}`), { change: component.id })}>
                    {component.name}
                  </Link>
                </li>
              );
            const own = marks.filter((one) => one.componentId === component.id && one.accountId === person);
            const other = counted.find((one) => one.componentId === component.id && one.accountId === person);
            return (
              <li key={component.id} className="border-b border-hair py-1 flex flex-wrap gap-x-5">
                <b>{component.name}</b>
                {component.source === 'marks' ? (
                  <>
                    {own.map((one) => (
                      <SidePanel
                        key={one.id}
                        id={`mark-${one.id}`}
                        label={one.task}
                        icon={CHANGE}
                        title={`${one.task}: ${member.name}`}
                        className="btn-text"
                      >
                        <MarkForm
                          key={one.version}
                          projectId={projectId}
                          componentId={component.id}
                          accountId={person}
                          id={one.id}
                          version={one.version}
                          values={{
                            task: one.task,
                            score: one.score === null ? '' : String(one.score),
                            max: String(one.max),
                            daysLate: String(one.daysLate),
                            excused: one.excused,
                            note: one.note,
                          }}
                        />
                      </SidePanel>
                    ))}
                    <SidePanel
                      id={`new-mark-${component.id}`}
                      label="Add mark"
                      of={component.name}
                      icon={ADD}
                      title={`${component.name}: ${member.name}`}
                      className="btn-text"
                    >
                      <MarkForm
                        key={own.length}
                        projectId={projectId}
                        componentId={component.id}
                        accountId={person}
                        id={null}
                        version={null}
                        values={{
                          task: own.length ? '' : component.name,
                          score: '',
                          max: '100',
                          daysLate: '0',
                          excused: false,
                          note: '',
                        }}
                      />
                    </SidePanel>
                  </>
                ) : (
                  <SidePanel
                    id={`counted-${component.id}`}
                    label={other ? `Counts with ${nameOf(other.teamId)}` : 'Count with another team'}
                    of={component.name}
                    icon={CHANGE}
                    title={`${component.name}: ${member.name}`}
                    className="btn-text"
                  >
                    <CountedTeamForm
                      key={other?.id ?? ''}
                      projectId={projectId}
                      componentId={component.id}
                      accountId={person}
                      teams={teams}
                      values={{ teamId: other?.teamId ?? '', reason: other?.reason ?? '' }}
                    />
                  </SidePanel>
                )}
              </li>
            );
          })}
        </ul>
      </section>
      <FormerGrades released={shown} when={(at) => moment(momentHere(seat.project, at))} />
    </>
  );
}

/** What stands at the page’s head as actions. */
export function StudentGradeActions({ shown, last, due, frame, person }: Props) {
  const { seat } = frame;
  const { id: projectId } = seat.project;

  return (
    <>
      <Link className="btn" href={hrefIn(frame, 'grades/sheet')}>
        Grade sheet
      </Link>
      {due && (
        <SidePanel
          id="release"
          label={last ? 'Release the changed grade' : 'Release'}
          title="Release"
          className="btn btn-go"
        >
          <ReleaseForm
            key={shown.length}
            projectId={projectId}
            accountIds={[person]}
            again={last !== undefined}
            label="Release"
          />
        </SidePanel>
      )}
    </>
  );
}
