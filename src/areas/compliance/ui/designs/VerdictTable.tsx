import { Link } from '@/ui/Link';
import { allowedSide, saidFor } from '@/areas/brief';
import type { Verdict } from '@/areas/compliance/read/verdicts';
import { restsOn } from '@/areas/compliance/read/restsOn';
import { Plumb } from '@/ui/glyphs/Plumb';
import { measured, VERDICT_TONE, VERDICT_WORD, limitText } from '@/core/format';

/** Each requirement against one iteration: the value, how well it is known, the verdict and what it rests on. */
export function VerdictTable({
  verdicts,
  requirementHref,
  sentences,
  plain,
}: {
  verdicts: readonly Verdict[];
  requirementHref: (code: string) => string;
  sentences?: boolean;
  /** Without the drawing, for paper that holds several of them. */
  plain?: boolean;
}) {
  return (
    <div className="overflow-x-auto">
      <table className="stacked">
        <thead>
          <tr>
            <th>Code</th>
            <th className="min-w-52">Requirement</th>
            <th className="right">Limit</th>
            <th className="right">Measured ± U (k = 2)</th>
            {!plain && <td />}
            <th>Verdict</th>
            <th>Based on</th>
          </tr>
        </thead>
        <tbody>
          {verdicts.map((v) => (
            <tr key={v.requirement.id} id={plain ? undefined : v.requirement.code}>
              <td className="beside num whitespace-nowrap">
                <Link href={requirementHref(v.requirement.code)}>{v.requirement.code}</Link>
              </td>
              <td>
                {v.requirement.statement}
                {sentences && saidFor(v.requirement) && (
                  <span className="block text-sm faint">“{saidFor(v.requirement)!.sentence}”</span>
                )}
              </td>
              <td data-label="limit" className="beside num right whitespace-nowrap">
                {limitText(v.requirement)}
              </td>
              <td data-label="measured" className="beside num right whitespace-nowrap">
                {v.answer === null
                  ? v.value === null
                    ? '–'
                    : measured(v.value, v.uncertainty, v.requirement.unit)
                  : v.answer
                    ? 'yes'
                    : 'no'}
              </td>
              {!plain && (
                <td className="beside !py-0">
                  {v.requirement.kind !== 'yes' && v.requirement.kind !== 'wish' && (
                    <Plumb
                      verdict={v.verdict}
                      value={v.value}
                      uncertainty={v.uncertainty}
                      {...allowedSide(v.requirement)}
                    />
                  )}
                </td>
              )}
              <td className={`beside word ${VERDICT_TONE[v.verdict]}`}>{VERDICT_WORD[v.verdict]}</td>
              <td className="text-sm faint">{restsOn(v)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
