import { ADD, CHANGE } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { hrefIn, openSheet, ProjectFrame, type SheetProps } from '@/features/frame';
import { RubricForm } from '@/features/grades/forms';
import { GradeTable } from '@/features/grades/GradeTable';
import { LinkPanel } from '@/features/links/LinkPanel';
import { endOfLink } from '@/domain/links/endOfLink';
import { listLinks } from '@/domain/links/read';
import { allowed } from '@/server/access';
import { gradesOf, listRubrics, listScores } from '@/domain/grades/read';
import { number, plural } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

const NEW = { name: '', position: '1', criteria: [{ name: '', anchors: '', max: '' }] };

export default async function GradesPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/grades', props);
  const { seat, section, team } = frame;
  const { id, eventDate } = seat.project;
  const leads = seat.role === 'instructor';
  const sees = allowed(seat, 'score.read');
  const [rubrics, scores] = await Promise.all([listRubrics(pool(), id), sees ? listScores(pool(), id) : []]);
  const teams = frame.teams.filter(
    (one) => (!section || one.sectionId === section.id) && (!team || one.id === team.id),
  );
  return (
    <ProjectFrame
      shows={['grades', 'links']}
      frame={frame}
      sheet="grades"
      name="Grades"
      about={rubrics.length ? plural(rubrics.length, 'rubric') : undefined}
      byTeam={sees}
      actions={
        leads && (
          <SidePanel id="new" label="Add rubric" icon={ADD} title="New rubric">
            <RubricForm
              key={rubrics.length}
              projectId={id}
              id={null}
              version={null}
              values={{ ...NEW, position: String(rubrics.length + 1) }}
            />
          </SidePanel>
        )
      }
    >
      {rubrics.length === 0 && (
        <Nothing>
          A rubric has criteria with anchors in words and most points; several judges score each team, every one by a
          link of their own.
        </Nothing>
      )}
      {rubrics.map((rubric) => (
        <section key={rubric.id} className="mb-6">
          <h2 className="h3 mb-1">{rubric.name}</h2>
          <ul className="mb-2 text-sm">
            {rubric.criteria.map((criterion) => (
              <li key={criterion.id}>
                <b>{criterion.name}</b>, {number(criterion.max)} points.{' '}
                <span className="faint">{criterion.anchors}</span>
              </li>
            ))}
          </ul>
          {sees &&
            (rubric.judges.length ? (
              <GradeTable grades={{ rubric, ...gradesOf(rubric, teams, scores) }} teams={teams} />
            ) : (
              <p className="faint">No judge yet; make a link for each below.</p>
            ))}
          {leads && (
            <SidePanel
              id={`rubric-${rubric.id}`}
              label="Change rubric"
              icon={CHANGE}
              title={`Rubric ${rubric.name}`}
              className="btn-text no-print mt-1"
            >
              <RubricForm
                key={rubric.version}
                projectId={id}
                id={rubric.id}
                version={rubric.version}
                values={{
                  name: rubric.name,
                  position: String(rubric.position),
                  criteria: rubric.criteria.map((c) => ({ name: c.name, anchors: c.anchors, max: String(c.max) })),
                }}
              />
            </SidePanel>
          )}
        </section>
      ))}
      {leads && (
        <>
          {rubrics.length > 0 && (
            <LinkPanel
              projectId={id}
              purpose="judge"
              links={await listLinks(pool(), id, 'judge')}
              endsOn={endOfLink(eventDate)}
              rubrics={rubrics.map((rubric) => [rubric.id, rubric.name] as const)}
            />
          )}
        </>
      )}
      {!sees && rubrics.length > 0 && (
        <p className="faint">
          {frame.seat.role === 'student'
            ? 'Your team’s grade is shown here once it is released.'
            : 'Points are given by judges, and seen by those who lead the project.'}{' '}
          The results of the events stand under <a href={hrefIn(frame, 'event')}>Event</a>.
        </p>
      )}
    </ProjectFrame>
  );
}
