import { day } from '@/core/format';
import type { Statement } from '@/areas/brief/read/interview';

/** Kept sentences, each with the requirements made from it; `full` says who said it and when. */
export function StatementList({
  statements,
  href,
  full,
}: {
  statements: Statement[];
  href: ((code: string) => string) | null;
  full?: boolean;
}) {
  return (
    <ul className={full ? '' : 'border-l-4 border-iron pl-2.5 mt-1'}>
      {statements.map((one) => (
        <li key={one.id} id={one.id} className={full ? 'py-2 border-b border-hair' : 'text-sm'}>
          “{one.sentence}”
          <span className={full ? 'block text-sm faint' : 'faint'}>
            {full && `${one.saidBy}, ${day(one.saidOn, true)}`}
            {href &&
              (one.codes.length
                ? full
                  ? ' · led to '
                  : ' led to '
                : full
                  ? ' · led to no requirement yet'
                  : ' led to no requirement yet')}
            {href &&
              one.codes.map((code, i) => (
                <span key={code}>
                  {i > 0 && ', '}
                  <a href={href(code)} className="num">
                    {code}
                  </a>
                </span>
              ))}
          </span>
        </li>
      ))}
    </ul>
  );
}
