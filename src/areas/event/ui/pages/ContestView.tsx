import { StoppedNote } from '@/areas/event/ui/contests/StoppedNote';
import { OpenContest } from '@/areas/event/ui/contests/OpenContest';
import { nextWords, ProgrammeTable } from '@/areas/event/ui/contests/ProgrammeTable';
import { upperFirst } from '@/core/format';
import { livesWords } from '@/areas/event/ui/contests/words';
import { Confluence } from '@/areas/event/ui/contests/Confluence';
import { describe } from '@/areas/event/shared/contests/stand';
import { ContestTable } from '@/areas/event/ui/contests/ContestTable';
import { AskContest } from '@/areas/event/ui/contests/AskContest';
import { hrefIn, type Place } from '@/areas/course';
import { Protests } from '@/areas/event/ui/contests/Protests';
import { allowed } from '@/server/access';
import { zoneHere } from '@/server/clock';
import { ContestHistory } from '@/areas/event/ui/contests/ContestHistory';
import { SidePanel } from '@/ui/kit/SidePanel';
import { CHANGE, REMOVE } from '@/ui/kit/icons';
import { ContestForm } from '@/areas/event/ui/contests/ContestForm';
import { contestForm } from '@/areas/event/read/contests/toForm';
import { offersOf } from '@/areas/event/read/contests/offers';
import { ActButton } from '@/ui/forms/ActButton';
import { reopenContest, removeContest } from '@/areas/event/write/contests/actions';
import { Link } from '@/ui/Link';
import type { readContestPage } from '@/areas/event/read/pages/contest';

type Props = Awaited<ReturnType<typeof readContestPage>> & { frame: Place };

/** The content of the page “Contest”. */
export function ContestView({
  stop,
  events,
  protests,
  one,
  contest,
  stand,
  leads,
  people,
  nameOf,
  clock,
  open,
  knockout,
  own,
  next,
  place,
  frame,
}: Props) {
  const { seat } = frame;
  const { project } = seat;

  return (
    <>
      <StoppedNote stop={stop} />
      {one.broken && (
        <p className="callout mb-3" style={{ '--tone': 'var(--brick)' } as React.CSSProperties}>
          This contest can’t be played as it stands: its rounds don’t fit its teams, or its entries don’t fit together.{' '}
          {open ? 'Tell whoever runs this installation.' : 'Change its rounds or its teams.'}
        </p>
      )}
      {!open && leads && one.teams.length > 1 && (
        <OpenContest
          place={place}
          name={contest.name}
          drawn={contest.seeding === 'drawn'}
          teams={people.map(({ name }) => name)}
          seeded={events.find(({ id: of }) => contest.seeding === 'event' && of === contest.eventId)?.name ?? null}
        />
      )}
      {own && one.teams.includes(own.id) && open && (
        <p className="callout mb-3 text-lg">
          <b>{own.name}</b>: {next ? nextWords(next, one, clock, nameOf) : 'no match left here'}
          {stand && `. ${upperFirst(livesWords(stand.played.teams.find((of) => of.team === own.id)!))}`}
        </p>
      )}
      {stand && knockout && (
        <>
          <Confluence
            description={describe(contest)}
            played={stand.played}
            teams={people}
            called={stand.called.map(({ match }) => match)}
            name={contest.name}
          />
          <p className="text-sm faint mb-3">
            {contest.format === 'double' && 'Two strokes are two lives. '}
            Rust: can be played now, filled when it is on. A bar: the way ends here.
          </p>
        </>
      )}
      {stand && !knockout && (
        <ContestTable contest={contest} stand={stand} table={one.table} nameOf={nameOf} teams={people} />
      )}
      {stand && <AskContest contest={contest} entries={one.entries} teams={people} chosen={own?.id ?? null} />}
      {!one.over && one.teams.length > 1 && (
        <ProgrammeTable
          contests={[one]}
          clock={clock}
          nameOf={nameOf}
          chosen={null}
          hrefOf={() => hrefIn(frame, `event/contests/${contest.id}`)}
        />
      )}
      {stand && open && (
        <Protests
          projectId={project.id}
          contest={contest}
          protests={protests.filter(({ contestId }) => contestId === contest.id)}
          played={stand.played}
          teams={people}
          raises={
            seat.role === 'student'
              ? seat.teamId
                ? [seat.teamId]
                : []
              : allowed(seat, 'protest.rule')
                ? one.teams
                : []
          }
          rules={allowed(seat, 'protest.rule')}
          zone={zoneHere(project)}
        />
      )}
      {one.entries.length > 0 && <ContestHistory entries={one.entries} nameOf={nameOf} clock={clock} />}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function ContestActions({ events, one, contest, leads, desk, open, place, deskHref, frame }: Props) {
  const { seat } = frame;
  const { project } = seat;

  return (
    <>
      {leads && (
        <SidePanel id="contest" label="Change contest" icon={CHANGE} title={contest.name}>
          <ContestForm
            key={contest.version}
            projectId={project.id}
            id={contest.id}
            version={contest.version}
            open={open}
            values={contestForm({ ...contest })}
            {...offersOf(frame, events)}
          />
        </SidePanel>
      )}
      {leads && one.entries.length === 0 && (
        <>
          {open && (
            <ActButton act={reopenContest} input={place} done="It can be changed again.">
              Cancel the opening
            </ActButton>
          )}
          <ActButton
            icon={REMOVE}
            act={removeContest}
            input={place}
            done={`${contest.name} is removed.`}
            confirm={`Remove ${contest.name}? Its plan goes with it.`}
            undo
            then={hrefIn(frame, 'event/programme')}
          >
            Remove contest
          </ActButton>
        </>
      )}
      {desk && open && (
        <Link className="btn btn-go" href={deskHref}>
          {contest.format === 'lanes' ? 'Enter runs' : 'To the desk'}
        </Link>
      )}
    </>
  );
}
