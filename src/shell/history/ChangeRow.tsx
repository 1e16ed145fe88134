'use client';

import { Link } from '@/ui/Link';

/** A change as the history tells it. */
export interface ChangeWords {
  when: string;
  who: string;
  what: string;
  fields: { field: string; before: string; after: string }[];
  putBack: string | null;
}

export function ChangeRow({ when, who, what, fields, putBack }: ChangeWords) {
  return (
    <tr>
      <td className="whitespace-nowrap">{when}</td>
      <td>{who}</td>
      <td className="whitespace-nowrap">{what}</td>
      <td className="text-sm break-words max-w-xl">
        {fields.map((one) => (
          <span key={one.field} className="mr-3">
            <span className="faint">{one.field}:</span> {one.before && <s>{one.before}</s>}{' '}
            {one.before && one.after && '→'} {one.after}
          </span>
        ))}
      </td>
      <td className="whitespace-nowrap no-print">{putBack && <Link href={putBack}>restore …</Link>}</td>
    </tr>
  );
}
