import { notFound } from 'next/navigation';
import { ADD, CHANGE, REMOVE } from '@/ui/kit/icons';
import { ActButton } from '@/ui/forms/ActButton';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { SidePanel } from '@/ui/kit/SidePanel';
import { gradeViews, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { normaliseWeights, removeAnchor, removeRubric } from '@/areas/grades/write/actions';
import { AnchorForm } from '@/areas/grades/ui/AnchorForm';
import { GradeTable } from '@/areas/grades/ui/GradeTable';
import { loadMeasureOptions, rubricForm, loadGrades, listAnchors, listRubrics } from '@/areas/grades';
import { RubricForm } from '@/areas/grades/ui/RubricForm';
import { RubricTable } from '@/areas/grades/ui/RubricTable';
import { Link } from '@/ui/Link';
import { allowed } from '@/server/access';
import { number, plural } from '@/core/format';
import { pool } from '@/db/connection';

export default async function RubricPage(props: SheetProps<{ rubric: string }>) {
  const frame = await openSheet('/projects/[project]/grades/[rubric]', props);
  const { seat, section, team } = frame;
  const { id: projectId } = seat.project;
  const { rubric: id } = await props.params;
  const leads = seat.role === 'instructor';
  const sees = allowed(seat, 'score.read');
  const [rubrics, anchors, grades, measures] = await Promise.all([
    listRubrics(pool(), projectId),
    listAnchors(pool(), projectId),
    sees ? loadGrades(pool(), projectId) : [],
    leads ? loadMeasureOptions(pool(), projectId) : [],
  ]);
  const rubric = rubrics.find((one) => one.id === id);
  if (!rubric) notFound();
  const own = anchors.filter((one) => one.rubricId === id);
  const found = grades.find((one) => one.rubric.id === id);
  const teams = frame.teams.filter(
    (one) => (!section || one.sectionId === section.id) && (!team || one.id === team.id),
  );
  const total = rubric.criteria.reduce((sum, one) => sum + one.weight, 0);
  const weighted = rubric.criteria.some((one) => one.weight !== one.max);
  const kind = seat.role === 'student' ? 'peers' : 'instructor';
  const scores = rubric.criteria.some((one) => one.scorer === kind);
  const names = rubric.criteria.map((one) => one.name);
  return (
    <ProjectFrame
      shows={['grades', 'builds', 'event']}
      frame={frame}
      sheet="grades"
      name="Grades"
      view="grades"
      views={gradeViews(seat.role)}
      title={rubric.name}
      about={`${number(total)} points${rubric.edition > 1 ? ` · edition ${rubric.edition}` : ''}${rubric.halfLevels ? ' · half levels may be given' : ''}`}
      byTeam={sees}
      actions={
        <>
          {scores && allowed(seat, 'score.give', { released: true }) && (
            <Link className="btn" href={hrefIn(frame, `grades/${id}/score`)}>
              Score teams
            </Link>
          )}
          {sees && (
            <Link className="btn" href={hrefIn(frame, `grades/${id}/judges`)}>
              Compare judges
            </Link>
          )}
          {leads && (
            <SidePanel id="rubric" label="Change rubric" icon={CHANGE} title={`Rubric ${rubric.name}`}>
              <RubricForm
                key={rubric.version}
                projectId={projectId}
                id={rubric.id}
                version={rubric.version}
                values={rubricForm(rubric)}
                measures={measures}
              />
            </SidePanel>
          )}
        </>
      }
    >
      {rubric.about && <p className="mb-3 max-w-3xl">{rubric.about}</p>}
      {leads && weighted && Math.abs(total - 100) > 1e-6 && (
        <p className="callout mb-3">
          The weights add up to {number(total)}, not 100. Shares stay right either way.{' '}
          <ActButton
            act={normaliseWeights}
            input={{ projectId, id, version: rubric.version }}
            done="The weights add up to 100 now."
            className="btn-text"
          >
            Make them add up to 100
          </ActButton>
        </p>
      )}
      <RubricTable criteria={rubric.criteria} />
      <section aria-label="Worked examples" className="mt-5 max-w-5xl">
        <h2 className="h3">Worked examples</h2>
        {own.length === 0 && (
          <p className="faint">
            None yet. {leads ? 'An example with agreed points tells judges and students what a level means.' : ''}
          </p>
        )}
        {own.map((anchor) => (
          <div key={anchor.id} className="border-b border-hair py-2">
            <p className="font-medium">{anchor.title}</p>
            <p className="whitespace-pre-line text-sm">{anchor.shows}</p>
            <ul className="text-sm">
              {anchor.agreed.map((one) => (
                <li key={one.criterion}>
                  <b>{one.criterion}</b>: {plural(one.points, 'point')}. {one.why}
                </li>
              ))}
            </ul>
            {leads && (
              <ChangeAndRemove
                id={`anchor-${anchor.id}`}
                name={anchor.title}
                title={`Worked example: ${anchor.title}`}
                remove={{
                  act: removeAnchor,
                  input: { projectId, id: anchor.id, version: anchor.version },
                  done: 'Worked example removed.',
                  undo: true,
                }}
              >
                <AnchorForm
                  key={anchor.version}
                  projectId={projectId}
                  rubricId={id}
                  criteria={names}
                  id={anchor.id}
                  version={anchor.version}
                  values={{
                    title: anchor.title,
                    shows: anchor.shows,
                    agreed: anchor.agreed.map((one) => ({ ...one, points: String(one.points) })),
                  }}
                />
              </ChangeAndRemove>
            )}
          </div>
        ))}
        {leads && (
          <SidePanel id="anchor" label="Add worked example" icon={ADD} title="New worked example" className="btn-text">
            <AnchorForm
              key={own.length}
              projectId={projectId}
              rubricId={id}
              criteria={names}
              id={null}
              version={null}
              values={{ title: '', shows: '', agreed: names.map((criterion) => ({ criterion, points: '', why: '' })) }}
            />
          </SidePanel>
        )}
      </section>
      {found && (
        <section aria-label="Points" className="mt-5">
          <h2 className="h3">Points</h2>
          <GradeTable grades={found} teams={teams} />
          {found.counted.length > 0 && (
            <ul className="text-sm mt-2 max-w-4xl">
              {teams.map((one) => (
                <li key={one.id}>
                  <b>{one.name}</b>, counted by the program:{' '}
                  {found.counted
                    .filter((counted) => counted.teamId === one.id)
                    .map(
                      (counted) =>
                        `${rubric.criteria.find((c) => c.id === counted.criterionId)?.name} ${number(counted.points)} (${counted.because})`,
                    )
                    .join(' · ')}
                </li>
              ))}
            </ul>
          )}
        </section>
      )}
      {leads && (
        <p className="mt-4 no-print">
          <ActButton
            act={removeRubric}
            input={{ projectId, id, version: rubric.version }}
            done="Rubric removed."
            confirm={`Remove the rubric ${rubric.name}? Its links for judges end.`}
            icon={REMOVE}
            className="btn-text"
            then={hrefIn(frame, 'grades')}
            undo
          >
            Remove rubric
          </ActButton>
        </p>
      )}
    </ProjectFrame>
  );
}
