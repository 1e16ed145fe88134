import { Entering, type Enterer } from '@/ui/outbox/Entering';
import { FieldPages } from '@/ui/outbox/FieldPages';
import { PageTitle } from '@/ui/sheet/PageTitle';
import type { Contest } from '@/areas/event/read/contests';
import { Desk } from './Desk';
import type { DeskProps } from '@/areas/event/shared/contests/atDesk';

interface Props {
  contest: Contest;
  /** null: it is not open, or its heats are entered as attempts. */
  desk: DeskProps | null;
  contests: { id: string; name: string; href: string }[];
  back: string;
  people: Enterer[];
  project: string;
}

/** A desk without anything round it: made for a table beside the ring. */
export function DeskSheet({ contest, desk, contests, back, people, project }: Props) {
  return (
    <>
      <header className="bg-ink text-sheet px-3.5 py-2 flex flex-wrap gap-x-4 gap-y-1 items-center font-cond text-[15px]">
        <a href={back} className="text-sheet underline">
          Back
        </a>
        {contests.map(({ id, name, href }) => (
          <a
            key={id}
            href={href}
            className={`text-sheet ${id === contest.id ? 'font-semibold underline' : ''}`}
            aria-current={id === contest.id ? 'true' : undefined}
          >
            {name}
          </a>
        ))}
      </header>
      <main>
        <PageTitle of={[`Desk: ${contest.name}`, project]} />
        <h1 className="sr-only">Desk: {contest.name}</h1>
        {desk ? (
          <Entering people={people}>
            <Desk key={contest.id} {...desk} />
          </Entering>
        ) : (
          <p className="p-4">
            {contest.format === 'lanes'
              ? 'The heats of this contest are entered as attempts, under Enter runs.'
              : contest.openedAt
                ? `The entries of ${contest.name} don’t fit together. Tell whoever runs this installation.`
                : `${contest.name} is not open yet. Open it on its page first.`}
          </p>
        )}
        <FieldPages pages={contests.map(({ href }) => href)} />
      </main>
    </>
  );
}
