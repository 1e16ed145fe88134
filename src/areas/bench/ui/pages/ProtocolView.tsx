import { Link } from '@/ui/Link';
import { withQuery, unitName, twoFigures, limitText, plural, day, number } from '@/core/format';
import { hrefIn, type Place } from '@/areas/course';
import { readingUncertainty, formulaWords } from '@/core/bench';
import { Cautions } from '@/ui/sheet/Cautions';
import { momentHere } from '@/server/clock';
import { BlankSheet } from '@/areas/bench/ui/BlankSheet';
import { PrintButton } from '@/ui/PrintButton';
import type { readProtocolPage } from '@/areas/bench/read/pages/protocol';

type Props = Awaited<ReturnType<typeof readProtocolPage>> & { frame: Place; id: string };

/** The content of the page “Protocol”. */
export function ProtocolView({ made, protocol, hazards, verifies, coarse, versions, names, frame, id }: Props) {
  const { seat } = frame;
  const runs = (version: number) => made.find((one) => one.protocolId === id && one.version === version);
  const asked = (conditions: typeof protocol.conditions) =>
    conditions.map((c) => `${c.name} ${number(c.value)} ± ${number(c.tolerance)} ${unitName(c.unit)}`).join(', ') ||
    'no conditions';
  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function ProtocolActions({ writes, frame, id }: Props) {
  return (
    <>
      <PrintButton>Print blank sheet</PrintButton>
      {writes && (
        <Link className="btn btn-go" href={hrefIn(frame, `bench/protocols/${id}/sheet`)}>
          Type in a sheet
        </Link>
      )}
    </>
  );
}

const span = (from: string, to: string) => (from === to ? from : `${from} to ${to}`);
