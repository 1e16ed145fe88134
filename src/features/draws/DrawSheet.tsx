import { moment } from '@/core/format';
import { orderOf, seedOf, type Drawing } from '@/domain/draws/read';

/** A draw as it stands: the frozen list, what was called, the order. `local` puts an instant into the project's time. */
export function DrawSheet({ drawing, local }: { drawing: Drawing; local: (instant: Date) => string }) {
  const order = orderOf(drawing);
  return (
    <>
      <ol className="list-none text-sm faint">
        <li>
          1. The list was frozen {moment(local(drawing.frozenAt))}, with {drawing.names.length} names.
        </li>
        {drawing.drawnAt ? (
          <li>
            2. Two people called out <b className="num text-ink">{drawing.firstCalled}</b> and{' '}
            <b className="num text-ink">{drawing.secondCalled}</b>, {moment(local(drawing.drawnAt))}: the seed is{' '}
            <b className="num text-ink">{seedOf(drawing)}</b>.
          </li>
        ) : (
          <li>2. Two people are to call out digits; together they are the seed.</li>
        )}
      </ol>
      <table className="max-w-xl mt-2">
        <thead>
          <tr>
            <th className="right w-16">Drawn</th>
            <th>Name</th>
            <th className="right w-28">In the list</th>
          </tr>
        </thead>
        <tbody>
          {(order ?? drawing.names.map((_, i) => i)).map((at, i) => (
            <tr key={at}>
              <td className="num right">{order ? i + 1 : '–'}</td>
              <td className={order ? 'font-medium' : ''}>{drawing.names[at]}</td>
              <td className="num right faint">{at + 1}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
