import { Nothing } from '@/ui/sheet/Sheet';
import { ChooseTwo } from '@/areas/builds/ui/ChooseTwo';
import { hrefIn } from '@/areas/course';
import { mayConclude, apart, type Apart } from '@/core/builds';
import { plural, measured, within, chance, VERDICT_TONE, VERDICT_WORD, number, quantity } from '@/core/format';
import { settingsText } from '@/areas/bench';
import { Link } from '@/ui/Link';
import { LinkedPictures } from '@/areas/builds/ui/LinkedPictures';
import { listBills, listMaterials, judgeBill } from '@/areas/builds';
import { pool } from '@/db/connection';
import { listBriefVersions } from '@/areas/brief';
import { differParts, type PartDifference } from '@/core/materials';
import type { Frame } from '@/shell/frame';
import type { readComparePage } from '@/app/projects/[project]/builds/compare/read';

type Props = Awaited<ReturnType<typeof readComparePage>> & { frame: Frame };

/** The content of the page “Compare”. */
export function CompareView({
  seen,
  nameOf,
  a,
  b,
  both,
  pictures,
  na,
  nb,
  runs,
  differences,
  figures,
  va,
  vb,
  frame,
}: Props) {
  const { seat } = frame;
  const project = seat.project.id;

  return (
    <>
      {seen.length < 2 ? (
        <Nothing>Two iterations can be compared here, once there are two that you may see.</Nothing>
      ) : (
        <ChooseTwo
          action={hrefIn(frame, 'builds/compare')}
          choices={seen.map((each) => [each.id, `${nameOf(each)}: ${each.change}`] as const)}
          a={a?.id ?? ''}
          b={b?.id ?? ''}
        />
      )}
      {both && (
        <>
          <p className="callout my-3 max-w-3xl">{mayConclude(differences, na!, nb!)}</p>
          {differences.length > 0 && (
            <section className="mb-4">
              <h2 className="mb-1">{plural(differences.length, 'difference')}</h2>
              <table className="stacked">
                <thead>
                  <tr>
                    <th>What</th>
                    <th>{na}</th>
                    <th>{nb}</th>
                  </tr>
                </thead>
                <tbody>
                  {differences.map((each) => (
                    <tr key={`${each.kind} ${each.what}`}>
                      <td className="font-medium">{each.what}</td>
                      <td data-label={na} className="beside">
                        {each.a ?? '–'}
                      </td>
                      <td data-label={nb} className="beside">
                        {each.b ?? '–'}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          )}
          {figures.length > 0 && (
            <section className="mb-4">
              <h2 className="mb-1">Measured</h2>
              <table className="stacked">
                <thead>
                  <tr>
                    <th>Figure</th>
                    <th className="right">{na}</th>
                    <th className="right">{nb}</th>
                    <th className="right">Difference</th>
                    <th>What it says</th>
                  </tr>
                </thead>
                <tbody>
                  {figures.map(({ id, name, unit, of }) => {
                    const [x, y] = both.map((each) => of.get(each.id));
                    const gap = x && y ? apart(x, y) : null;
                    return (
                      <tr key={id}>
                        <td className="font-medium">{name}</td>
                        {[x, y].map((each, i) => (
                          <td key={i} data-label={i ? nb : na} className="beside num right whitespace-nowrap">
                            {each ? measured(each.value, each.uncertainty, unit) : '–'}
                          </td>
                        ))}
                        <td data-label="difference" className="beside num right whitespace-nowrap">
                          {gap === null ? '–' : measured(gap.difference, gap.uncertainty, unit)}
                        </td>
                        <td className="text-sm faint">{saysOf(gap)}</td>
                      </tr>
                    );
                  })}
                </tbody>
              </table>
            </section>
          )}
          {runs.length > 0 && (
            <section className="mb-4">
              <h2 className="mb-1">By their runs</h2>
              <table className="stacked">
                <thead>
                  <tr>
                    <th>Protocol</th>
                    <th className="right">{na}</th>
                    <th className="right">{nb}</th>
                    <th className="right">Difference</th>
                    <th>What the runs say</th>
                  </tr>
                </thead>
                <tbody>
                  {runs.map(({ protocol, sides, comparison, says }) => (
                    <tr key={protocol.id}>
                      <td className="min-w-32">
                        <b className="font-medium">{protocol.name}</b>
                        <span className="block text-sm faint">{protocol.parameterName}</span>
                      </td>
                      {sides.map(({ summary, settings }, i) => (
                        <td key={i} data-label={i ? nb : na} className="beside num right">
                          <span className="whitespace-nowrap">
                            {within(summary.mean, protocol.unit, summary.confidenceInterval)}
                          </span>
                          <span className="block text-sm faint font-sans">
                            {plural(summary.n, 'run')}
                            {settingsText(settings) && ` at ${settingsText(settings)}`}
                          </span>
                        </td>
                      ))}
                      <td data-label="difference" className="beside num right whitespace-nowrap">
                        {within(comparison.difference, protocol.unit, comparison.confidenceInterval)}
                      </td>
                      <td className="text-sm">
                        {says}
                        {comparison.pValue !== null && (
                          <span className="faint">
                            {' '}
                            By Welch’s test {chance(comparison.pValue)}, by permutations{' '}
                            {chance(comparison.permutationP!)}.
                          </span>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          )}
          <BillsCompared sides={both} names={[na!, nb!]} project={project} currency={seat.project.currency} />
          <section className="mb-4">
            <h2 className="mb-1">Against the requirements</h2>
            <table className="stacked">
              <thead>
                <tr>
                  <th>Requirement</th>
                  <th>{na}</th>
                  <th>{nb}</th>
                </tr>
              </thead>
              <tbody>
                {va!.map(({ requirement, verdict }, i) => (
                  <tr key={requirement.id}>
                    <td>
                      <Link href={`${hrefIn(frame, 'requirements')}#${requirement.code}`} className="num underline">
                        {requirement.code}
                      </Link>{' '}
                      {requirement.statement}
                    </td>
                    {[verdict, vb![i]!.verdict].map((each, k) => (
                      <td key={k} data-label={k ? nb : na} className={`beside word ${VERDICT_TONE[each]}`}>
                        {VERDICT_WORD[each]}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          </section>
          {pictures.some((list) => list.length > 0) && (
            <LinkedPictures
              projectId={project}
              sides={pictures.map((list, i) => ({ name: i ? nb! : na!, ids: list.map(({ id }) => id) }))}
            />
          )}
        </>
      )}
    </>
  );
}

/** What a difference says, as far as it is known. */
function saysOf(gap: Apart | null): string {
  if (gap === null) return 'not measured on both';
  if (gap.verdict === 'same') return 'no difference';
  if (gap.verdict === 'too-small') return `too small to tell: below ± ${number(gap.uncertainty, 2)}`;
  return `${gap.verdict} for certain`;
}

/** In which parts the bills of materials differ, where both have one. */
async function BillsCompared({
  sides,
  names,
  project,
  currency,
}: {
  sides: readonly [{ id: string }, { id: string }];
  names: readonly [string, string];
  project: string;
  currency: string;
}) {
  const [bills, materials, briefs] = await Promise.all([
    listBills(pool(), project),
    listMaterials(pool(), project),
    listBriefVersions(pool(), project),
  ]);
  const [a, b] = sides.map(({ id }) => {
    const bill = bills.find((one) => one.iterationId === id);
    return bill && judgeBill(bill.lines, materials, briefs[0]?.content.banned ?? []);
  });
  if (!a || !b) return null;
  const parts = differParts(a, b);
  const share = (of: PartDifference['a']) => {
    if (!of) return '–';
    return of.mass === null
      ? plural(of.pieces, 'piece')
      : `${plural(of.pieces, 'piece')}, ${quantity(of.mass, 'g', 1)}`;
  };
  return (
    <section className="mb-4">
      <h2 className="mb-1">By their bills of materials</h2>
      {parts.length === 0 && <p className="faint">Both bills are the same.</p>}
      {parts.length > 0 && (
        <table className="stacked">
          <thead>
            <tr>
              <th>Part</th>
              <th className="right">{names[0]}</th>
              <th className="right">{names[1]}</th>
              <th className="right">Mass</th>
              <th className="right">Cost</th>
            </tr>
          </thead>
          <tbody>
            {parts.map((each) => (
              <tr key={each.part}>
                <td className="font-medium">{each.part}</td>
                <td data-label={names[0]} className="beside num right">
                  {share(each.a)}
                </td>
                <td data-label={names[1]} className="beside num right">
                  {share(each.b)}
                </td>
                <td data-label="mass" className="beside num right">
                  {gapText(each.mass, 'g')}
                </td>
                <td data-label="cost" className="beside num right">
                  {gapText(each.cost, currency)}
                </td>
              </tr>
            ))}
            <tr>
              <th scope="row">Sum</th>
              <td data-label={names[0]} className="beside num right">
                {quantity(a.bill.mass, 'g', 1)}
              </td>
              <td data-label={names[1]} className="beside num right">
                {quantity(b.bill.mass, 'g', 1)}
              </td>
              <td data-label="mass" className="beside num right">
                {gapText(b.bill.mass - a.bill.mass, 'g')}
              </td>
              <td data-label="cost" className="beside num right">
                {gapText(b.bill.cost - a.bill.cost, currency)}
              </td>
            </tr>
          </tbody>
        </table>
      )}
    </section>
  );
}

/** A difference with its sign. */
function gapText(value: number | null, unit: string): string {
  if (value === null) return 'not known';
  return `${value > 0 ? '+' : ''}${quantity(value, unit, 1)}`;
}
