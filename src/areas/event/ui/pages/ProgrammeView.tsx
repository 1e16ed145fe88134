import { StoppedNote } from '@/areas/event/ui/contests/StoppedNote';
import { Nothing } from '@/ui/sheet/Sheet';
import { ProgrammeTable } from '@/areas/event/ui/contests/ProgrammeTable';
import { hrefIn, type Place } from '@/areas/course';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD } from '@/ui/kit/icons';
import { ContestForm } from '@/areas/event/ui/contests/ContestForm';
import { newContest } from '@/areas/event/read/contests/toForm';
import { offersOf } from '@/areas/event/read/contests/offers';
import { PrintButton } from '@/ui/PrintButton';
import type { readProgrammePage } from '@/areas/event/read/pages/programme';

type Props = Awaited<ReturnType<typeof readProgrammePage>> & { frame: Place };

/** The content of the page “Programme”. */
export function ProgrammeView({ stop, clock, shown, twice, frame }: Props) {
  const { team } = frame;
  const nameOf = (id: string) => frame.teams.find((one) => one.id === id)?.name ?? 'a team that left';
  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function ProgrammeActions({ leads, day, events, shown, frame }: Props) {
  const { seat } = frame;
  const { project } = seat;

  return (
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
  );
}
