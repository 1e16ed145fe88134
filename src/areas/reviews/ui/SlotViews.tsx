import { Link } from '@/ui/Link';

/** The views of a team's part of a review. */
export function SlotViews({
  hrefOf,
  at,
  unveiling,
}: {
  hrefOf: (view: '' | '/minutes' | '/handover') => string;
  at: 'packet' | 'minutes' | 'handover';
  unveiling: boolean;
}) {
  const views = [
    ['packet', '', 'Packet'],
    ...(unveiling ? [['handover', '/handover', 'Wishes and handover'] as const] : []),
    ['minutes', '/minutes', 'Minutes'],
  ] as const;
  return (
    <nav aria-label="Views of this team’s review" className="no-print flex flex-wrap gap-x-5 mb-3">
      {views.map(([name, path, label]) => (
        <Link key={name} href={hrefOf(path)} className="view-link" aria-current={name === at ? 'page' : undefined}>
          {label}
        </Link>
      ))}
    </nav>
  );
}
