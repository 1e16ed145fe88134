import { notFound } from 'next/navigation';
import { coarseText, formulaWords, readingUncertainty } from '@/core/bench';
import { day, limitText, number, plural, twoFigures, unitName, withQuery } from '@/core/format';
import { listProtocols, type Quantity, countRunsByVersion } from '@/areas/bench';
import { agreedOn, listRequirements } from '@/areas/brief';
import { hazardsOf, readSafety } from '@/areas/safety';
import { BlankSheet } from '@/areas/bench/ui/BlankSheet';
import { BENCH_VIEWS, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { allowed } from '@/server/access';
import { momentHere } from '@/server/clock';
import { Link } from '@/ui/Link';
import { PrintButton } from '@/ui/PrintButton';
import { Cautions } from '@/ui/sheet/Cautions';
import { pool } from '@/db/connection';

export default async function ProtocolPage(props: SheetProps<{ protocol: string }>) {
  const { protocol: id } = await props.params;
  const frame = await openSheet('/projects/[project]/bench/protocols/[protocol]', props);
  const { seat, teams, section } = frame;
  const project = seat.project.id;
  const [protocols, requirements, safety, made] = await Promise.all([
    listProtocols(pool(), project),
    listRequirements(pool(), project),
    readSafety(pool(), project),
    countRunsByVersion(pool(), project),
  ]);
  const protocol = protocols.find((one) => one.id === id);
  if (!protocol) notFound();
  const hazards = hazardsOf(safety.hazards, 'protocols', id);
  const verifies = (of: Quantity) => agreedOn(requirements).filter(({ parameterId }) => parameterId === of.parameterId);
  const coarse = protocol.quantities.flatMap((of) =>
    of.instrumentName === null
      ? []
      : verifies(of).flatMap(
          (one) => coarseText(of.instrumentName!, readingUncertainty(of, of.unit), of.unit, one, one.code) ?? [],
        ),
  );
  const runs = (version: number) => made.find((one) => one.protocolId === id && one.version === version);
  const versions = [
    ...protocol.versions.filter(({ number: of }) => of !== protocol.currentVersion),
    { number: protocol.currentVersion, conditions: protocol.conditions },
  ].sort((a, b) => b.number - a.number);
  const names = teams.filter((one) => !section || one.sectionId === section.id).map(({ name }) => name);
  const asked = (conditions: typeof protocol.conditions) =>
    conditions.map((c) => `${c.name} ${number(c.value)} ± ${number(c.tolerance)} ${unitName(c.unit)}`).join(', ') ||
    'no conditions';
  const writes = allowed(seat, 'run.write', { teamId: seat.teamId ?? teams[0]?.id ?? null });
  return (
    <ProjectFrame
      shows={['bench', 'requirements', 'safety']}
      frame={frame}
      sheet="bench"
      name="Bench"
      title={protocol.name}
      byTeam={false}
      views={BENCH_VIEWS}
      about={versions.length > 1 ? `version ${protocol.currentVersion} of the protocol` : 'protocol'}
      actions={
        <>
          <PrintButton>Print blank sheet</PrintButton>
          {writes && (
            <Link className="btn btn-go" href={hrefIn(frame, `bench/protocols/${id}/sheet`)}>
              Type in a sheet
            </Link>
          )}
        </>
      }
    >
      <div className="no-print max-w-4xl">
        <table className="stacked">
          <thead>
            <tr>
              <th>What is measured</th>
              <th>Unit</th>
              <th>How</th>
              <th>Requirements it verifies</th>
            </tr>
          </thead>
          <tbody>
            {protocol.quantities.map((of) => (
              <tr key={of.quantityId}>
                <td className="font-medium">
                  <Link
                    href={withQuery(hrefIn(frame, 'bench/results'), { protocol: id, quantity: of.quantityId })}
                    className="underline"
                  >
                    {of.parameterName}
                  </Link>
                </td>
                <td data-label="unit" className="beside num">
                  {unitName(of.unit)}
                </td>
                <td>
                  {of.formula === null ? (
                    <>
                      {of.instrumentName}, one reading good to ± {twoFigures(readingUncertainty(of, of.unit), of.unit)}
                      {of.observers > 1 && `; read by ${of.observers} at once, their mean counts`}
                    </>
                  ) : (
                    <>worked out as {formulaWords(of.formula)}</>
                  )}
                </td>
                <td>
                  {verifies(of).map((one) => (
                    <a key={one.id} href={`${hrefIn(frame, 'requirements')}#${one.code}`} className="mr-3 underline">
                      {one.code} {limitText(one)}
                    </a>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {coarse.map((text) => (
          <p key={text} className="callout my-2">
            {text}
          </p>
        ))}
        <dl className="mt-4 grid sm:grid-cols-[12rem_1fr] gap-x-4 gap-y-2">
          <dt className="font-medium">Conditions</dt>
          <dd>{asked(protocol.conditions)}</dd>
          {protocol.settings.length > 0 && (
            <>
              <dt className="font-medium">Settings at each run</dt>
              <dd>
                {protocol.settings.map(({ name, unit }) => (unit ? `${name} in ${unitName(unit)}` : name)).join(', ')}
              </dd>
            </>
          )}
          {protocol.procedure && (
            <>
              <dt className="font-medium">Procedure</dt>
              <dd className="whitespace-pre-line">{protocol.procedure}</dd>
            </>
          )}
          {protocol.roles && (
            <>
              <dt className="font-medium">Who does what</dt>
              <dd className="whitespace-pre-line">{protocol.roles}</dd>
            </>
          )}
          {protocol.runsWanted !== null && (
            <>
              <dt className="font-medium">Runs wanted</dt>
              <dd>{plural(protocol.runsWanted, 'run')} of each iteration</dd>
            </>
          )}
        </dl>
        <Cautions own={protocol.cautions ? [protocol.cautions] : []} hazards={hazards} />
        {versions.length > 1 && (
          <section className="mt-4">
            <h2 className="mb-1">Versions</h2>
            <ul>
              {versions.map(({ number: of, conditions }) => {
                const own = runs(of);
                return (
                  <li key={of} className="border-b border-hair py-1.5">
                    <b>Version {of}</b>
                    {of === protocol.currentVersion && ', now'}: {asked(conditions)};{' '}
                    {own
                      ? `${plural(own.runs, 'run')}, ${span(
                          day(momentHere(seat.project, own.first).slice(0, 10)),
                          day(momentHere(seat.project, own.last).slice(0, 10)),
                        )}`
                      : 'no run yet'}
                  </li>
                );
              })}
            </ul>
            <p className="text-sm faint mt-1">
              Runs of different versions were made differently, so they are never averaged together.
            </p>
          </section>
        )}
      </div>
      <BlankSheet
        protocol={protocol}
        teams={names}
        lines={protocol.runsWanted ?? 3}
        cautions={[protocol.cautions, ...hazards.map((one) => `${one.name}: ${one.cautions}`)].filter(Boolean)}
      />
    </ProjectFrame>
  );
}

const span = (from: string, to: string) => (from === to ? from : `${from} to ${to}`);
