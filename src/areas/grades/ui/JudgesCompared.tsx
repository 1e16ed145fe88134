import { panelAgreement, placesMoved, type Agreement, type Difference } from '@/core/rubric';
import { fixed, number, plural, signed } from '@/core/format';
import type { RubricResults } from '@/areas/grades/read/rubricResults';
import type { Criterion, Score } from '@/areas/grades/read/rubrics';
import type { Team } from '@/areas/course';

/** How far judges agree, who is strict or mild and what evening that out changes, in words before figures. */
export function JudgesCompared({ grades, teams }: { grades: RubricResults; teams: readonly Team[] }) {
  const { rubric, adjustment, follows } = grades;
  if (!adjustment) return <p className="faint">Two judges need to have finished a team before they can be compared.</p>;
  const nameOf = (id: string) => rubric.judges.find((one) => one.id === id)?.name ?? 'a judge';
  const teamOf = (id: string) => teams.find((one) => one.id === id)?.name ?? 'a team';
  const found = panelAgreement(grades);
  const moved = placesMoved(grades).map(({ team, from, to }) => `${teamOf(team)} from place ${from} to ${to}`);
  return (
    <>
      <section aria-label="Agreement" className="max-w-3xl mb-5">
        <h2 className="h3">Do the judges agree?</h2>
        {found && <p>{agreementWords(found)}</p>}
        {!adjustment.connected && (
          <p className="callout">
            The judges fall into groups without a team in common:{' '}
            {adjustment.islands.map((one) => one.judges.map(nameOf).join(', ')).join(' · ')}. Whether one is strict or
            met weaker teams can’t be told, so the plain mean counts.
          </p>
        )}
        {adjustment.connected && (
          <p>
            {moved.length
              ? `Evening out strict and mild judges would move ${moved.join(', ')}.`
              : 'Evening out strict and mild judges would change no place.'}{' '}
            This rubric uses {follows === 'adjusted' ? 'the evened out mean' : 'the plain mean'}.
          </p>
        )}
        {found && <AgreementFigures found={found} />}
      </section>
      <section aria-label="Judges" className="mb-5">
        <h2 className="h3">Strict and mild</h2>
        <table className="stacked max-w-2xl">
          <thead>
            <tr>
              <th>Judge</th>
              <th className="right">Teams</th>
              <th className="right">Milder by</th>
              <th className="right">Standard error</th>
            </tr>
          </thead>
          <tbody>
            {adjustment.judges.map((one) => (
              <tr key={one.judge}>
                <td>{nameOf(one.judge)}</td>
                <td data-label="teams:" className="num right beside">
                  {one.n}
                </td>
                <td data-label="milder by:" className="num right beside">
                  {one.leniency === null ? '–' : signed(one.leniency, 1)}
                </td>
                <td data-label="standard error:" className="num right beside">
                  {fixed(one.standardError, 1)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      {adjustment.connected && (
        <section aria-label="Teams" className="mb-5">
          <h2 className="h3">What evening out changes</h2>
          <table className="stacked max-w-2xl">
            <thead>
              <tr>
                <th>Team</th>
                <th className="right">Judges</th>
                <th className="right">Plain mean</th>
                <th className="right">Evened out</th>
                <th className="right">Change</th>
                <th className="right">Standard error</th>
              </tr>
            </thead>
            <tbody>
              {adjustment.teams.map((one) => (
                <tr key={one.team}>
                  <td>{teamOf(one.team)}</td>
                  <td data-label="judges:" className="num right beside">
                    {one.n}
                  </td>
                  <td data-label="plain mean:" className="num right beside">
                    {fixed(one.raw, 1)}
                  </td>
                  <td data-label="evened out:" className="num right beside">
                    {fixed(one.adjusted, 1)}
                  </td>
                  <td data-label="change:" className="num right beside">
                    {one.change === null ? '–' : signed(one.change, 1)}
                  </td>
                  <td data-label="standard error:" className="num right beside">
                    {fixed(one.standardError, 1)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
    </>
  );
}

/** The usual words for a reliability (Koo and Li 2016). */
const wordFor = (value: number): string =>
  value < 0.5 ? 'poor' : value < 0.75 ? 'moderate' : value < 0.9 ? 'good' : 'excellent';

function agreementWords({ icc, kendall, krippendorff, judges }: Agreement): string {
  const one = icc?.icc21.value ?? null;
  const mean = icc?.icc2k.value ?? null;
  if (one !== null && mean !== null) {
    const order =
      kendall === null
        ? ''
        : kendall.w > 0.8
          ? ' They put the teams in nearly the same order.'
          : kendall.w > 0.5
            ? ' They agree on the order in part.'
            : ' They put the teams in different orders.';
    return `One judge alone would be ${wordFor(one)} evidence of a team’s points; the mean of these ${judges} is ${wordFor(mean)}.${order}`;
  }
  const { interval } = krippendorff;
  if (interval === null) return 'There is nothing to compare yet: everybody gave the same, or no team has two judges.';
  return `Not every judge saw every team; over the teams that several saw, agreement is ${interval > 0.8 ? 'high' : interval > 0.667 ? 'fair' : 'low'}.`;
}

function AgreementFigures({ found }: { found: Agreement }) {
  const { icc, kendall, krippendorff, reason } = found;
  const range = (interval: readonly [number, number] | null) =>
    interval ? ` (${fixed(interval[0], 2)} to ${fixed(interval[1], 2)})` : '';
  const figures = [
    icc && icc.icc21.value !== null && `ICC(2,1) ${fixed(icc.icc21.value, 2)}${range(icc.icc21.interval)}`,
    icc && icc.icc2k.value !== null && `ICC(2,k) ${fixed(icc.icc2k.value, 2)}${range(icc.icc2k.interval)}`,
    icc && icc.icc31.value !== null && `ICC(3,1) ${fixed(icc.icc31.value, 2)}${range(icc.icc31.interval)}`,
    kendall && `Kendall’s W ${fixed(kendall.w, 2)}, p ${fixed(kendall.pValue, 3)}`,
    krippendorff.interval !== null && `Krippendorff’s α ${fixed(krippendorff.interval, 2)}`,
  ].filter(Boolean);
  return (
    <p className="text-sm faint">
      {figures.join(' · ')}
      {reason && ` · ${reason}`}
    </p>
  );
}

/** Where two judges differ by more than a level: what each saw, and what was given first. */
export function TalkList({
  talk,
  criteria,
  scores,
  grades,
  teams,
}: {
  talk: readonly Difference[];
  criteria: readonly Criterion[];
  scores: readonly Score[];
  grades: RubricResults;
  teams: readonly Team[];
}) {
  const nameOf = (id: string) => grades.rubric.judges.find((one) => one.id === id)?.name ?? 'a judge';
  const changed = scores.filter((one) => one.rubricId === grades.rubric.id && one.firstPoints !== null);
  const criterionOf = (id: string) => criteria.find((one) => one.id === id)?.name ?? 'a criterion';
  const teamOf = (id: string) => teams.find((one) => one.id === id)?.name;
  return (
    <section aria-label="To talk about" className="max-w-3xl mb-5">
      <h2 className="h3">To talk about</h2>
      {talk.length === 0 ? (
        <p className="faint">No two judges differ by more than a level.</p>
      ) : (
        <ul>
          {talk.map((one) => {
            const own = scores.filter((score) => score.teamId === one.team && score.criterionId === one.criterion);
            return (
              <li key={`${one.team} ${one.criterion}`} className="border-b border-hair py-1.5">
                <b>
                  {teamOf(one.team)}, {criterionOf(one.criterion)}
                </b>
                : {nameOf(one.low.judge)} gave {number(one.low.points)}, {nameOf(one.high.judge)}{' '}
                {number(one.high.points)}, {plural(Math.round(one.levels * 10) / 10, 'level')} apart.
                {own
                  .filter((score) => score.remark)
                  .map((score) => (
                    <span key={score.id} className="block text-sm">
                      {nameOf(score.judgeId)} saw: {score.remark}
                    </span>
                  ))}
              </li>
            );
          })}
        </ul>
      )}
      {changed.length > 0 && (
        <>
          <h3 className="font-medium mt-3">Changed since they were first given</h3>
          <ul className="text-sm">
            {changed.map((one) => (
              <li key={one.id}>
                {teamOf(one.teamId)}, {criterionOf(one.criterionId)}, {nameOf(one.judgeId)}: first{' '}
                {number(one.firstPoints!)}, now {number(one.points)}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
