import type { Team } from '@/domain/classes/read';
import type { Grades } from '@/domain/standings/judge';
import { tagColour } from '@/ui/colours';
import { column, fixed } from '@/core/format';
import { TeamTag } from '@/ui/sheet/Sheet';

/** Judges' totals side by side and their mean; a judge who has not finished is marked and not counted. */
export function GradeTable({ grades, teams }: { grades: Grades; teams: Team[] }) {
  const { rubric, results, max } = grades;
  const totals = column(
    results.flatMap((one) => one.judges.map((given) => given.total)),
    2,
  );
  return (
    <div className="overflow-x-auto">
      <table className="stacked">
        <thead>
          <tr>
            <th>Team</th>
            {rubric.judges.map((judge) => (
              <th key={judge.id} className="right">
                {judge.name}
              </th>
            ))}
            <th className="right">Mean of {max}</th>
            <th className="right">Spread between judges</th>
          </tr>
        </thead>
        <tbody>
          {teams.map((team) => {
            const result = results.find((one) => one.team === team.id);
            return (
              <tr key={team.id}>
                <td>
                  <TeamTag name={team.name} colour={tagColour(team.colour)} />
                </td>
                {rubric.judges.map((judge) => {
                  const given = result?.judges.find((one) => one.judge === judge.id);
                  return (
                    <td key={judge.id} data-label={`${judge.name}:`} className="num right beside">
                      {given && !given.complete && <span className="text-ochre">part </span>}
                      {given ? totals(given.total) : '–'}
                    </td>
                  );
                })}
                <td data-label={`mean of ${max}:`} className="num right font-semibold beside">
                  {fixed(result?.mean, 2)}
                </td>
                <td data-label="spread:" className="num right beside">
                  {fixed(result?.standardDeviation, 2)}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
