import { Fold } from '@/ui/sheet/Fold';
import { Link } from '@/ui/Link';
import { InstrumentForm, ProtocolForm } from '@/features/bench/forms';
import { listInstruments } from '@/domain/bench/instruments';
import { RunTable } from '@/features/bench/RunTable';
import { instrumentForm, NEW_INSTRUMENT, NEW_PROTOCOL, protocolForm } from '@/features/bench/toForm';
import { BENCH_VIEWS, hrefIn, openSheet, ProjectFrame, type SheetProps } from '@/features/frame';
import { listParameters } from '@/domain/requirements/parameters';
import { allowed, seesAll } from '@/server/access';
import { inZone } from '@/server/clock';
import { teamIdsIn } from '@/domain/classes/read';
import { hazardsOf, readSafety } from '@/domain/safety/read';
import { listEvents, listNewestRuns, listProtocols } from '@/domain/bench/read';
import { moment, number } from '@/core/format';
import { Cautions } from '@/ui/sheet/Cautions';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

const SHOWN = 40;

export default async function BenchPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/bench', props);
  const { seat, teams } = frame;
  const { id, timeZone } = seat.project;
  const leads = seat.role === 'instructor';
  const ids = teamIdsIn(teams, frame.section?.id ?? null, frame.team?.id ?? null);
  const [protocols, events, newest, instruments, parameters, safety] = await Promise.all([
    listProtocols(pool(), id),
    listEvents(pool(), id),
    listNewestRuns(pool(), id, { limit: SHOWN, teamIds: ids, seenBy: seesAll(seat) ? 'all' : seat.teamId }),
    listInstruments(pool(), id),
    listParameters(pool(), id),
    readSafety(pool(), id),
  ]);
  const runs = newest.filter((run) => allowed(seat, 'run.read', run));
  const enter = events.length > 0 && (
    <Link className="btn btn-go" href={hrefIn(frame, 'bench/enter')}>
      Enter runs
    </Link>
  );
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'event', 'requirements', 'safety']}
      frame={frame}
      sheet="bench"
      name="Bench"
      views={BENCH_VIEWS}
      about="protocols, instruments and runs"
      actions={enter}
    >
      <div className="grid lg:grid-cols-2 gap-x-8 gap-y-5 mb-5">
        <section>
          <h2 className="mb-1">Protocols</h2>
          {protocols.length === 0 && (
            <Nothing>
              A protocol says how a test is made, so that everybody tests the same way. Instruments come first.
            </Nothing>
          )}
          {protocols.map((p) => (
            <Fold
              key={p.id}
              className="border-b border-hair py-1.5"
              minor
              label={
                <>
                  <b>{p.name}</b>: {p.parameterName} in {p.unit}, {p.instrumentName}
                </>
              }
            >
              <p className="whitespace-pre-line">{p.procedure}</p>
              <p className="faint">
                {p.conditions.map((c) => `${c.name} ${number(c.value)} ± ${number(c.tolerance)} ${c.unit}`).join(' · ')}
              </p>
              <Cautions own={p.cautions ? [p.cautions] : []} hazards={hazardsOf(safety.hazards, 'protocols', p.id)} />
              {leads && (
                <ProtocolForm
                  key={p.version}
                  projectId={id}
                  values={protocolForm({ ...p })}
                  version={p.version}
                  id={p.id}
                  parameters={parameters}
                  instruments={instruments}
                />
              )}
            </Fold>
          ))}
        </section>
        <section>
          <h2 className="mb-1">Instruments</h2>
          {instruments.length === 0 && (
            <p className="faint">
              A scale, a rule, a stopwatch: with its resolution and accuracy every reading gets its uncertainty.
            </p>
          )}
          {instruments.map((one) => (
            <Fold
              key={one.id}
              className="border-b border-hair py-1.5"
              minor
              label={
                <>
                  <b>{one.name}</b>: {one.dimension}, shows {number(one.resolution)} {one.unit}, good to ±{' '}
                  {number(one.accuracy)} {one.unit}
                </>
              }
            >
              {leads && (
                <InstrumentForm
                  key={one.version}
                  projectId={id}
                  values={instrumentForm({ ...one })}
                  version={one.version}
                  id={one.id}
                />
              )}
            </Fold>
          ))}
        </section>
      </div>
      {leads && (
        <div className="no-print mb-5 flex flex-col gap-2">
          <Fold open={instruments.length === 0} label="Add an instrument">
            <div className="pt-2">
              <InstrumentForm
                key={instruments.length}
                projectId={id}
                id={null}
                version={null}
                values={NEW_INSTRUMENT}
              />
            </div>
          </Fold>
          {instruments.length > 0 && (
            <Fold open={protocols.length === 0} label="Add a protocol">
              <div className="pt-2">
                <ProtocolForm
                  key={protocols.length}
                  projectId={id}
                  id={null}
                  version={null}
                  values={NEW_PROTOCOL}
                  parameters={parameters}
                  instruments={instruments}
                />
              </div>
            </Fold>
          )}
        </div>
      )}
      <h2 className="mb-1">Newest runs</h2>
      {runs.length === 0 ? (
        <p className="faint">
          No run yet.{' '}
          {events.length === 0 ? 'An event under Event brings protocol and rule together; then runs are entered.' : ''}
        </p>
      ) : (
        <RunTable
          runs={runs}
          teams={teams}
          events={events}
          protocols={protocols}
          runHref={(run) => hrefIn(frame, `bench/runs/${run}`)}
          when={(run) => moment(inZone(run.runAt, timeZone))}
        />
      )}
    </ProjectFrame>
  );
}
