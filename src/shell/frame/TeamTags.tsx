'use client';

import { tagColour } from '@/ui/colours';

interface Props {
  teams: readonly (readonly [id: string, name: string, colour: number])[];
  chosen: string | null;
  own: string | null;
  /** The sheet, and the section that stays chosen. */
  path: string;
  section: string | null;
  /** What was chosen on the page, and stays. */
  keeps?: Record<string, string> | undefined;
}

/** The teams as tags; one narrows the sheet, and chosen again shows all. */
export function TeamTags({ teams, chosen, own, path, section, keeps = {} }: Props) {
  const href = (team: string) => {
    const query = new URLSearchParams(keeps);
    if (section) query.set('section', section);
    if (team !== chosen) query.set('team', team);
    return query.size ? `${path}?${query}` : path;
  };
  return (
    <div className="flex flex-wrap gap-1.5 mb-2.5 items-center no-print" role="group" aria-label="Team">
      {teams.map(([id, name, colour]) => (
        <a
          key={id}
          href={href(id)}
          className="tag"
          aria-current={id === chosen ? 'true' : undefined}
          style={{ '--tag': tagColour(colour) } as React.CSSProperties}
        >
          {name}
          {id === own && ' (yours)'}
        </a>
      ))}
      <span className="ml-auto text-sm text-faint hidden lg:inline">
        {chosen
          ? `${teams.find(([id]) => id === chosen)?.[1]} only; choose it again for all`
          : 'all teams; choose one to narrow the sheet'}
      </span>
    </div>
  );
}
