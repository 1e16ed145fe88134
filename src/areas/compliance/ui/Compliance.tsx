import { limitText, measured, plural } from '@/core/format';
import { relativeMargin, type Column } from '@/areas/compliance/read/compliance';
import { explainInconclusive } from '@/areas/compliance/read/explainInconclusive';
import type { Verdict } from '@/areas/compliance/read/verdicts';
import { allowedSide } from '@/areas/brief';
import { ComplianceTable, type CellWords, type ColumnWords } from './ComplianceTable';

interface Props {
  columns: Column[];
  season: { note: { id: string; title: string }; verdicts: readonly Verdict[] } | null;
  byMargin: boolean;
  href: (sheet: string) => string;
}

/** Every requirement against every team, in words and figures as they are shown. */
export function Compliance({ columns, season, byMargin, href }: Props) {
  const all = [...columns.map(({ verdicts }) => verdicts), ...(season ? [season.verdicts] : [])];
  const research = season && `${href('requirements/research')}#${season.note.id}`;
  const heads = columns.map(({ team, iteration, choices }): ColumnWords => {
    const newest = iteration?.id === choices[0]?.id;
    return {
      id: team.id,
      head: team.name,
      colour: team.colour,
      mark: iteration ? `${iteration.number}${newest ? '' : '*'}` : '',
      markMeans: newest ? '' : 'chosen, not the newest',
      who: iteration ? `${team.name} ${iteration.number}` : team.name,
      href: iteration && href(`builds/${iteration.id}`),
      byCode: true,
    };
  });
  const last: ColumnWords[] = season
    ? [
        {
          ...{ id: season.note.id, head: 'Last winner', colour: null, mark: '', markMeans: '' },
          ...{ who: season.note.title, href: research, byCode: false },
        },
      ]
    : [];
  const rows = (columns[0]?.verdicts ?? []).map(({ requirement: r }, at) => {
    const margins = columns.map(({ verdicts }) => relativeMargin(verdicts[at]!)).filter((margin) => margin !== null);
    return {
      code: r.code,
      href: `${href('requirements')}#${r.code}`,
      statement: r.statement,
      limit: limitText(r),
      worst: margins.length ? Math.min(...margins) : null,
      side: r.kind === 'yes' ? null : allowedSide(r),
      cells: all.map((verdicts) => wordsOf(verdicts[at]!)),
    };
  });
  return <ComplianceTable columns={[...heads, ...last]} rows={rows} byMargin={byMargin} />;
}

function wordsOf({ verdict, value, uncertainty, requirement }: Verdict): CellWords {
  return [verdict, value, uncertainty, value === null ? '' : `${measured(value, uncertainty, requirement.unit)}, `];
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
    <form className="no-print mb-2 flex flex-wrap gap-3 items-end pt-2" aria-label="Choose iterations">
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
  );
}
