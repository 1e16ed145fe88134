'use client';

import { wording } from '@/core/wording';
import { useDuplicates } from '@/ui/useDuplicates';
import { fieldsOf } from '@/ui/forms/fields';
import { requirementSchema } from '@/areas/brief/records/requirements';

const { useValue } = fieldsOf(requirementSchema);

/** While a statement is typed: words nobody can measure, and what likely says the same already. */
export function Hints({ others }: { others: { code: string; text: string }[] }) {
  const [statement, kind] = useValue(['statement', 'kind']) as [string, string];
  const text = statement ?? '';
  const own = '(this)';
  const pairs = useDuplicates(text.trim().length > 5 ? [{ code: own, text }, ...others] : []) ?? [];
  const alike = pairs.filter((pair) => pair.a === own).map((pair) => others.find((one) => one.code === pair.b)!);
  const vague = kind === 'yes' || kind === 'wish' ? wording({ text }).findings : [];
  if (alike.length === 0 && vague.length === 0) return null;
  return (
    <ul className="callout" aria-live="polite">
      {vague.map(({ word, suggestion }) => (
        <li key={word}>
          “{word}” can’t be measured. {suggestion}
        </li>
      ))}
      {alike.map((one) => (
        <li key={one.code}>
          <span className="num">{one.code}</span> likely says the same: {one.text}
        </li>
      ))}
    </ul>
  );
}
