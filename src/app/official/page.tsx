import { heatOrderOf } from '@/areas/event';
import { loadRig } from '@/areas/bench';
import { RunEntry } from '@/areas/bench/ui/RunEntry';
import { meetsNext, listSections, listTeams } from '@/areas/course';
import { enterByLink } from '@/server/access';
import { projectNow } from '@/server/clock';
import { pool } from '@/db/connection';
import { PageTitle } from '@/ui/sheet/PageTitle';
import { Plain } from '@/ui/sheet/Plain';
import { Entering } from '@/ui/outbox/Entering';
import { FieldPages } from '@/ui/outbox/FieldPages';

interface Props {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

/** What else an official does on the day. */
const DAY = [
  ['/official/desk', 'Desk'],
  ['/official/inspection', 'Inspection'],
  ['/official/announcer', 'Announcer'],
] as const;

/** Entry at the rig for an official without an account. */
export default async function OfficialPage({ searchParams }: Props) {
  const seat = await enterByLink('official.page');
  const { project, actor } = seat;
  const [sections, teams, search] = await Promise.all([
    listSections(pool(), project.id),
    listTeams(pool(), project.id),
    searchParams,
  ]);
  const now = projectNow(project);
  const section = sections.find((one) => one.id === search.section) ?? meetsNext(sections, now);
  const { events, event, rig } = await loadRig(pool(), seat, {
    eventId: search.event,
    section,
    teams,
    now,
    orderOf: heatOrderOf(pool(), project.id),
  });
  if (!rig || !event || !section)
    return (
      <Plain title="Enter attempts" about={project.title}>
        <p>There is no {event ? 'section' : 'event'} here at present. Your instructor can tell you when there is.</p>
        <p className="flex flex-wrap gap-4 mt-3">
          {DAY.map(([path, label]) => (
            <a key={path} href={path}>
              {label}
            </a>
          ))}
        </p>
      </Plain>
    );
  const href = (of: { event?: string; section?: string }) =>
    `/official?${new URLSearchParams({ event: event.id, section: section.id, ...of })}`;
  const choice = (items: readonly { id: string; name: string }[], chosen: string, of: 'event' | 'section') =>
    items.map(({ id, name }) => (
      <a
        key={id}
        href={href({ [of]: id })}
        className={`text-sheet ${id === chosen ? 'font-semibold underline' : ''}`}
        aria-current={id === chosen ? 'true' : undefined}
      >
        {of === 'section' ? `Section ${name}` : name}
      </a>
    ));
  return (
    <>
      <header className="bg-ink text-sheet px-3.5 py-2 flex flex-wrap gap-x-4 gap-y-1 items-center font-cond text-[15px]">
        {choice(events, event.id, 'event')}
        {DAY.map(([path, label]) => (
          <a key={path} href={path} className="text-sheet">
            {label}
          </a>
        ))}
        <span className="ml-auto flex gap-4">{choice(sections, section.id, 'section')}</span>
      </header>
      <main>
        <PageTitle of={[`Attempts in ${event.name}`, project.title]} />
        <h1 className="sr-only">Attempts in {event.name}</h1>
        <Entering people={[{ id: actor.id, name: actor.name }]}>
          <RunEntry key={`${event.id} ${section.id}`} {...rig} first={null} />
        </Entering>
        <FieldPages pages={sections.flatMap((one) => events.map((of) => href({ event: of.id, section: one.id })))} />
      </main>
    </>
  );
}
