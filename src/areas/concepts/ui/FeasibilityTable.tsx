import { Link } from '@/ui/Link';
import { allowedSide } from '@/areas/brief';
import { Plumb } from '@/ui/glyphs/Plumb';
import { measured, VERDICT_TONE, limitText } from '@/core/format';
import type { Expected, Feasibility } from '@/areas/concepts/read/feasible';

const WORDS = {
  conforms: 'would conform',
  fails: 'would fail',
  inconclusive: 'could be either',
  'not-measured': 'no number yet',
} as const;

/** What a concept's own numbers say, requirement by requirement. */
export function FeasibilityTable({
  feasibility,
  requirementHref,
}: {
  feasibility: Feasibility;
  requirementHref: (code: string) => string;
}) {
  const rows = feasibility.rows.filter(({ claim }) => claim !== null);
  if (rows.length === 0) return <p className="faint">No requirement is addressed yet.</p>;
  return (
    <table className="stacked">
      <thead>
        <tr>
          <th>Code</th>
          <th className="min-w-44">Requirement, and how it is answered</th>
          <th className="right">Limit</th>
          <th className="right">Expected</th>
          <td />
          <th>By its own number</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <Row key={row.requirement.id} row={row} href={requirementHref(row.requirement.code)} />
        ))}
      </tbody>
    </table>
  );
}

function Row({ row: { requirement, claim, verdict, value, uncertainty }, href }: { row: Expected; href: string }) {
  return (
    <tr>
      <td className="num whitespace-nowrap">
        <Link href={href}>{requirement.code}</Link>
      </td>
      <td>
        {requirement.statement}
        {claim!.how && <span className="block text-sm faint">{claim!.how}</span>}
      </td>
      <td className="num right whitespace-nowrap">{limitText(requirement)}</td>
      <td className="num right whitespace-nowrap">
        {claim!.answer !== null
          ? claim!.answer
            ? 'yes'
            : 'no'
          : value === null
            ? '–'
            : measured(value, uncertainty, requirement.unit)}
      </td>
      <td className="!py-0">
        {verdict && value !== null && (
          <Plumb verdict={verdict} value={value} uncertainty={uncertainty} {...allowedSide(requirement)} />
        )}
      </td>
      <td className={verdict ? `font-medium ${VERDICT_TONE[verdict]}` : 'faint'}>
        {verdict ? WORDS[verdict] : 'a wish'}
      </td>
    </tr>
  );
}
