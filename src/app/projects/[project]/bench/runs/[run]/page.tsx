import { Link } from '@/ui/Link';
import { notFound } from 'next/navigation';
import { offeredUnits } from '@/core/dimensions';
import { offProtocol } from '@/domain/bench/offProtocol';
import { CorrectRun, CountRun, Withdraw } from '@/features/bench/CorrectRun';
import { correctionText, listCorrections } from '@/domain/event/corrections';
import { isOfficial } from '@/domain/event/officials';
import { runForm } from '@/features/bench/toForm';
import { Pictures } from '@/features/pictures/Pictures';
import { listPictures } from '@/domain/pictures/read';
import { hrefIn, openSheet, ProjectFrame, type SheetProps } from '@/features/frame';
import { pool } from '@/db/connection';
import { allowed, isId } from '@/server/access';
import { momentHere } from '@/server/clock';
import { listCopies } from '@/domain/copies/read';
import { runTarget } from '@/domain/builds/targets';
import { listEvents, listProtocols, listRunsOfTeam, testOf } from '@/domain/bench/read';
import { readingUncertainty, settingsText } from '@/domain/builds/figure';
import { moment, number, quantity, shortName } from '@/core/format';

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
  const off = offProtocol(protocol.conditions, run.conditions);
  const rows: [string, React.ReactNode][] = [
    [
      'Value',
      run.value === null
        ? run.status.replaceAll('-', ' ')
        : `${quantity(run.value, run.unit)}${run.status === 'ok' ? '' : ` (${run.status.replaceAll('-', ' ')})`}`,
    ],
    [
      'Uncertainty of one reading (k = 2)',
      run.value === null ? '–' : `± ${number(readingUncertainty(run, run.unit!), 3)} ${run.unit}`,
    ],
    ...(run.observed ? [['Read by several', observedText(run.observed, run.unit!)] as [string, string]] : []),
    ['Protocol', `${protocol.name}: ${protocol.procedure}`],
    [
      'Instrument',
      `${run.instrumentName}: shows ${number(run.resolution)} ${run.instrumentUnit}, good to ± ${number(run.accuracy)} ${run.instrumentUnit}`,
    ],
    [
      'Conditions',
      off.length ? (
        <span className="text-ochre">{off.join('; ')}</span>
      ) : (
        protocol.conditions.map((c) => `${c.name} ${number(run.conditions[c.name]?.value)} ${c.unit}`).join(', ') +
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
    ['Note', run.note || '–'],
  ];
  const title = `${team.name}, ${testOf(run, { events, protocols })}, ${run.attempt ? `attempt ${run.attempt}` : 'practice run'}`;
  const writes = allowed(frame.seat, 'run.write', target);
  const counted = run.attempt !== null;
  const official = await isOfficial(pool(), frame.seat, run.eventId);
  const judges = allowed(frame.seat, 'attempt.write', { ...target, official });
  const changeable = counted ? judges : writes;
  const values = {
    ...runForm({ ...run, unit: run.unit ?? protocol.unit }),
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
          units={[
            ...new Set([
              run.unit ?? protocol.unit,
              ...offeredUnits(protocol.dimension, frame.seat.project.units, frame.seat.project.currency),
            ]),
          ]}
          copies={copies.map((one) => [one.id, String(one.number)] as const)}
          values={values}
        />
      )}
    </ProjectFrame>
  );
}

/** What each observer read, and how far they lie apart. */
function observedText(observed: readonly number[], unit: string): string {
  const apart = Math.max(...observed) - Math.min(...observed);
  return `${observed.map((value) => quantity(value, unit)).join(' and ')}; ${quantity(apart, unit)} apart`;
}
