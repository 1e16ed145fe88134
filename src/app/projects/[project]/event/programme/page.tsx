import { ADD } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { eventViews, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { ContestForm } from '@/areas/event/ui/contests/ContestForm';
import { ProgrammeTable } from '@/areas/event/ui/contests/ProgrammeTable';
import { newContest, offersOf, doubled, loadDay } from '@/areas/event';
import { StoppedNote } from '@/areas/event/ui/contests/StoppedNote';
import { stopNow } from '@/areas/safety';
import { listEvents } from '@/areas/bench';
import { allowed } from '@/server/access';
import { clockHere, momentOfEntry } from '@/server/clock';
import { Nothing } from '@/ui/sheet/Sheet';
import { PrintButton } from '@/ui/PrintButton';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';

export default async function ProgrammePage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/event/programme', props);
  const { seat, section, team } = frame;
  const { project } = seat;
  const leads = allowed(seat, 'event.write');
  const [day, stop, events] = await Promise.all([
    loadDay(pool(), project, momentOfEntry(project, frame.now, 0).getTime()),
    stopNow(pool(), project.id),
    listEvents(pool(), project.id),
  ]);
  const clock = clockHere(project);
  const nameOf = (id: string) => frame.teams.find((one) => one.id === id)?.name ?? 'a team that left';
  const shown = day.contests.filter(
    ({ contest, teams }) =>
      (!section || !contest.sectionId || contest.sectionId === section.id) && (!team || teams.includes(team.id)),
  );
  const twice = doubled(shown, day.elsewhere);
  return (
    <ProjectFrame
      shows={['bench', 'event', 'sessions']}
      frame={frame}
      sheet="event"
      name="Event"
      view="event/programme"
      views={eventViews(seat.role)}
      title="Programme"
      about={shown.length > 0 ? plural(shown.length, 'contest') : undefined}
      actions={
        <>
          {leads && (
            <SidePanel
              id="new"
              label="Add contest"
              icon={ADD}
              title="New contest"
              className={shown.length === 0 ? 'btn btn-go' : 'btn'}
            >
              <ContestForm
                key={day.contests.length}
                projectId={project.id}
                id={null}
                version={null}
                open={false}
                values={newContest(project.eventDate, day.contests.length + 1)}
                {...offersOf(frame, events)}
              />
            </SidePanel>
          )}
          {shown.length > 0 && <PrintButton>Print the programme</PrintButton>}
        </>
      }
    >
      <StoppedNote stop={stop} />
      {shown.length === 0 && (
        <Nothing>
          A contest lets teams meet: knock-out, everyone against everyone, Swiss rounds, or heats against the clock. The
          programme says whether it fits the time there is, and who is needed where.
        </Nothing>
      )}
      {twice.map(({ one, other, teams, from, to }) => (
        <p key={`${one} ${other}`} className="callout mb-2" style={{ '--tone': 'var(--ochre)' } as React.CSSProperties}>
          {one} and {other} both need {teams.map(nameOf).join(', ')} between {clock(from)} and {clock(to)}. The desk
          shows who is elsewhere; to be sure, move one of the two.
        </p>
      ))}
      {shown.length > 0 && (
        <ProgrammeTable
          contests={shown}
          clock={clock}
          nameOf={nameOf}
          chosen={team?.id ?? null}
          hrefOf={(id) => hrefIn(frame, `event/contests/${id}`)}
        />
      )}
    </ProjectFrame>
  );
}
