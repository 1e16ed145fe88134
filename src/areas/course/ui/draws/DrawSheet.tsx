import { moment } from '@/core/format';
import { orderOf, seedOf, type Draw } from '@/areas/course/read/draws';

/** A draw as it stands: the frozen list, what was called, the order. `local` puts an instant into the project's time. */
export function DrawSheet({ draw, local }: { draw: Draw; local: (instant: Date) => string }) {
  const order = orderOf(draw);
  return (
    <>
      <ol className="list-none text-sm faint">
        <li>
          1. The list was frozen {moment(local(draw.frozenAt))}, with {draw.names.length} names.
        </li>
        {draw.drawnAt ? (
          <li>
            2. Two people called out <b className="num text-ink">{draw.firstCalled}</b> and{' '}
            <b className="num text-ink">{draw.secondCalled}</b>, {moment(local(draw.drawnAt))}: the seed is{' '}
            <b className="num text-ink">{seedOf(draw)}</b>.
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
          {(order ?? draw.names.map((_, i) => i)).map((at, i) => (
            <tr key={at}>
              <td className="num right">{order ? i + 1 : '–'}</td>
              <td className={order ? 'font-medium' : ''}>{draw.names[at]}</td>
              <td className="num right faint">{at + 1}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
