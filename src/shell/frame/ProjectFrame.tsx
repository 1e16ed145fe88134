import { Flag, Hammer, ListChecks, Sun, Timer, Users } from 'lucide-react';
import { allowed } from '@/server/access';
import { Link } from '@/ui/Link';
import type { Topic } from '@/db/catalogue';
import type { ReactNode } from 'react';
import { moment, shortName } from '@/core/format';
import { Live } from '@/ui/live/Live';
import { Entering } from '@/ui/outbox/Entering';
import { FieldPages } from '@/ui/outbox/FieldPages';
import { Mark } from '@/ui/glyphs/Mark';
import { MeetingLine } from '@/ui/sheet/MeetingLine';
import { PageTitle } from '@/ui/sheet/PageTitle';
import { helpOf, PURPOSES, type SheetName } from '@/ui/sheet/purposes';
import { Sheet } from '@/ui/sheet/Sheet';
import { AccountMenu } from './AccountMenu';
import { firstSteps, NextStep } from './FirstSteps';
import { IndexMenu } from './IndexMenu';
import { TeamTags } from './TeamTags';
import type { Frame } from './loadFrame';
import { hrefIn } from '@/areas/course';
import type { View } from './views';

type Entry = readonly [sheet: string, name: string, figure?: string | number];

function groups({ counts, seat }: Frame): [string, Entry[]][] {
  const some = (count: number) => count || '';
  const all: [string, Entry[]][] = [
    ['', [['', 'Today', some(counts.actions)]]],
    [
      'Plan',
      [
        ['brief', 'Brief'],
        ['requirements', 'Requirements', some(counts.requirements)],
        ['schedule', 'Schedule'],
      ],
    ],
    [
      'Make',
      [
        ['concepts', 'Concepts', some(counts.concepts)],
        ['teams', 'Teams', some(counts.students)],
        ['builds', 'Builds', some(counts.iterations)],
        ['bench', 'Bench', some(counts.runs)],
      ],
    ],
    [
      'Judge',
      [
        ['reviews', 'Reviews', some(counts.findings)],
        ['grades', 'Grades'],
        ['event', 'Event', some(counts.events)],
        ['standings', 'Standings'],
      ],
    ],
    [
      'Keep',
      [
        ['legacy', 'Legacy'],
        ['safety', 'Safety'],
        ...(allowed(seat, 'history.read') ? [['history', 'History'] as const] : []),
        ...(allowed(seat, 'person.write') ? [['data', 'Data'] as const] : []),
      ],
    ],
  ];
  const hidden = seat.project.hiddenSheets;
  return all
    .map(([group, entries]): [string, Entry[]] => [group, entries.filter(([sheet]) => !hidden.includes(sheet))])
    .filter(([, entries]) => entries.length > 0);
}

/** The four places of the bar on a phone: those that the person uses most. */
function places({ seat }: Frame) {
  const runs = ['bench/enter', 'Enter runs', Timer] as const;
  return seat.role === 'student'
    ? ([['', 'Today', Sun], runs, ['builds', 'Builds', Hammer], ['schedule/progress', 'Hand in', ListChecks]] as const)
    : ([['', 'Today', Sun], ['schedule/lesson', 'Lesson', Users], runs, ['event', 'Event', Flag]] as const);
}

interface Props {
  frame: Frame;
  /** The sheet as in the index (its path; null for a page that belongs to none), and its name in the title block. */
  sheet: SheetName | null;
  name: string;
  title?: string;
  about?: ReactNode;
  actions?: ReactNode;
  /** The sheets that belong to this one. */
  views?: readonly View[];
  /** Which of them this is; the sheet itself otherwise. */
  view?: string;
  /** The subjects whose changes this page shows; with others it stays as it is. Those of the frame are added. */
  shows: readonly Topic[] | 'all';
  /** Team tags make sense here. */
  byTeam?: boolean;
  /** What was chosen on the page, as its address has it: it stays when a team is chosen. */
  keeps?: Record<string, string> | undefined;
  children: ReactNode;
}

