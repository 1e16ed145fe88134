'use client';

import { useFormContext } from 'react-hook-form';
import { priorities, type Priorities } from '@/core/concepts';
import { readNumber } from '@/core/numbers';
import type { Judged } from '@/areas/brief/read/requirements';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { number } from '@/core/format';
import { saveWeights } from '@/areas/brief/write/requirements/actions';
import { weightsSchema } from '@/areas/brief/records/requirements';

const { Decimal, useValue } = fieldsOf(weightsSchema);

export interface Weighed {
  id: string;
  code: string;
  statement: string;
  version: number;
  weight: string;
}
const MOST_PAIRED = 10;

/** Weights of the requirements: share out points, write them down, or find them by comparing two at a time. */
export function WeightsForm({
  projectId,
  rows,
  judgements,
}: {
  projectId: string;
  rows: Weighed[];
  judgements: Judged[];
}) {
  const values = {
    weights: rows.map(({ code, id, version, weight }) => ({ code, id, version, weight })),
    judgements,
  };
  return (
    <RecordForm
      id={`weights-${projectId}`}
      schema={weightsSchema}
      values={values}
      fixed={{ projectId }}
      submit={saveWeights}
      label="Save weights"
    >
      <Table rows={rows} />
      <details open={judgements.length > 0}>
        <summary className="cursor-pointer font-medium">More ways: compare two at a time</summary>
        <Pairs rows={rows} />
      </details>
    </RecordForm>
  );
}

function asNumber(text: string): number {
  try {
    return readNumber(text).value;
  } catch {
    return 0;
  }
}

