import type { RubricResults } from '@/areas/grades/read/rubricResults';
import type { Team } from '@/areas/course';
import { missingWords } from '@/areas/grades/read/sheet';
import { tagColour } from '@/ui/colours';
import { column, fixed, number } from '@/core/format';
import { TeamTag } from '@/ui/sheet/Sheet';
import { Staff } from './Staff';

/** Judges' totals side by side and what comes of them; a judge who has not finished is marked and not counted. */
export function GradeTable({ grades, teams }: { grades: RubricResults; teams: readonly Team[] }) {
  const { rubric, results, max, adjustment, follows } = grades;
  const people = rubric.judges.filter((judge) =>
    results.some((one) => one.judges.some(({ judge: id }) => id === judge.id)),
  );
  const totals = column(
    results.flatMap((one) => one.judges.map((given) => given.total)),
    2,
  );
  const adjusted = follows === 'adjusted';
  const worth = rubric.criteria.filter((one) => one.scorer === 'judges').reduce((sum, one) => sum + one.weight, 0);
  const errorOf = (teamId: string) => adjustment?.teams.find((one) => one.team === teamId)?.standardError ?? null;
  return (
    <div className="overflow-x-auto">
      <table className="stacked">
        <thead>
          <tr>
            <th>Team</th>
            {people.map((judge) => (
              <th key={judge.id} className="right">
                {judge.name}
              </th>
            ))}
            {adjusted && <th className="right">Plain mean</th>}
            <th className="right">{adjusted ? `Evened out, of ${number(max)}` : `Mean of ${number(max)}`}</th>
            <th className="right">Spread between judges</th>
            <th aria-hidden />
          </tr>
        </thead>
        <tbody>
          {teams.map((team) => {
            const result = results.find((one) => one.team === team.id);
            const ticks = (result?.judges ?? []).flatMap(({ judge, scorer, points }) =>
              points === null || scorer !== 'judges'
                ? []
                : [{ name: people.find(({ id }) => id === judge)?.name ?? 'a judge', points }],
            );
            return (
              <tr key={team.id}>
                <td>
                  <TeamTag name={team.name} colour={tagColour(team.colour)} />
                  {result && result.mean === null && result.judges.length > 0 && (
                    <span className="block text-sm faint">{missingWords(result.missing)}</span>
                  )}
                  {result && result.formerEdition !== null && (
                    <span className="block text-sm faint">scored under edition {result.formerEdition}</span>
                  )}
                </td>
                {people.map((judge) => {
                  const given = result?.judges.find((one) => one.judge === judge.id);
                  return (
                    <td key={judge.id} data-label={`${judge.name}:`} className="num right beside">
                      {given && !given.complete && <span className="text-ochre">part </span>}
                      {given ? totals(given.total) : '–'}
                    </td>
                  );
                })}
                {adjusted && (
                  <td data-label="plain mean:" className="num right beside">
                    {fixed(result?.raw, 2)}
                  </td>
                )}
                <td data-label={`of ${number(max)}:`} className="num right font-semibold beside">
                  {fixed(result?.mean, 2)}
                </td>
                <td data-label="spread:" className="num right beside">
                  {fixed(result?.standardDeviation, 2)}
                </td>
                <td className="hidden sm:table-cell !py-0.5">
                  {ticks.length > 1 && result && (
                    <Staff
                      label={team.name}
                      max={worth}
                      graduations={[0.25, 0.5, 0.75].map((share) => share * worth)}
                      ticks={ticks}
                      mean={result.mean !== null && worth === max ? result.mean : null}
                      error={adjusted ? errorOf(team.id) : null}
                    />
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
