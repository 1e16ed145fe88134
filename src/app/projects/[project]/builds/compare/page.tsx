import { apart, differ, mayConclude, type Apart } from '@/core/builds';
import { chance, measured, number, plural, quantity, VERDICT_TONE, VERDICT_WORD, within } from '@/core/format';
import { figuresOf, madeOf, readDesigns, compareRuns, settingsCompared, verdictsFor } from '@/areas/compliance';
import { settingsText, listEvents } from '@/areas/bench';
import { differParts, type PartDifference } from '@/core/materials';
import { listBriefVersions } from '@/areas/brief';
import { judgeBill, listBills, listMaterials } from '@/areas/builds';
import { listPictures, hrefIn } from '@/areas/course';
import { ChooseTwo } from '@/areas/builds/ui/ChooseTwo';
import { LinkedPictures } from '@/areas/builds/ui/LinkedPictures';
import { BUILD_VIEWS, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { allowed } from '@/server/access';
import { Link } from '@/ui/Link';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function ComparePage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/builds/compare', props);
  const { seat, teams } = frame;
  const project = seat.project.id;
  const { a: one, b: other } = await props.searchParams;
  const designs = await readDesigns(pool(), project);
  const seen = designs.iterations.filter(
    (each) => allowed(seat, 'iteration.read', each) && teams.some(({ id }) => id === each.teamId),
  );
  const nameOf = (each: { teamId: string; number: number }) =>
    `${teams.find(({ id }) => id === each.teamId)?.name ?? ''} ${each.number}`;
  const a = seen.find(({ id }) => id === one);
  const b = seen.find(({ id }) => id === other);
  const both = a && b && a !== b ? ([a, b] as const) : null;
  const pictures = both ? await Promise.all(both.map(({ id }) => listPictures(pool(), project, id))) : [];
  const [na, nb] = both ? both.map(nameOf) : [];
  const events = await listEvents(pool(), project);
  const runs = both ? compareRuns(both, designs.sources, designs.requirements, events, [na!, nb!]) : [];
  const made = (side: 0 | 1) => ({
    ...madeOf(both![side].id, designs.iterations, designs.changes),
    settings: settingsCompared(runs, side),
  });
  const differences = both ? differ(made(0), made(1)) : [];
  // What both have runs of is told by them alone.
  const told = new Set(runs.map(({ protocol }) => protocol.parameterId));
  const figures = both ? figuresOf(both, designs).filter(({ id }) => !told.has(id)) : [];
  const [va, vb] = both ? both.map((each) => verdictsFor(designs.requirements, each, designs.sources)) : [[], []];
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'requirements']}
      frame={frame}
      sheet="builds"
      name="Builds"
      view="builds/compare"
      views={BUILD_VIEWS}
      title={both ? `${na} and ${nb}` : 'Compare'}
      byTeam={false}
    >
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
    </ProjectFrame>
  );
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

/** What a difference says, as far as it is known. */
function saysOf(gap: Apart | null): string {
  if (gap === null) return 'not measured on both';
  if (gap.verdict === 'same') return 'no difference';
  if (gap.verdict === 'too-small') return `too small to tell: below ± ${number(gap.uncertainty, 2)}`;
  return `${gap.verdict} for certain`;
}
