import { day } from '@/ui/format';
import { Nothing } from '@/ui/sheet/Sheet';
import type { Brief, Statement } from './queries';

const PARTS = [
  ['challenge', 'Challenge'],
  ['thing', 'To be handed over: the thing'],
  ['account', 'To be handed over: the account of why it is as it is'],
  ['rules', 'Rules'],
  ['hazards', 'Hazards'],
] as const;

/** The brief as it is read and printed. */
export function BriefView({ brief }: { brief: Brief }) {
  const filled = PARTS.filter(([key]) => brief[key]);
  if (filled.length === 0)
    return (
      <Nothing>
        The brief says what is needed, what must be handed over, the rules and the hazards. It is not written yet.
      </Nothing>
    );
  return (
    <div className="flex flex-col gap-4 max-w-3xl">
      {filled.map(([key, label]) => (
        <section key={key}>
          <h2>{label}</h2>
          <p className="whitespace-pre-line">{brief[key]}</p>
          {key === 'hazards' && (
            <p className="text-sm faint mt-1">
              Local codes, the school’s rules and licensed practice come before anything written here.
            </p>
          )}
        </section>
      ))}
    </div>
  );
}

/** The client's sentences, each with the requirements made from it. */
export function StatementList({
  statements,
  href,
}: {
  statements: Statement[];
  href: ((code: string) => string) | null;
}) {
  return (
    <ol className="flex flex-col">
      {statements.map((one) => (
        <li key={one.id} id={one.id} className="py-2 border-b border-hair">
          <p>“{one.sentence}”</p>
          <p className="text-sm faint">
            {one.saidBy}, {day(one.saidOn, true)}
            {href && (one.codes.length ? ' · led to ' : ' · led to no requirement yet')}
            {href &&
              one.codes.map((code, i) => (
                <span key={code}>
                  {i > 0 && ', '}
                  <a href={href(code)} className="num">
                    {code}
                  </a>
                </span>
              ))}
          </p>
        </li>
      ))}
    </ol>
  );
}
