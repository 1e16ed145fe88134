import type { ReactNode } from 'react';
import { Link } from '@/ui/Link';
import { allowedSide, type Requirement } from '@/domain/requirements/read';
import type { Verdict } from '@/domain/requirements/judge';
import { tagColour } from '@/ui/colours';
import { Plumb } from '@/ui/glyphs/Plumb';
import { measured, number, plural, VERDICT_TONE, VERDICT_WORD, limitText } from '@/core/format';
import { relativeMargin, type Column } from '@/domain/requirements/compliance';
import { explainInconclusive } from '@/domain/requirements/explainInconclusive';

interface Props {
  columns: Column[];
  season: { note: { id: string; title: string }; verdicts: readonly Verdict[] } | null;
  /** Rows by the worst margin of any team instead of by code. */
  byMargin: boolean;
  href: (sheet: string) => string;
}

/** Every requirement against every team: a plumb shows where the value hangs, and leads to its evidence. */
export function Compliance({ columns, season, byMargin, href }: Props) {
  const rows = rowsOf(columns, byMargin);
  const width = Math.max(44, Math.min(86, Math.floor(690 / (columns.length + (season ? 1 : 0))) - 6));
  return (
    <div className="overflow-x-auto print-landscape">
      <table className="dense">
        <thead>
          <tr>
            <th>Code</th>
            <th className="w-full">Requirement</th>
            <th className="right">Limit</th>
            {byMargin && <th className="right">Worst</th>}
            {columns.map(({ team, iteration, choices }) => (
              <th key={team.id} style={{ borderBottom: `3px solid ${tagColour(team.colour)}` }}>
                {team.name}{' '}
                {iteration && (
                  <a
                    href={href(`builds/${iteration.id}`)}
                    title={iteration.id === choices[0]?.id ? undefined : 'chosen, not the newest'}
                  >
                    {iteration.number}
                    {iteration.id === choices[0]?.id ? '' : '*'}
                  </a>
                )}
              </th>
            ))}
            {season && (
              <th title={season.note.title}>
                <a href={`${href('requirements/research')}#${season.note.id}`}>Last winner</a>
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ requirement: r, at, worst }) => (
            <tr key={r.id}>
              <td className="num whitespace-nowrap">
                <Link href={`${href('requirements')}#${r.code}`}>{r.code}</Link>
              </td>
              <td className="max-w-0 truncate" title={r.statement}>
                {r.statement}
              </td>
              <td className="num right whitespace-nowrap">{limitText(r)}</td>
              {byMargin && (
                <td className="num right whitespace-nowrap">{worst === null ? '–' : `${number(worst * 100, 0)} %`}</td>
              )}
              {columns.map(({ team, iteration, verdicts }) => (
                <td key={team.id}>
                  <Cell
                    verdict={verdicts[at]!}
                    who={iteration ? `${team.name} ${iteration.number}` : team.name}
                    href={iteration && `${href(`builds/${iteration.id}`)}#${r.code}`}
                    width={width}
                  />
                </td>
              ))}
              {season && (
                <td>
                  <Cell
                    verdict={season.verdicts[at]!}
                    who={season.note.title}
                    href={`${href('requirements/research')}#${season.note.id}`}
                    width={width}
                  />
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface RowOf {
  requirement: Requirement;
  /** Its place in each column's verdicts. */
  at: number;
  /** The smallest margin of any team, as a share of the limit; null where nobody has measured. */
  worst: number | null;
}

function rowsOf(columns: Column[], byMargin: boolean): RowOf[] {
  const rows = (columns[0]?.verdicts ?? []).map(({ requirement }, at): RowOf => {
    const margins = columns.map(({ verdicts }) => relativeMargin(verdicts[at]!)).filter((margin) => margin !== null);
    return { requirement, at, worst: margins.length ? Math.min(...margins) : null };
  });
  return byMargin ? rows.sort((a, b) => (a.worst ?? Infinity) - (b.worst ?? Infinity)) : rows;
}

function Cell({ verdict: v, who, href, width }: { verdict: Verdict; who: string; href: string | null; width: number }) {
  const { requirement: r } = v;
  const value = v.value === null ? '' : `${measured(v.value, v.uncertainty, r.unit)}, `;
  const title = `${r.code}, ${who}: ${value}${VERDICT_WORD[v.verdict]}`;
  const shown: ReactNode =
    r.kind === 'yes' ? (
      <span className={`word whitespace-nowrap ${VERDICT_TONE[v.verdict]}`}>{VERDICT_WORD[v.verdict]}</span>
    ) : (
      <Plumb verdict={v.verdict} value={v.value} uncertainty={v.uncertainty} {...allowedSide(r)} width={width} dense />
    );
  if (!href || v.verdict === 'not-measured') return <span title={title}>{shown}</span>;
  return (
    <a href={href} title={title} aria-label={title} className="block !no-underline">
      {shown}
    </a>
  );
}

/** What the sheet leaves open, in words: what would settle each inconclusive verdict. */
export function Unsettled({ columns }: { columns: Column[] }) {
  const open = columns.flatMap(({ team, verdicts }) =>
    verdicts.filter((v) => v.verdict === 'inconclusive').map((v) => ({ team, v })),
  );
  if (open.length === 0) return null;
  const [first, ...rest] = open.map(({ team, v }) => (
    <p key={team.id + v.requirement.id}>
      <b className="text-ochre">
        {v.requirement.code}, {team.name}: inconclusive.
      </b>{' '}
      {explainInconclusive(v)}
    </p>
  ));
  return (
    <div className="mt-2 text-sm no-print">
      {first}
      {rest.length > 0 && (
        <details>
          <summary className="cursor-pointer faint">{plural(rest.length, 'more inconclusive verdict')}</summary>
          {rest}
        </details>
      )}
    </div>
  );
}

/** Which iteration of each team the sheet shows; an ordinary form, so that the choice is in the address. */
export function ChooseIterations({ columns, keep }: { columns: Column[]; keep: Record<string, string> }) {
  return (
    <details className="no-print mb-2">
      <summary className="cursor-pointer font-medium">Choose iterations</summary>
      <form className="flex flex-wrap gap-3 items-end pt-2">
        {Object.entries(keep).map(([name, value]) => (
          <input key={name} type="hidden" name={name} value={value} />
        ))}
        {columns
          .filter(({ choices }) => choices.length > 1)
          .map(({ team, iteration, choices }) => (
            <label key={team.id} className="font-medium">
              {team.name}
              <select name="of" defaultValue={iteration?.id}>
                {choices.map((one) => (
                  <option key={one.id} value={one.id}>
                    {one.number}: {one.change.slice(0, 40)}
                  </option>
                ))}
              </select>
            </label>
          ))}
        <button className="btn">Show these</button>
      </form>
    </details>
  );
}
