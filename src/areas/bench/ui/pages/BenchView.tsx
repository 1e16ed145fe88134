import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD, CHANGE } from '@/ui/kit/icons';
import { UsualTests } from '@/areas/bench/ui/UsualTests';
import { ProtocolForm, InstrumentForm } from '@/areas/bench/ui/forms';
import { NEW_PROTOCOL, protocolForm, NEW_INSTRUMENT, instrumentForm } from '@/areas/bench/read/toForm';
import { Nothing } from '@/ui/sheet/Sheet';
import { Fold } from '@/ui/sheet/Fold';
import { number, moment, unitName } from '@/core/format';
import { Cautions } from '@/ui/sheet/Cautions';
import { hazardsOf } from '@/areas/safety';
import { Link } from '@/ui/Link';
import { hrefIn, type Place } from '@/areas/course';
import { RunTable } from '@/areas/bench/ui/RunTable';
import { momentHere } from '@/server/clock';
import type { Quantity } from '@/areas/bench/read/protocols';
import { formulaWords } from '@/core/bench';
import type { readBenchPage } from '@/areas/bench/read/pages/bench';

type Props = Awaited<ReturnType<typeof readBenchPage>> & { frame: Place };

/** The content of the page “Bench”. */
export function BenchView({ leads, protocols, events, instruments, parameters, safety, runs, frame }: Props) {
  const { seat, teams } = frame;
  const { id } = seat.project;

  return (
    <>
      <div className="grid lg:grid-cols-2 gap-x-8 gap-y-5 mb-5">
        <section>
          <div className="flex items-baseline justify-between gap-3 mb-1">
            <h2>Protocols</h2>
            {leads && (
              <SidePanel
                id="usual-tests"
                label="Add a usual test"
                icon={ADD}
                title="Usual tests"
                className="btn-text no-print ml-auto"
              >
                <UsualTests projectId={id} taken={protocols.map(({ name }) => name)} />
              </SidePanel>
            )}
            {leads && instruments.length > 0 && (
              <SidePanel
                id="new-protocol"
                label="Add protocol"
                icon={ADD}
                title="New protocol"
                className="btn-text no-print"
              >
                <ProtocolForm
                  key={protocols.length}
                  projectId={id}
                  id={null}
                  version={null}
                  values={NEW_PROTOCOL}
                  parameters={parameters}
                  instruments={instruments}
                />
              </SidePanel>
            )}
          </div>
          {protocols.length === 0 && (
            <Nothing>
              A protocol says how a test is made, so that everybody tests the same way. Start from a usual test, or add
              the instruments first and write your own.
            </Nothing>
          )}
          {protocols.map((p) => (
            <div key={p.id} className="flex items-baseline gap-3 border-b border-hair py-1.5">
              <Fold
                className="grow"
                minor
                label={
                  <>
                    <b>{p.name}</b>: {p.quantities.map(quantityWords).join('; ')}
                  </>
                }
              >
                <p className="whitespace-pre-line">{p.procedure}</p>
                <p className="faint">
                  {p.conditions
                    .map((c) => `${c.name} ${number(c.value)} ± ${number(c.tolerance)} ${c.unit}`)
                    .join(' · ')}
                </p>
                <Cautions own={p.cautions ? [p.cautions] : []} hazards={hazardsOf(safety.hazards, 'protocols', p.id)} />
              </Fold>
              <Link href={hrefIn(frame, `bench/protocols/${p.id}`)} className="btn-text no-print whitespace-nowrap">
                Sheet<span className="sr-only"> of {p.name}</span>
              </Link>
              {leads && (
                <SidePanel
                  id={`protocol-${p.id}`}
                  label="Change"
                  icon={CHANGE}
                  of={p.name}
                  title={`Protocol ${p.name}`}
                  className="btn-text no-print"
                >
                  <ProtocolForm
                    key={p.version}
                    projectId={id}
                    values={protocolForm(p)}
                    version={p.version}
                    id={p.id}
                    parameters={parameters}
                    instruments={instruments}
                  />
                </SidePanel>
              )}
            </div>
          ))}
        </section>
        <section>
          <div className="flex items-baseline justify-between gap-3 mb-1">
            <h2>Instruments</h2>
            {leads && (
              <SidePanel
                id="new-instrument"
                label="Add instrument"
                icon={ADD}
                title="New instrument"
                className="btn-text no-print"
              >
                <InstrumentForm
                  key={instruments.length}
                  projectId={id}
                  id={null}
                  version={null}
                  values={NEW_INSTRUMENT}
                />
              </SidePanel>
            )}
          </div>
          {instruments.length === 0 && (
            <p className="faint">
              A scale, a rule, a stopwatch: with its resolution and accuracy every reading gets its uncertainty.
            </p>
          )}
          {instruments.map((one) => (
            <div key={one.id} className="flex items-baseline gap-3 border-b border-hair py-1.5">
              <p className="grow">
                <b>{one.name}</b>: {one.dimension}, shows {number(one.resolution)} {one.unit}, good to ±{' '}
                {number(one.accuracy)} {one.unit}
              </p>
              {leads && (
                <SidePanel
                  id={`instrument-${one.id}`}
                  label="Change"
                  icon={CHANGE}
                  of={one.name}
                  title={`Instrument ${one.name}`}
                  className="btn-text no-print"
                >
                  <InstrumentForm
                    key={one.version}
                    projectId={id}
                    values={instrumentForm({ ...one })}
                    version={one.version}
                    id={one.id}
                  />
                </SidePanel>
              )}
            </div>
          ))}
        </section>
      </div>
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
          when={(run) => moment(momentHere(frame.seat.project, run.runAt))}
        />
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function BenchActions({ protocols, frame }: Props) {
  const enter = protocols.length > 0 && (
    <Link className="btn btn-go" href={hrefIn(frame, 'bench/enter')}>
      Enter runs
    </Link>
  );
  return enter;
}

/** "Crossing time in s, Stopwatch", "Power in W, voltage * current". */
const quantityWords = ({ parameterName, unit, instrumentName, formula }: Quantity) =>
  `${parameterName} in ${unitName(unit)}, ${instrumentName ?? formulaWords(formula!)}`;
