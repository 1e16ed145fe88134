import { number, plural } from '@/core/format';
import { ActButton } from '@/ui/forms/ActButton';
import { normaliseWeights, removeAnchor, removeRubric } from '@/areas/grades/write/actions';
import { RubricTable } from '@/areas/grades/ui/RubricTable';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { AnchorForm } from '@/areas/grades/ui/AnchorForm';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD, REMOVE, CHANGE } from '@/ui/kit/icons';
import { GradeTable } from '@/areas/grades/ui/GradeTable';
import { hrefIn, type Place } from '@/areas/course';
import { allowed } from '@/server/access';
import { Link } from '@/ui/Link';
import { RubricForm } from '@/areas/grades/ui/RubricForm';
import { rubricForm } from '@/areas/grades/read/toForm';
import type { readRubricPage } from '@/areas/grades/read/pages/rubric';

type Props = Awaited<ReturnType<typeof readRubricPage>> & { frame: Place; id: string };

/** The content of the page “Rubric”. */
export function RubricView({ leads, rubric, own, found, teams, total, weighted, names, frame, id }: Props) {
  const { seat } = frame;
  const { id: projectId } = seat.project;

  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function RubricActions({ leads, sees, measures, rubric, scores, frame, id }: Props) {
  const { seat } = frame;
  const { id: projectId } = seat.project;

  return (
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
  );
}
