import type { ReactNode } from 'react';
import { FieldPages } from '@/ui/outbox/FieldPages';
import { PageTitle } from '@/ui/sheet/PageTitle';
import { tagColour } from '@/ui/colours';
import type { Team } from '@/areas/course';

interface Props {
  team: Team;
  teams: readonly Team[];
  hrefOf: (team: string) => string;
  back: string;
  project: string;
  children: ReactNode;
}

/** A phone at the inspection table: the teams above, the points of the one at hand below. */
export function InspectionSheet({ team, teams, hrefOf, back, project, children }: Props) {
  return (
    <>
      <header className="bg-ink text-sheet px-3.5 py-2 flex flex-wrap gap-x-4 gap-y-1 items-center font-cond text-[15px]">
        <a href={back} className="text-sheet underline">
          Back
        </a>
        {teams.map(({ id, name }) => (
          <a
            key={id}
            href={hrefOf(id)}
            className={`text-sheet ${id === team.id ? 'font-semibold underline' : ''}`}
            aria-current={id === team.id ? 'true' : undefined}
          >
            {name}
          </a>
        ))}
      </header>
      <main className="max-w-xl mx-auto bg-sheet border-x border-rule p-3.5 min-h-[calc(100dvh-44px)]">
        <PageTitle of={[`Inspection: ${team.name}`, project]} />
        <h1 className="pl-2 border-l-[7px] mb-1" style={{ borderColor: tagColour(team.colour) }}>
          Inspection: {team.name}
        </h1>
        {children}
        <FieldPages pages={teams.map(({ id }) => hrefOf(id))} />
      </main>
    </>
  );
}
