import { day, withQuery } from '@/core/format';
import type { Visit } from '@/areas/brief/read/interview';

/** The visits of a project, to change between them; nothing when there is only one. */
export function VisitTabs({ visits, current, here }: { visits: Visit[]; current: Visit | null; here: string }) {
  if (visits.length < 2) return null;
  return (
    <p className="no-print mb-3 flex flex-wrap gap-x-4">
      {visits.map((one) => (
        <a
          key={one.id}
          href={withQuery(here, { visit: one.id })}
          aria-current={one.id === current?.id ? 'true' : undefined}
          className="view-link"
        >
          {one.title}, {day(one.heldOn)}
        </a>
      ))}
    </p>
  );
}
