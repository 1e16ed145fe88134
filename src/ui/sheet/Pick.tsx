import { Link } from '@/ui/Link';

/** One of several that a sheet can show, each under its own address; nothing while there is only one. */
export function Pick({
  label,
  of,
}: {
  /** What is chosen among: "Protocol". */
  label: string;
  of: readonly { key: string; name: string; href: string; shown: boolean }[];
}) {
  if (of.length < 2) return null;
  return (
    <nav aria-label={label} className="flex flex-wrap gap-x-4 gap-y-1 mb-3 no-print">
      {of.map(({ key, name, href, shown }) => (
        <Link key={key} href={href} aria-current={shown ? 'true' : undefined} className="view-link" scroll={false}>
          {name}
        </Link>
      ))}
    </nav>
  );
}