function Table({ rows }: { rows: Weighed[] }) {
  const { setValue } = useFormContext();
  const weights = useValue('weights') as Weighed[];
  const given = weights.map((one) => asNumber(one.weight));
  const total = given.reduce((a, b) => a + b, 0);
  const share = () =>
    weights.forEach((one, i) =>
      setValue(`weights.${i}.weight`, total ? String(Number(((given[i]! / total) * 100).toFixed(1))) : '', {
        shouldDirty: true,
      }),
    );
  return (
    <>
      <table>
        <thead>
          <tr>
            <th>Code</th>
            <th>Requirement</th>
            <th className="w-32">Weight</th>
            <th className="right w-20">Share</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr key={row.id}>
              <td className="num">{row.code}</td>
              <td>{row.statement}</td>
              <td>
                <Decimal name={`weights.${i}.weight`} label={`Weight of ${row.code}`} className="weight-cell" />
              </td>
              <td className="num right">{total && given[i] ? `${number((given[i]! / total) * 100, 1)} %` : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="flex flex-wrap gap-x-4 gap-y-1 items-center">
        <span>
          Given out: <b className="num">{number(total, 1)}</b>
          {total !== 100 && total > 0 && (
            <span className="faint">
              {' '}
              (
              {total < 100
                ? `${number(100 - total, 1)} of 100 points left`
                : `${number(total - 100, 1)} more than 100 points`}
              )
            </span>
          )}
        </span>
        <button type="button" className="btn" onClick={share} disabled={!total}>
          Scale to 100 points
        </button>
      </p>
    </>
  );
}

const RATIOS = [9, 7, 5, 3, 2, 1, 1 / 2, 1 / 3, 1 / 5, 1 / 7, 1 / 9];
const ratioWords = (ratio: number, a: string, b: string) =>
  ratio === 1
    ? `${a} and ${b} alike`
    : ratio > 1
      ? `${a} ${ratio} times ${b}`
      : `${b} ${Math.round(1 / ratio)} times ${a}`;

function Pairs({ rows }: { rows: Weighed[] }) {
  const { setValue } = useFormContext();
  const judgements = useValue('judgements') as Judged[];
  const weights = useValue('weights') as Weighed[];
  const involved = rows.filter(
    (_, i) =>
      weights[i]!.weight.trim() !== '' || judgements.some((one) => one.a === rows[i]!.code || one.b === rows[i]!.code),
  );
  const picked = (involved.length >= 2 ? involved : rows).slice(0, MOST_PAIRED);
  const pairs = picked.flatMap((a, i) => picked.slice(i + 1).map((b) => [a, b] as const));
  const find = (a: string, b: string) => judgements.find((one) => one.a === a && one.b === b)?.ratio;
  const judge = (a: string, b: string, ratio: number | null) => {
    const others = judgements.filter((one) => !(one.a === a && one.b === b));
    setValue('judgements', ratio === null ? others : [...others, { a, b, ratio }], { shouldDirty: true });
  };
  // Those that nobody has compared yet stay out, and are named: the others are weighed all the same.
  const said = (code: string) => judgements.some((one) => one.a === code || one.b === code);
  const codes = picked.map((one) => one.code);
  const left = codes.filter((code) => !said(code));
  const result = weigh(codes.filter(said), judgements);
  const take = (found: Priorities) =>
    rows.forEach((row, i) => {
      const weight = found.weights[row.code];
      if (weight !== undefined)
        setValue(`weights.${i}.weight`, String(Number((weight * 100).toFixed(1))), { shouldDirty: true });
    });
  return (
    <div className="flex flex-col gap-3 pt-2">
      <p className="faint max-w-2xl">
        Say of each pair how many times as important one is as the other. It takes longer and asks for consistency; what
        you say of all pairs together is turned into weights. At most {MOST_PAIRED} at once: those that have a weight
        above.
      </p>
      <div className="grid md:grid-cols-2 gap-x-6">
        {pairs.map(([a, b]) => (
          <label
            key={a.code + b.code}
            className="flex items-center gap-2 py-0.5"
            title={`${a.statement} / ${b.statement}`}
          >
            <span className="num w-28 shrink-0 whitespace-nowrap">
              {a.code} : {b.code}
            </span>
            <select
              aria-label={`${a.code} against ${b.code}`}
              value={find(a.code, b.code) === undefined ? '' : String(RATIOS.indexOf(closest(find(a.code, b.code)!)))}
              onChange={(e) => judge(a.code, b.code, e.target.value === '' ? null : RATIOS[Number(e.target.value)]!)}
            >
              <option value="">not said yet</option>
              {RATIOS.map((ratio, i) => (
                <option key={ratio} value={i}>
                  {ratioWords(ratio, a.code, b.code)}
                </option>
              ))}
            </select>
          </label>
        ))}
      </div>
      {'problem' in result ? (
        <p className="callout">{result.problem}</p>
      ) : (
        <Consistency found={result} left={left} take={() => take(result)} />
      )}
    </div>
  );
}

const closest = (ratio: number) =>
  RATIOS.reduce((a, b) => (Math.abs(Math.log(b / ratio)) < Math.abs(Math.log(a / ratio)) ? b : a));

function weigh(names: string[], judgements: Judged[]): Priorities | { problem: string } {
  const ratio = (a: string, b: string): number | null => {
    if (a === b) return 1;
    const there = judgements.find((one) => one.a === a && one.b === b);
    const back = judgements.find((one) => one.a === b && one.b === a);
    return there ? there.ratio : back ? 1 / back.ratio : null;
  };
  if (names.length < 2) return { problem: 'Compare at least one pair.' };
  try {
    return priorities({ names, matrix: names.map((a) => names.map((b) => ratio(a, b))) });
  } catch (error) {
    return { problem: error instanceof Error ? error.message : 'This can’t be weighed.' };
  }
}

function Consistency({ found, left, take }: { found: Priorities; left: string[]; take: () => void }) {
  const { consistencyRatio, acceptable, missing, contradiction, weights } = found;
  const shown = contradiction && !acceptable ? contradiction : null;
  return (
    <section
      aria-label="What the comparisons say"
      className="callout"
      style={{ '--tone': acceptable ? 'var(--moss)' : 'var(--ochre)' } as React.CSSProperties}
    >
      <p>
        {Object.entries(weights).map(([code, weight], i) => (
          <span key={code} className="whitespace-nowrap">
            {i > 0 && ', '}
            <span className="num">{code}</span> {number(weight * 100, 1)} %
          </span>
        ))}
      </p>
      <p>
        Consistency ratio <b className="num">{number(consistencyRatio, 3)}</b>:{' '}
        {acceptable
          ? 'the judgements go together well enough (below 0.10).'
          : 'the judgements contradict each other too much (0.10 or more); weights from them would be chance in part.'}
      </p>
      {shown && (
        <p>
          Most at odds with the others: {ratioWords(shown.given, shown.a, shown.b)}. The others on average give about{' '}
          {shown.implied >= 1
            ? `${shown.a} ${number(shown.implied, 1)} times ${shown.b}`
            : `${shown.b} ${number(1 / shown.implied, 1)} times ${shown.a}`}
          .
        </p>
      )}
      {left.length > 0 && <p>Not compared with any other yet, so left out: {left.join(', ')}.</p>}
      {missing.length > 0 && (
        <p>
          Still missing: {missing.map(([a, b]) => `${a} : ${b}`).join(', ')}. The weights come from the other
          comparisons.
        </p>
      )}
      <p className="mt-1">
        <button type="button" className="btn" onClick={take}>
          Use as weights
        </button>
      </p>
    </section>
  );
}
