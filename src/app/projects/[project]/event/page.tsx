import { Fold } from '@/ui/sheet/Fold';
import { Link } from '@/ui/Link';
import { EventForm } from '@/features/event/EventForm';
import { ResultTable } from '@/features/event/ResultTable';
import { eventForm, NEW_EVENT } from '@/features/event/rule';
import { hrefIn, openSheet, ProjectFrame, type SheetProps } from '@/features/frame';
import { listParameters } from '@/domain/requirements/parameters';
import { allowed, seesAll } from '@/server/access';
import { factName, factUnit } from '@/domain/event/judge';
import { loadEventResults } from '@/domain/standings/judge';
import { listAttempts, listProtocols } from '@/domain/bench/read';
import { plural } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function EventPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/event', props);
  const { seat, section, team } = frame;
  const { id } = seat.project;
  const leads = seat.role === 'instructor';
  const [results, attempts, protocols, parameters] = await Promise.all([
    loadEventResults(pool(), id),
    listAttempts(pool(), id),
    listProtocols(pool(), id),
    listParameters(pool(), id),
  ]);
  const seen = frame.teams.filter(
    (one) =>
      (!section || one.sectionId === section.id) &&
      (!team || one.id === team.id) &&
      allowed(seat, 'run.read', { teamId: one.id }),
  );
  const facts = parameters
    .filter((p) => p.dimension !== 'yes-no')
    .map((p) => `${factName(p.name)} (${factUnit(p.dimension)})`);
  const form = { projectId: id, protocols: protocols.map(({ id, name, unit }) => ({ id, name, unit })), facts };
  const save = leads && results.length > 0 && (
    <a className="btn" href={`/projects/${id}/export/results.csv`}>
      Save as CSV
    </a>
  );
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'event', 'grades', 'requirements', 'standings']}
      frame={frame}
      sheet="event"
      name="Event"
      about={results.length ? plural(results.length, 'event') : undefined}
      actions={
        <>
          {save}
          {results.length > 0 && (seesAll(seat) || seat.teamId) && (
            <Link className="btn btn-go" href={hrefIn(frame, 'bench/enter')}>
              Enter runs
            </Link>
          )}
        </>
      }
    >
      {results.length === 0 && (
        <Nothing>
          An event is a protocol with a rule: how many attempts, which one counts, how it becomes points.{' '}
          {protocols.length === 0 ? 'The protocol comes first, under Bench.' : ''}
        </Nothing>
      )}
      {results.map((one) => (
        <section key={one.event.id} className="mb-6" id={one.event.id}>
          <h3 className="mb-1">
            {one.event.name}{' '}
            <span className="faint font-normal">· {protocols.find((p) => p.id === one.event.protocolId)?.name}</span>
          </h3>
          {leads || seen.length > 0 ? (
            <ResultTable
              results={one}
              teams={seen}
              attempts={attempts}
              allowed={one.event.attemptsAllowed}
              runHref={(run) => hrefIn(frame, `bench/runs/${run}`)}
            />
          ) : (
            <p className="faint">Results are shown once the standings are published.</p>
          )}
          {leads && (
            <Fold className="mt-1 no-print" minor label={`Change the rule of ${one.event.name}`}>
              <div className="pt-3">
                <EventForm
                  key={one.event.version}
                  {...form}
                  id={one.event.id}
                  version={one.event.version}
                  values={eventForm({ ...one.event })}
                />
              </div>
            </Fold>
          )}
        </section>
      ))}
      {leads && protocols.length > 0 && (
        <Fold open={results.length === 0} className="no-print" label="Add an event">
          <div className="pt-3">
            <EventForm
              key={results.length}
              {...form}
              id={null}
              version={null}
              values={{ ...NEW_EVENT, position: String(results.length + 1) }}
            />
          </div>
        </Fold>
      )}
    </ProjectFrame>
  );
}
