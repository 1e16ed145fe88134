import { Nothing } from '@/ui/sheet/Sheet';
import { Link } from '@/ui/Link';
import { hrefIn, endOfLink, type Place } from '@/areas/course';
import { SCORER_WORD, SCHOOL_WORD } from '@/areas/grades/shared/words';
import { number } from '@/core/format';
import { LinkPanel } from '@/areas/course/ui/LinkPanel';
import type { Rubric } from '@/areas/grades/read/rubrics';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD } from '@/ui/kit/icons';
import { UsualRubrics } from '@/areas/grades/ui/UsualRubrics';
import { RubricForm } from '@/areas/grades/ui/RubricForm';
import { EMPTY_CRITERION } from '@/areas/grades/shared/empty';
import type { readGradesPage } from '@/areas/grades/read/pages/grades';

type Props = Awaited<ReturnType<typeof readGradesPage>> & { frame: Place };

/** The content of the page “Grades”. */
export function GradesView({ leads, sees, rubrics, grades, links, teams, frame }: Props) {
  const { seat } = frame;
  const { id, eventDate } = seat.project;
  const done = (rubric: Rubric) =>
    grades
      .find((one) => one.rubric.id === rubric.id)
      ?.results.filter((one) => one.mean !== null && teams.some((team) => team.id === one.team)).length ?? 0;
  return (
    <>
      {rubrics.length === 0 && (
        <Nothing>
          A rubric has criteria with levels in words. Judges score each team by a link of their own; the program can
          count what is in the record. {leads ? '' : 'Your instructor has written none yet.'}
        </Nothing>
      )}
      {rubrics.length > 0 && (
        <table className="stacked max-w-5xl">
          <thead>
            <tr>
              <th>Rubric</th>
              <th>Criteria</th>
              <th>Scored by</th>
              <th className="right">Points</th>
              {sees && <th className="right">Teams scored</th>}
            </tr>
          </thead>
          <tbody>
            {rubrics.map((rubric) => (
              <tr key={rubric.id}>
                <td>
                  <Link href={hrefIn(frame, `grades/${rubric.id}`)} className="underline font-medium">
                    {rubric.name}
                  </Link>
                  {rubric.edition > 1 && <span className="faint text-sm"> edition {rubric.edition}</span>}
                </td>
                <td data-label="criteria:">{rubric.criteria.map((one) => one.name).join(', ')}</td>
                <td data-label="scored by:">
                  {SCORERS.filter((scorer) => rubric.criteria.some((one) => one.scorer === scorer))
                    .map((scorer) => SCORER_WORD[scorer])
                    .join(', ')}
                  {sees && rubric.school === 'adjusted' && (
                    <span className="block text-sm faint">{SCHOOL_WORD.adjusted}</span>
                  )}
                </td>
                <td data-label="points:" className="num right beside">
                  {number(rubric.criteria.reduce((sum, one) => sum + one.weight, 0))}
                </td>
                {sees && (
                  <td data-label="teams scored:" className="num right beside">
                    {done(rubric)} of {teams.length}
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {leads && rubrics.length > 0 && (
        <LinkPanel
          projectId={id}
          purpose="judge"
          links={links}
          endsOn={endOfLink(eventDate)}
          rubrics={rubrics
            .filter((rubric) => rubric.criteria.some((one) => one.scorer === 'judges' || one.scorer === 'client'))
            .map((rubric) => [rubric.id, rubric.name] as const)}
          clientScores={rubrics.some((rubric) => rubric.criteria.some((one) => one.scorer === 'client'))}
        />
      )}
      {!sees && rubrics.length > 0 && (
        <p className="faint mt-3">
          {seat.role === 'student'
            ? 'What you will be judged by stands here from the start. Your grade is shown under My grade once it is released.'
            : 'Points are given by judges, and seen by those who lead the project.'}{' '}
          The results of the events stand under <a href={hrefIn(frame, 'event')}>Event</a>.
        </p>
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function GradesActions({ rubrics, measures, known, frame }: Props) {
  const { seat } = frame;
  const { id } = seat.project;

  return (
    <>
      <SidePanel id="usual" label="Start from a usual one" icon={ADD} title="Rubrics to start from">
        <UsualRubrics projectId={id} known={known} />
      </SidePanel>
      <SidePanel id="new" label="Add rubric" icon={ADD} title="New rubric">
        <RubricForm
          key={rubrics.length}
          projectId={id}
          id={null}
          version={null}
          values={{ ...NEW, position: String(rubrics.length + 1) }}
          measures={measures}
        />
      </SidePanel>
    </>
  );
}

const SCORERS = ['judges', 'instructor', 'client', 'peers', 'program'] as const;

const NEW = { name: '', about: '', halfLevels: false, school: 'mean', criteria: [EMPTY_CRITERION] };
