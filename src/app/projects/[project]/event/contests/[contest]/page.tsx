import { notFound } from 'next/navigation';
import { CHANGE, REMOVE } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { Link } from '@/ui/Link';
import { eventViews, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { removeContest, reopenContest } from '@/areas/event/write/contests/actions';
import { AskContest } from '@/areas/event/ui/contests/AskContest';
import { Confluence } from '@/areas/event/ui/contests/Confluence';
import { ContestForm } from '@/areas/event/ui/contests/ContestForm';
import { ContestHistory } from '@/areas/event/ui/contests/ContestHistory';
import { ContestTable } from '@/areas/event/ui/contests/ContestTable';
import { OpenContest } from '@/areas/event/ui/contests/OpenContest';
import { Protests } from '@/areas/event/ui/contests/Protests';
import { nextWords, ProgrammeTable } from '@/areas/event/ui/contests/ProgrammeTable';
import { StoppedNote } from '@/areas/event/ui/contests/StoppedNote';
import {
  namesOf,
  offersOf,
  contestForm,
  loadDay,
  nextOf,
  listProtests,
  describe,
  FORMAT_NAME,
  isTable,
} from '@/areas/event';
import { worksAt } from '@/areas/event/write/contests/commands';
import { livesWords } from '@/areas/event/ui/contests/words';
import { stopNow } from '@/areas/safety';
import { listEvents } from '@/areas/bench';
import { ActButton } from '@/ui/forms/ActButton';
import { allowed } from '@/server/access';
import { clockHere, momentOfEntry, zoneHere } from '@/server/clock';
import { upperFirst, withQuery } from '@/core/format';
import { pool } from '@/db/connection';

export default async function ContestPage(props: SheetProps<{ contest: string }>) {
  const frame = await openSheet('/projects/[project]/event/contests/[contest]', props);
  const { seat, team } = frame;
  const { project } = seat;
  const { contest: id } = await props.params;
  const [day, stop, events, protests] = await Promise.all([
    loadDay(pool(), project, momentOfEntry(project, frame.now, 0).getTime()),
    stopNow(pool(), project.id),
    listEvents(pool(), project.id),
    listProtests(pool(), project.id),
  ]);
  const one = day.contests.find(({ contest }) => contest.id === id);
  if (!one) notFound();
  const { contest, stand } = one;
  const leads = allowed(seat, 'event.write');
  const desk = allowed(seat, 'desk.write', { official: await worksAt(pool(), seat, contest) });
  const teams = one.teams.flatMap((of) => frame.teams.filter((known) => known.id === of));
  const people = teams.map(({ id: of, name, colour }) => ({ id: of, name, colour }));
  const nameOf = namesOf(people);
  const clock = clockHere(project);
  const open = contest.openedAt !== null;
  const knockout = !isTable(contest.format);
  const own = team ?? frame.teams.find((known) => known.id === seat.teamId) ?? null;
  const next = own && nextOf(one, own.id);
  const place = { projectId: project.id, id: contest.id };
  const deskHref =
    contest.format === 'lanes'
      ? withQuery(hrefIn(frame, 'bench/enter'), { event: contest.eventId! })
      : hrefIn(frame, `event/contests/${contest.id}/desk`, { team: null });
  return (
    <ProjectFrame
      shows={['bench', 'event', 'sessions']}
      frame={frame}
      sheet="event"
      name="Event"
      view={`event/contests/${contest.id}`}
      views={eventViews(seat.role)}
      title={contest.name}
      about={FORMAT_NAME[contest.format]}
      actions={
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
      }
    >
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
    </ProjectFrame>
  );
}
