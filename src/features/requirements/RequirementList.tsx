import Link from 'next/link';
import type { Requirement } from '@/server/records/requirements';
import { limitText } from '@/ui/limit';

/** All requirements with their limit and where they come from. */
export function RequirementList({
  requirements,
  editHref,
  sentenceHref,
}: {
  requirements: Requirement[];
  editHref: ((id: string) => string) | null;
  sentenceHref: string;
}) {
  return (
    <div className="overflow-x-auto">
      <table>
        <thead>
          <tr>
            <th>Code</th>
            <th>Requirement</th>
            <th className="right">Limit</th>
            <th>Priority</th>
            <th>State</th>
            <th>Comes from</th>
            {editHref && <th />}
          </tr>
        </thead>
        <tbody>
          {requirements.map((r) => (
            <tr key={r.id} id={r.code} className={r.state === 'withdrawn' ? 'line-through text-faint' : ''}>
              <td className="num">{r.code}</td>
              <td>{r.statement}</td>
              <td className="num right whitespace-nowrap">{limitText(r)}</td>
              <td>{r.priority}</td>
              <td>{r.state}</td>
              <td className="max-w-80">
                {r.sentence ? (
                  <Link prefetch={false} href={`${sentenceHref}#${r.statementId}`}>
                    “{r.sentence.length > 70 ? `${r.sentence.slice(0, 68)} …` : r.sentence}”
                  </Link>
                ) : r.source === 'rule' ? (
                  'rule of the project'
                ) : (
                  'own finding'
                )}
              </td>
              {editHref && (
                <td className="right">
                  <Link prefetch={false} href={editHref(r.id)}>
                    change
                  </Link>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
