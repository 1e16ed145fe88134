import type { Budget } from '@/core/requirements';
import { column, number, quantity } from '@/core/format';

/** The parts of a limit, what they add up to, and what remains. */
export function BudgetTable({ budget, limit }: { budget: Budget; limit: number }) {
  const { parts, total, remaining, unit, overdrawn } = budget;
  const text = column([...parts.map((part) => part.value), total, remaining, limit]);
  return (
    <table className="!w-auto min-w-80">
      <thead>
        <tr>
          <th>Part</th>
          <th className="right">{unit}</th>
          <th className="right">share</th>
        </tr>
      </thead>
      <tbody>
        {parts.map((part, i) => (
          <tr key={i}>
            <td>{part.name}</td>
            <td className="num right">{text(part.value)}</td>
            <td className="num right">{part.fraction === null ? '–' : `${number(part.fraction * 100, 0)} %`}</td>
          </tr>
        ))}
        <tr className="font-semibold">
          <td>Together</td>
          <td className="num right">{text(total)}</td>
          <td className="num right">{limit ? `${number((total / limit) * 100, 0)} %` : '–'}</td>
        </tr>
        <tr className={overdrawn ? 'text-brick font-semibold' : 'text-moss font-semibold'}>
          <td>{overdrawn ? 'Overdrawn by' : 'Remains'}</td>
          <td className="num right">{text(Math.abs(remaining))}</td>
          <td className="right">of {quantity(limit, unit)}</td>
        </tr>
      </tbody>
    </table>
  );
}
