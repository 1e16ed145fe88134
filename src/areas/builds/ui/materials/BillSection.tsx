import { explain, type BillLine } from '@/core/materials';
import { fixed, number, quantity } from '@/core/format';
import { judgeBill, type Material, type StoredBill, type StoredLine } from '@/areas/builds/read/materials';
import { ADD, CHANGE } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { SaveTable } from '@/ui/SaveTable';
import { BillForm } from './forms';
import { LINE_COLUMNS } from '@/areas/builds/shared/materials/readLines';
import { billForm } from '@/areas/builds/read/materials/toForm';

interface Limit {
  code: string;
  value: number;
}

/** The bill of materials of an iteration: what it adds up to, against the limits and the scale, and what is not allowed. */
export function BillSection({
  projectId,
  iterationId,
  name,
  bill,
  before,
  materials,
  banned,
  currency,
  limits,
  weighed,
  writes,
}: {
  projectId: string;
  iterationId: string;
  /** What the iteration is called. */
  name: string;
  bill: StoredBill | null;
  /** The lines of what it comes from, to start with. */
  before: readonly StoredLine[];
  materials: readonly Material[];
  banned: readonly string[];
  currency: string;
  /** On the mass in g, and on the cost. */
  limits: { mass: Limit | null; cost: Limit | null };
  /** In g, with its expanded uncertainty. */
  weighed: { value: number; uncertainty: number } | null;
  writes: boolean;
}) {
  if (!bill && !writes) return null;
  const judged = judgeBill(bill?.lines ?? [], materials, banned);
  const sums = judged.bill;
  const form = billForm(bill?.lines ?? before);
  return (
    <section className="mt-5" aria-label="Bill of materials">
      <div className="flex flex-wrap items-baseline gap-x-4 mb-1">
        <h2>Bill of materials</h2>
        {writes && (
          <SidePanel
            id="bill"
            label={bill ? 'Change bill' : before.length > 0 ? 'Start from the bill before' : 'Add bill'}
            icon={bill ? CHANGE : ADD}
            title="Bill of materials"
            className="btn-text no-print"
          >
            <BillForm
              projectId={projectId}
              iterationId={iterationId}
              id={bill?.id ?? null}
              version={bill?.version ?? null}
              values={form}
              materials={materials.map(({ id, name }) => [id, name] as const)}
              currency={currency}
            />
          </SidePanel>
        )}
      </div>
      {!bill && <p className="faint">No bill yet: parts with their material, quantity, mass and price.</p>}
      {bill && (
        <>
          {sums.broken.map(({ part, rule }) => (
            <p key={part} className="callout mb-2" style={{ '--tone': 'var(--brick)' } as React.CSSProperties}>
              Not allowed: {part}, because of the rule “{rule}”.
            </p>
          ))}
          <table className="stacked">
            <thead>
              <tr>
                <th>Part</th>
                <th>Material</th>
                <th>Source</th>
                <th className="right">Quantity</th>
                <th className="right">Waste</th>
                <th className="right">Mass, g</th>
                <th className="right">Cost, {currency}</th>
              </tr>
            </thead>
            <tbody>
              {judged.lines.map((line, i) => {
                const { mass, cost } = sums.lines[i]!;
                return (
                  <tr key={`${i} ${line.part}`}>
                    <td>
                      {line.part}
                      {line.subsystem && <span className="faint"> ({line.subsystem})</span>}
                    </td>
                    <td data-label="material" className="beside">
                      {line.material || '–'}
                    </td>
                    <td data-label="source" className="beside">
                      {line.source}
                    </td>
                    <td data-label="quantity" className="beside num right">
                      {number(line.quantity)}
                    </td>
                    <td data-label="waste" className="beside num right">
                      {line.waste ? number(line.waste) : '–'}
                    </td>
                    <td data-label="mass, g" className="beside num right">
                      {mass === null ? '–' : fixed(mass, 1)}
                    </td>
                    <td data-label={`cost, ${currency}`} className="beside num right">
                      {cost === null ? '–' : fixed(cost, 2)}
                    </td>
                  </tr>
                );
              })}
            </tbody>
            <tfoot>
              <tr className="font-semibold">
                <td>Together</td>
                <td className="max-sm:hidden" />
                <td className="max-sm:hidden" />
                <td data-label="pieces" className="beside num right">
                  {number(sums.pieces)}
                </td>
                <td className="max-sm:hidden" />
                <td data-label="mass, g" className="beside num right">
                  {fixed(sums.mass, 1)}
                </td>
                <td data-label={`cost, ${currency}`} className="beside num right">
                  {fixed(sums.cost, 2)}
                </td>
              </tr>
            </tfoot>
          </table>
          <SaveTable name={`bill of ${name}`} rows={rowsOf(judged.lines)} />
          <ul className="mt-2">
            {limits.mass && <Against limit={limits.mass} what="The bill" unit="g" value={sums.mass} />}
            {limits.cost && <Against limit={limits.cost} what="The cost" unit={currency} value={sums.cost} />}
            {weighed && sums.mass > 0 && <li>{explain(sums, judged.lines, weighed)}</li>}
            {sums.recycled !== null && sums.recycled > 0 && (
              <li>Recycled: {number(100 * sums.recycled, 0)} % of the mass.</li>
            )}
            {sums.subsystems.length > 1 && (
              <li>
                By subsystem:{' '}
                {sums.subsystems
                  .map(
                    ({ name, mass, cost }) =>
                      `${name || 'none'} ${quantity(mass, 'g', 1)}, ${quantity(cost, currency, 2)}`,
                  )
                  .join('; ')}
                .
              </li>
            )}
          </ul>
        </>
      )}
    </section>
  );
}

/** The lines as they can be pasted again, and as a spreadsheet has them. */
const rowsOf = (lines: readonly BillLine[]): string[][] => [
  [...LINE_COLUMNS],
  ...lines.map((line) => {
    const { part, material, quantity: pieces, waste, unitMass, unitPrice, subsystem, source } = line;
    return [part, material, pieces, waste, unitMass ?? '', unitPrice ?? '', subsystem, source].map(String);
  }),
];

/** A sum against its limit. */
function Against({ limit, what, unit, value }: { limit: Limit; what: string; unit: string; value: number }) {
  const over = value > limit.value + 1e-9;
  const gap = quantity(Math.abs(limit.value - value), unit, 2);
  return (
    <li className={over ? 'text-brick font-medium' : ''}>
      {what} comes to {quantity(value, unit, 2)} of {quantity(limit.value, unit)} ({limit.code}):{' '}
      {over ? `${gap} too much` : `${gap} left`}.
    </li>
  );
}
