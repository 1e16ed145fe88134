import type { ReactNode } from 'react';
import { OUTCOME_WORD, type Outcome } from '@/core/reviews';
import { VERDICT_TONE, VERDICT_WORD } from '@/core/format';
import type { Wish } from '@/areas/reviews/read/wishes';

const TONE: Record<Outcome, string> = { met: 'text-moss', otherwise: 'text-ochre', 'not met': 'text-brick' };

/** Each wish of the client in their own words, next to what became of it and the evidence for that. */
export function WishTable({ wishes, act }: { wishes: readonly Wish[]; act: (wish: Wish) => ReactNode }) {
  return (
    <table className="stacked">
      <thead>
        <tr>
          <th className="w-1/3">What the client said</th>
          <th>What became of it</th>
          <th>Evidence</th>
          <th>The client says</th>
        </tr>
      </thead>
      <tbody>
        {wishes.map((wish) => (
          <tr key={wish.statement.id}>
            <td>
              “{wish.statement.sentence}”<span className="block text-sm faint">{wish.statement.saidBy}</span>
            </td>
            <td>
              <Became wish={wish} />
              <div className="no-print">{act(wish)}</div>
            </td>
            <td className="text-sm">
              {wish.evidence.length === 0 && <span className="faint">nothing measured</span>}
              {wish.evidence.map(({ id, code, figure, limit, verdict }) => (
                <span key={id} className="block">
                  {code} {figure || '–'} <span className="faint">of {limit}</span>{' '}
                  <b className={VERDICT_TONE[verdict]}>{VERDICT_WORD[verdict]}</b>
                </span>
              ))}
            </td>
            <td>
              <ClientSays wish={wish} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What the team says of it, or what the evidence says as long as it has not. */
export function Became({ wish: { outcome, says, evidence } }: { wish: Wish }) {
  if (!outcome)
    return (
      <span className="faint">
        {says ? `not said yet; by the evidence ${OUTCOME_WORD[says]}` : 'not said yet; the evidence doesn’t settle it'}
      </span>
    );
  return (
    <>
      <b className={TONE[outcome.state]}>{OUTCOME_WORD[outcome.state]}</b>
      {outcome.how && <span className="block">{outcome.how}</span>}
      {outcome.reason && (
        <span className="block">
          <span className="faint">Because:</span> {outcome.reason}
        </span>
      )}
      {says && says !== outcome.state && !(says === 'not met' && outcome.state === 'otherwise') && (
        <span className="block text-sm text-ochre">The evidence says: {OUTCOME_WORD[says]}.</span>
      )}
      {says === null && evidence.length > 0 && outcome.state === 'met' && (
        <span className="block text-sm text-ochre">The evidence doesn’t settle it.</span>
      )}
    </>
  );
}

function ClientSays({ wish: { outcome } }: { wish: Wish }) {
  if (!outcome || outcome.agrees === null) return <span className="faint">–</span>;
  return (
    <>
      <b className={outcome.agrees ? 'text-moss' : 'text-brick'}>{outcome.agrees ? 'agrees' : 'does not agree'}</b>
      {outcome.comment && <span className="block">{outcome.comment}</span>}
    </>
  );
}
