import { quantity } from '@/core/format';
import { CLAIM_TONE, CLAIM_WORD } from '@/areas/builds';
import type { CheckedClaim } from '@/areas/compliance/read/designs';
import { agreedOn, type Requirement } from '@/areas/brief';
import { ClaimGlyph } from '@/ui/glyphs/Claim';

/** What a team claims of its changes, and what the figures say. */
export function ClaimTable({
  claims,
  before,
  after,
  requirements,
}: {
  claims: readonly CheckedClaim[];
  before: string;
  after: string;
  /** Those that may ask for what shows a claim. */
  requirements: readonly Requirement[];
}) {
  const askedBy = (parameterId: string | null) =>
    agreedOn(requirements)
      .filter((one) => one.parameterId === parameterId)
      .map(({ code }) => code)
      .join(', ');
  return (
    <table className="stacked">
      <thead>
        <tr>
          <th>Claim</th>
          <th>Shown by</th>
          <th className="right">{before}</th>
          <th className="right">{after}</th>
          <th>
            <span className="sr-only">Drawn</span>
          </th>
          <th>Evidence says</th>
          <th>Why</th>
        </tr>
      </thead>
      <tbody>
        {claims.map(({ change, parent, child, check }) => (
          <tr key={change.id}>
            <td>
              <b className="font-medium">{change.claim}</b>: {change.what}
            </td>
            <td data-label="shown by">
              {change.claimParameter}
              {askedBy(change.claimParameterId) && <span className="faint"> ({askedBy(change.claimParameterId)})</span>}
            </td>
            <td data-label={before} className="beside num right whitespace-nowrap">
              {parent ? quantity(parent.value, parent.unit) : '–'}
            </td>
            <td data-label={after} className="beside num right whitespace-nowrap">
              {child ? quantity(child.value, child.unit) : '–'}
            </td>
            <td>
              {parent && child && <ClaimGlyph claim={change.claim!} parent={parent} child={child} check={check} />}
            </td>
            <td className={`word whitespace-nowrap ${CLAIM_TONE[check.verdict]}`}>{CLAIM_WORD[check.verdict]}</td>
            <td className="text-sm faint">{check.because}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
