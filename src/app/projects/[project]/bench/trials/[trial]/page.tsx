import Link from 'next/link';
import { notFound } from 'next/navigation';
import { takeBackTrial } from '@/features/bench/actions';
import { offProtocol, trialTarget } from '@/features/bench/commands';
import { hrefIn, openSheet, ProjectFrame, type SheetProps } from '@/features/frame';
import { pool } from '@/db/connection';
import { allowed, isId } from '@/server/access';
import { inZone } from '@/server/clock';
import { listEvents, listProtocols, listRunsOfTeam } from '@/server/records/trials';
import { readingUncertainty } from '@/server/records/verdicts';
import { ActButton } from '@/ui/forms/ActButton';
import { moment, number, quantity } from '@/ui/format';

export default async function TrialPage(props: SheetProps<{ trial: string }>) {
  const { project, trial: id } = await props.params;
  const target = isId(project) ? await trialTarget(pool(), id, project) : null;
  if (!target) notFound();
  const frame = await openSheet('/projects/[project]/bench/trials/[trial]', props, target);
  const [events, protocols, runs] = await Promise.all([
    listEvents(project),
    listProtocols(project),
    listRunsOfTeam(project, target.teamId!),
  ]);
  const run = runs.find((one) => one.id === id);
  const team = frame.teams.find((one) => one.id === target.teamId)!;
  if (!run) {
    return (
      <ProjectFrame frame={frame} sheet="bench" name="Bench" title="A run that was taken back" byTeam={false}>
        <p>This run of {team.name} was taken back. It counts no more; the history still has it.</p>
      </ProjectFrame>
    );
  }
  const event = events.find((one) => one.id === run.eventId)!;
  const protocol = protocols.find((one) => one.id === event.protocolId)!;
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
        prefetch={false}
        href={hrefIn(frame, `builds/${run.iterationId}`)}
      >{`${team.name} ${run.iterationNumber}`}</Link>,
    ],
    ['When', moment(inZone(run.runAt, frame.seat.project.timeZone))],
    ['Note', run.note || '–'],
  ];
  const takeBack = allowed(frame.seat, 'trial.write', target) && (
    <ActButton
      act={takeBackTrial}
      input={{ projectId: project, id, version: run.version }}
      done="Taken back; its attempt is free again."
      confirm="Yes, it shall not count"
    >
      Take this run back
    </ActButton>
  );
  return (
    <ProjectFrame
      frame={frame}
      sheet="bench"
      name="Bench"
      title={`${team.name}, ${event.name}, ${run.attempt ? `attempt ${run.attempt}` : 'practice run'}`}
      byTeam={false}
      actions={takeBack}
    >
      <table className="max-w-3xl">
        <tbody>
          {rows.map(([name, value]) => (
            <tr key={name}>
              <th scope="row" className="w-56">
                {name}
              </th>
              <td>{value}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </ProjectFrame>
  );
}