/** A sheet of a project with everything round it: header, meeting line, index, team tags, title block. */
export function ProjectFrame({
  frame,
  sheet,
  name,
  title,
  about,
  actions,
  views,
  view = sheet ?? '',
  shows,
  byTeam = true,
  keeps,
  children,
}: Props) {
  const { seat, section, team } = frame;
  const tagged = frame.teams.filter((one) => !section || one.sectionId === section.id);
  const block = [
    ['project', seat.project.title],
    ['sheet', name],
    team ? (['team', team.name] as const) : (['section', section?.name ?? 'all'] as const),
    ['as of', `${moment(frame.now)}${seat.project.pinnedNow ? ' (pinned)' : ''}`],
    ...(frame.revision ? [['revision', `${frame.revision.number} · by ${shortName(frame.revision.by)}`] as const] : []),
  ] as const;
  return (
    <div className="min-h-dvh flex flex-col">
      <PageTitle of={[title ?? viewNamed(views, view) ?? name, seat.project.title]} />
      <a href="#sheet" className="sr-only focus:not-sr-only focus:absolute focus:z-10 focus:bg-sheet focus:p-2">
        To the sheet
      </a>
      <Header frame={frame} sheet={view} />
      {frame.meetings.length > 0 && (
        <MeetingLine
          href={hrefIn(frame, 'schedule')}
          dates={frame.meetings.map((m) => m.date)}
          today={frame.today}
          eventDate={seat.project.eventDate}
          posts={frame.posts}
        />
      )}
      <div className="flex-1 flex flex-col md:flex-row">
        <nav
          aria-label="Index"
          className="phone-bar md:w-44 md:shrink-0 md:border-r border-ink md:sticky md:top-0 md:self-start md:h-dvh md:overflow-y-auto"
        >
          {places(frame).map(([path, label, Icon]) => (
            <Link
              key={path}
              href={hrefIn(frame, path)}
              className="phone-place"
              aria-current={path === view ? 'page' : undefined}
            >
              <Icon size={16} aria-hidden />
              {label}
            </Link>
          ))}
          <IndexMenu current={name}>
            {groups(frame).map(([group, entries]) => (
              <div key={group} className="pt-1.5 first:pt-0">
                {group && <h2 className="px-3.5 pt-1.5 pb-0.5">{group}</h2>}
                {entries.map(([path, label, figure]) => (
                  <Link
                    key={path}

                    href={hrefIn(frame, path)}
                    className="index-link"
                    aria-current={path === sheet ? 'page' : undefined}
                  >
                    {label}
                    <span className="num text-xs faint">{figure}</span>
                  </Link>
                ))}
              </div>
            ))}
            {seat.role === 'instructor' && seat.project.hiddenSheets.length > 0 && (
              <Link href={hrefIn(frame, 'profile')} className="index-link text-sm !text-faint mt-2">
                Hidden: {seat.project.hiddenSheets.map((path) => PURPOSES[path as SheetName]?.[0] ?? path).join(', ')}
              </Link>
            )}
          </IndexMenu>
        </nav>
        <main id="sheet" className="flex-1 min-w-0 p-3 flex flex-col">
          {seat.role === 'instructor' && sheet !== '' && (
            <NextStep
              steps={firstSteps({ ...frame.counts, sections: frame.sections.length }, (path) => hrefIn(frame, path))}
            />
          )}
          {views && <Views name={name} views={views} view={view} hrefOf={(path) => hrefIn(frame, path)} />}
          {byTeam && tagged.length > 0 && (
            <TeamTags
              teams={tagged.map(({ id, name, colour }) => [id, name, colour])}
              chosen={team?.id ?? null}
              own={seat.teamId}
              path={`/projects/${seat.project.id}${view ? `/${view}` : ''}`}
              section={section?.id ?? null}
              keeps={keeps}
            />
          )}
          <Entering people={frame.people}>
            <Sheet
              title={title ?? name}
              about={about}
              actions={actions}
              block={[...block]}
              purpose={sheet === null ? undefined : PURPOSES[sheet][1]}
              help={helpOf(sheet ?? '')}
            >
              {children}
            </Sheet>
          </Entering>
          <Live project={seat.project.id} since={frame.revision?.number ?? 0} shows={shows} />
          <FieldPages pages={frame.fieldPages} />
        </main>
      </div>
    </div>
  );
}

