'use client';

import { useMemo } from 'react';
import type { Remark } from '@/core/requirements';
import { plural } from '@/core/format';
import { useDuplicates, type Said } from '@/ui/useDuplicates';

const HEADS: Record<Remark['kind'], string> = {
  conflict: 'Conflicts',
  unit: 'Units',
  budget: 'Budgets overdrawn',
  'not-measured': 'Musts nobody has measured',
  verification: 'Not said how to verify',
  wording: 'Words that can’t be measured',
  source: 'Without a source',
};
const GRAVE = new Set(['conflict', 'unit', 'budget']);

/** What there is to look at in the list, gravest first; likely duplicates are found beside the page and join when ready. */
export function Remarks({ remarks, statements }: { remarks: Remark[]; statements: Said[] }) {
  const pairs = useDuplicates(statements);
  const groups = useMemo(() => {
    const kinds = Object.keys(HEADS) as Remark['kind'][];
    return kinds.flatMap((kind) => {
      const own = remarks.filter((remark) => remark.kind === kind);
      return own.length ? [{ kind, own }] : [];
    });
  }, [remarks]);
  const count = remarks.length + (pairs?.length ?? 0);
  const grave = remarks.some((remark) => GRAVE.has(remark.kind));
  return (
    <section
      aria-label="Checks"
      className="callout mb-4"
      style={{ '--tone': grave ? 'var(--brick)' : count ? 'var(--ochre)' : 'var(--moss)' } as React.CSSProperties}
    >
      <p className="font-semibold">
        {count === 0
          ? 'The checks find nothing in this list.'
          : `The checks find ${plural(count, 'thing')} to look at.`}
      </p>
      <dl className="grid sm:grid-cols-[190px_1fr] gap-x-4">
        {groups.map(({ kind, own }) => (
          <Group key={kind} head={HEADS[kind]} grave={GRAVE.has(kind)}>
            {short(kind) ? (
              <Codes codes={own.flatMap((remark) => remark.codes)} />
            ) : (
              own.map((remark) => (
                <p key={remark.codes.join() + remark.text}>
                  {kind !== 'conflict' && <Codes codes={remark.codes} />} <Linked text={remark.text} />
                </p>
              ))
            )}
          </Group>
        ))}
        {pairs && pairs.length > 0 && (
          <Group head="Likely the same" grave={false}>
            {pairs.map(({ a, b }) => (
              <p key={a + b}>
                <Codes codes={[a, b]} /> “{statements.find((one) => one.code === a)?.text}” and “
                {statements.find((one) => one.code === b)?.text}”
              </p>
            ))}
          </Group>
        )}
      </dl>
    </section>
  );
}

/** Kinds of which the code alone says everything. */
const short = (kind: Remark['kind']) => kind === 'not-measured' || kind === 'verification' || kind === 'source';

function Group({ head, grave, children }: { head: string; grave: boolean; children: React.ReactNode }) {
  return (
    <>
      <dt className={`font-medium ${grave ? 'text-brick' : ''}`}>{head}</dt>
      <dd className="mb-1">{children}</dd>
    </>
  );
}

/** A remark whose codes lead to their requirements. */
function Linked({ text }: { text: string }) {
  return text.split(/(\b[A-Z]{1,3}-\d{1,3}\b)/).map((part, i) => (i % 2 ? <Codes key={i} codes={[part]} /> : part));
}

function Codes({ codes }: { codes: string[] }) {
  return (
    <>
      {codes.map((code, i) => (
        <span key={code}>
          {i > 0 && ', '}
          <a className="num" href={`#${code}`}>
            {code}
          </a>
        </span>
      ))}
    </>
  );
}
