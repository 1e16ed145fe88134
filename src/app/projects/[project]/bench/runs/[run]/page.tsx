import { Link } from '@/ui/Link';
import { notFound } from 'next/navigation';
import { formulaWords, readingUncertainty } from '@/core/bench';
import { offeredUnits } from '@/core/dimensions';
import {
  offProtocol,
  correctionText,
  listCorrections,
  isOfficial,
  runForm,
  runTarget,
  derivedFigureOf,
  listProtocols,
  conditionsOf,
  listEvents,
  listRunsOfTeam,
  testOf,
  type Readings,
  type Run,
  settingsText,
} from '@/areas/bench';
import { CorrectRun, CountRun, Withdraw } from '@/areas/bench/ui/CorrectRun';
import { Pictures } from '@/shell/pictures/Pictures';
import { listPictures, hrefIn } from '@/areas/course';
import { openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { pool } from '@/db/connection';
import { allowed, isId } from '@/server/access';
import { momentHere } from '@/server/clock';
import { listCopies } from '@/areas/builds';
import { storedRun } from '@/areas/bench/write/recorded';
import { fixed, measured, moment, number, quantity, twoFigures, shortName } from '@/core/format';

export default async function RunPage(props: SheetProps<{ run: string }>) {
  const { project, run: id } = await props.params;
  const target = isId(project) ? await runTarget(pool(), id, project) : null;
  if (!target) notFound();
  const frame = await openSheet('/projects/[project]/bench/runs/[run]', props, target);
  const [events, protocols, runs, pictures, corrections] = await Promise.all([
    listEvents(pool(), project),
    listProtocols(pool(), project),
    listRunsOfTeam(pool(), project, target.teamId!),
    listPictures(pool(), project, id),
    listCorrections(pool(), project, { runId: id }),
  ]);
  const run = runs.find((one) => one.id === id);
  const team = frame.teams.find((one) => one.id === target.teamId)!;
  const local = (at: Date) => moment(momentHere(frame.seat.project, at));
  const changes = corrections.length > 0 && (
    <section className="mt-5 max-w-3xl" aria-label="Corrections">
      <h2>Corrections</h2>
      <ul>
        {corrections.map((one) => (
          <li key={one.id} className="py-1.5 border-b border-hair">
            {correctionText(one)}, because: {one.reason}{' '}
            <span className="faint whitespace-nowrap">
              {shortName(one.by)}, {local(one.madeAt)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
  if (!run) {
    return (
      <ProjectFrame
        shows={['bench', 'builds', 'concepts', 'event']}
        frame={frame}
        sheet="bench"
        name="Bench"
        title="A run that was withdrawn"
        byTeam={false}
      >
        <p>This run of {team.name} was withdrawn. It no longer counts. The history still shows it.</p>
        {changes}
      </ProjectFrame>
    );
  }
  const protocol = protocols.find((one) => one.id === run.protocolId)!;
  const asked = conditionsOf(protocol, run);
  const off = offProtocol(asked, run.conditions);
  const earlier = run.protocolVersion !== protocol.currentVersion;
  const status = run.status === 'ok' ? '' : ` (${run.status.replaceAll('-', ' ')})`;
  const read = storedRun(protocol, run.readings ?? readingsFor(run));
  const several = protocol.quantities.length > 1;
  const measuredRows = read.flatMap(({ quantity: of, value, unit, observed }): [string, React.ReactNode][] => {
    const good = twoFigures(readingUncertainty(of, unit), unit);
    return [
      [
        several ? of.parameterName : 'Value',
        `${quantity(value, unit)}${status}${several ? `; ${of.instrumentName}, good to ± ${good} (k = 2)` : ''}`,
      ],
      ...(several ? [] : [['Uncertainty of one reading (k = 2)', `± ${good}`] as [string, string]]),
      ...(observed ? [['Read by several', observedText(observed, unit)] as [string, string]] : []),
    ];
  });
  const derivedRows = protocol.quantities.flatMap((of): [string, React.ReactNode][] => {
    if (of.formula === null || read.length === 0) return [];
    const found = derivedFigureOf(protocol, of.quantityId, { ...run, readings: run.readings ?? readingsFor(run) });
    if (!found)
      return [
        [
          of.parameterName,
          `can’t be worked out as ${formulaWords(of.formula)}: something it needs was not read, or is 0`,
        ],
      ];
    const [most] = found.contributions;
    const names = new Map(protocol.quantities.map((one) => [one.symbol, one.parameterName]));
    const largest =
      most && most.share > 0 && found.contributions.length > 1
        ? `, most of it from ${names.get(most.name) ?? most.name.replaceAll('_', ' ')} (${fixed(100 * most.share, 0)} %)`
        : '';
    return [
      [
        of.parameterName,
        `${measured(found.value, 2 * found.standardUncertainty, of.unit)}, worked out as ${formulaWords(of.formula)}; the uncertainty (k = 2) is that of what goes in${largest}`,
      ],
    ];
  });
  const rows: [string, React.ReactNode][] = [
    ...(read.length === 0 ? [['Value', run.status.replaceAll('-', ' ')] as [string, string]] : measuredRows),
    ...derivedRows,
    ...(run.leftOut
      ? [
          [
            'Left out',
            <span key="l" className="text-ochre">
              It counts in nothing that is worked out, because: {run.leftOut}
            </span>,
          ] as [string, React.ReactNode],
        ]
      : []),
    [
      'Protocol',
      `${protocol.name}${earlier ? `, version ${run.protocolVersion} (now it is version ${protocol.currentVersion})` : ''}: ${protocol.procedure}`,
    ],
    ...(several || run.instrumentName === null
      ? []
      : [
          [
            'Instrument',
            `${run.instrumentName}: shows ${number(run.resolution)} ${run.instrumentUnit}, good to ± ${number(run.accuracy)} ${run.instrumentUnit}`,
          ] as [string, string],
        ]),
    [
      'Conditions',
      off.length ? (
        <span className="text-ochre">{off.join('; ')}</span>
      ) : (
        asked.map((c) => `${c.name} ${number(run.conditions[c.name]?.value)} ${c.unit}`).join(', ') +
        ': on the protocol'
      ),
    ],
    ...(Object.keys(run.settings).length ? [['Settings', settingsText(run.settings)] as [string, string]] : []),
    ...(run.heldFor
      ? [
          [
            'Recorded despite a hold',
            <span key="h" className="text-ochre">
              {run.heldFor}
            </span>,
          ] as [string, React.ReactNode],
        ]
      : []),
    [
      'Penalties',
      Object.entries(run.penalties)
        .filter(([, n]) => n > 0)
        .map(([code, n]) => `${n} × ${code}`)
        .join(', ') || 'none',
    ],
    [
      'Made with',
      <Link
        key="i"

        href={hrefIn(frame, `builds/${run.iterationId}`)}
      >{`${team.name} ${run.iterationNumber}${run.copyNumber === null ? '' : `, copy ${run.copyNumber}`}`}</Link>,
    ],
    ['When', local(run.runAt)],
    ...(run.witness ? [['Witness', run.witness] as [string, string]] : []),
    ['Note', run.note || '–'],
  ];
  const title = `${team.name}, ${testOf(run, { events, protocols })}, ${run.attempt ? `attempt ${run.attempt}` : 'practice run'}`;
  const writes = allowed(frame.seat, 'run.write', target);
  const counted = run.attempt !== null;
  const official = await isOfficial(pool(), frame.seat, run.eventId);
  const judges = allowed(frame.seat, 'attempt.write', { ...target, official });
  const changeable = counted ? judges : writes;
  const values = {
    ...runForm(run, protocol),
    settings: protocol.settings.map(({ name, unit }) => ({
      name,
      unit,
      value: String(run.settings[name]?.value ?? ''),
    })),
    sectionId: team.sectionId,
    eventId: run.eventId,
    protocolId: run.protocolId,
    teamId: run.teamId,
    iterationId: run.iterationId,
  };
  const own = { projectId: project, id, version: run.version, title };
  const copies = await listCopies(pool(), project, [run.iterationId]);
  const couldCount = counted || !judges ? [] : events.filter((one) => one.protocolId === run.protocolId);
  const next = (eventId: string) =>
    runs.reduce((most, one) => (one.eventId === eventId ? Math.max(most, one.attempt ?? 0) : most), 0) + 1;
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'concepts', 'event']}
      frame={frame}
      sheet="bench"
      name="Bench"
      title={title}
      byTeam={false}
      actions={
        changeable && (
          <>
            {couldCount
              .filter((event) => next(event.id) <= event.attemptsAllowed)
              .map((event) => (
                <CountRun
                  key={event.id}
                  {...own}
                  values={values}
                  as={{ eventId: event.id, event: event.name, number: next(event.id) }}
                />
              ))}
            <Withdraw {...own} attempt={counted} />
          </>
        )
      }
    >
      <table className="max-w-3xl">
        <tbody>
          {rows.map(([name, value]) => (
            <tr key={name}>
              <th scope="row" className="w-28 sm:w-56 !align-baseline">
                {name}
              </th>
              <td>{value}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <Pictures projectId={project} pictures={pictures} writes={writes} of={title} />
      {changes}
      {writes && !changeable && (
        <p className="faint mt-5 no-print">
          This run counts, so only the officials of the event and your instructor can change it. If something is wrong
          with it, tell them.
        </p>
      )}
      {changeable && (
        <CorrectRun
          key={run.version}
          {...own}
          attempt={counted}
          quantities={protocol.quantities
            .filter(({ formula }) => formula === null)
            .map((one) => ({
              id: one.quantityId,
              name: one.parameterName,
              units: [
                ...new Set([
                  run.readings?.[one.quantityId]?.[1] ?? (several ? one.unit : (run.unit ?? one.unit)),
                  ...offeredUnits(one.dimension, frame.seat.project.units, frame.seat.project.currency),
                ]),
              ],
            }))}
          copies={copies.map((one) => [one.id, String(one.number)] as const)}
          values={values}
        />
      )}
    </ProjectFrame>
  );
}

/** What was read in a run of a protocol that measures one quantity. */
const readingsFor = ({ quantityId, value, unit, observed }: Run): Readings =>
  value === null ? {} : { [quantityId]: [value, unit!, observed] };

/** What each observer read, and how far they lie apart. */
function observedText(observed: readonly number[], unit: string): string {
  const apart = Math.max(...observed) - Math.min(...observed);
  return `${observed.map((value) => quantity(value, unit)).join(' and ')}; ${quantity(apart, unit)} apart`;
}