/** What a view is called, also one that lies behind another. */
function viewNamed(views: readonly View[] | undefined, view: string): string | undefined {
  const all = views?.flatMap(([path, label, within = []]) => [...within, [path, label] as const]);
  return all?.find(([path]) => path === view)?.[1];
}

/** The views of a sheet, and behind the one that is open those that lie within it. */
function Views({
  name,
  views,
  view,
  hrefOf,
}: {
  name: string;
  views: readonly View[];
  view: string;
  hrefOf: (path: string) => string;
}) {
  const isIn = ([path, , within = []]: View) => path === view || within.some(([other]) => other === view);
  const open = views.find(isIn);
  const row = (label: string, links: readonly View[], current: (link: View) => boolean) => (
    <nav aria-label={label} className="no-print flex flex-wrap gap-x-5 gap-y-1 mb-2.5">
      {links.map((link) => (
        <Link
          key={link[0]}
          href={hrefOf(link[0])}
          className="view-link"
          aria-current={current(link) ? 'page' : undefined}
        >
          {link[1]}
        </Link>
      ))}
    </nav>
  );
  return (
    <>
      {row(`Views of ${name}`, views, isIn)}
      {open?.[2] && open[2].length > 1 && row(`Views of ${open[1]}`, open[2], ([path]) => path === view)}
    </>
  );
}

function Header({ frame, sheet }: { frame: Frame; sheet: string }) {
  const { seat, sections, section } = frame;
  const { project, actor } = seat;
  const find = `/projects/${project.id}/find`;
  const options = seat.role === 'student' ? [] : sections;
  return (
    <header className="flex flex-wrap items-center gap-x-5 gap-y-2 px-3.5 py-1.5 border-b border-ink min-h-11">
      <Link
        href="/projects"
        className="flex items-center gap-2 font-cond font-semibold text-[19px] tracking-widest uppercase text-ink"
      >
        <Mark /> <span className="max-sm:sr-only">Ironstone</span>
      </Link>
      <p className="font-semibold">
        {project.title} <span className="font-normal text-faint max-sm:hidden">· {project.clientName}</span>
      </p>
      {options.length > 1 && (
        <div className="flex border border-ink max-sm:order-2" role="group" aria-label="Section">
          {[{ id: null, name: 'All' }, ...options].map((one) => (
            <Link
              key={one.name}

              href={hrefIn(frame, sheet, { section: one.id, team: null })}
              aria-current={(section?.id ?? null) === one.id ? 'true' : undefined}
              className="font-cond font-medium text-sm leading-[26px] px-3 tracking-wide text-ink aria-[current]:bg-ink aria-[current]:text-sheet"
            >
              {one.id ? `Section ${one.name}` : one.name}
            </Link>
          ))}
        </div>
      )}
      <form action={find} className="sm:ml-auto max-sm:order-3 max-sm:flex-1 min-w-28 sm:w-60" role="search">
        <input
          name="q"
          type="search"
          aria-label="Find a team, requirement or run"
          placeholder="Find a team, requirement, run"
          className="!min-h-7 !py-0.5 text-sm"
        />
      </form>
      <div className="max-sm:ml-auto">
        <AccountMenu name={shortName(actor.name)} others={frame.people.slice(1)} student={seat.role === 'student'} />
      </div>
    </header>
  );
}
