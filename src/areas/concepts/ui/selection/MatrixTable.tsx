import type { Matrix } from '@/areas/concepts/read/selection/results';
import { cellKey, sharesOf } from '@/areas/concepts/read/selection/results';
import type { SelectionRecord } from '@/areas/concepts/read/selection';

/** Concepts down, criteria across: the mean of all raters, and where they differ most. */
export function MatrixTable({ selection, matrix }: { selection: SelectionRecord; matrix: Matrix }) {
  const { criteria, concepts } = selection;
  const shares = sharesOf(selection);
  const totals = new Map(matrix.decision?.totals.map(({ id, total }) => [id, total]));
  const order = matrix.decision
    ? matrix.decision.totals.map(({ id }) => concepts.find((one) => one.id === id)!)
    : concepts;
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Weighted matrix">
      <table>
        <thead>
          <tr>
            <th className="min-w-44">Concept</th>
            {criteria.map((one, i) => (
              <th key={one.id} className="right max-w-36" title={one.anchors}>
                {one.name}
                <span className="block num faint">{(100 * shares[i]!).toFixed(0)} %</span>
              </th>
            ))}
            <th className="right">Total of 5</th>
          </tr>
        </thead>
        <tbody>
          {order.map((concept) => (
            <tr key={concept.id}>
              <td className="font-medium">{concept.title}</td>
              {criteria.map((criterion) => {
                const cell = matrix.cells.get(cellKey(concept.id, criterion.id));
                return (
                  <td key={criterion.id} className={`num right ${cell?.contested ? 'contested' : ''}`}>
                    {cell ? cell.mean.toFixed(1) : '–'}
                    {cell?.contested && (
                      <span className="block text-xs whitespace-nowrap">differ by {cell.spread}: talk</span>
                    )}
                  </td>
                );
              })}
              <td className="num right font-semibold">
                {totals.has(concept.id) ? totals.get(concept.id)!.toFixed(2) : '–'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
