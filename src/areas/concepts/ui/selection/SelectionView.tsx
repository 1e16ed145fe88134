import { Fold } from '@/ui/sheet/Fold';
import { plural } from '@/core/format';
import { FlipChart } from './FlipChart';
import { MatrixTable } from './MatrixTable';
import {
  cellKey,
  datumOf,
  matrixOf,
  sideBySide,
  votesOf,
  weightViews,
  type Matrix,
} from '@/areas/concepts/read/selection/results';
import type { SelectionRecord } from '@/areas/concepts/read/selection';
import { BallotForm, MarkForm, RateForm } from './RateForm';
import { Schools } from './Schools';
import { marksSeen } from '@/areas/concepts/read/selection/toForm';

interface Props {
  selection: SelectionRecord;
  me: string;
  projectId: string;
  leads: boolean;
}

/** What every school says of a selection, and where a person scores and votes. */
export function SelectionView({ selection, me, projectId, leads }: Props) {
  const matrix = matrixOf(selection);
  const titleOf = (id: string) => selection.concepts.find((one) => one.id === id)?.title ?? 'withdrawn';
  const own = selection.scores.filter(({ rater }) => rater === me);
  const place = { projectId, selectionId: selection.id, concepts: selection.concepts };
  const open = selection.state === 'open';
  return (
    <>
      <Schools says={sideBySide(selection, matrix)} titleOf={titleOf} />
      <section className="mb-6">
        <h2 className="mb-1">Weighted matrix</h2>
        <p className="faint mb-1">
          Mean scores of {plural(matrix.raters, 'rater')}, from 1 to 5. Where raters differ most stands “talk”: it is
          worth asking why.
        </p>
        <MatrixTable selection={selection} matrix={matrix} />
        {matrix.missing.length > 0 && (
          <p className="mt-1 text-ochre">
            No total yet: nobody has scored{' '}
            {matrix.missing
              .slice(0, 3)
              .map(({ concept, criterion }) => `${concept} for ${criterion}`)
              .join('; ')}
            {matrix.missing.length > 3 && ` and ${matrix.missing.length - 3} more`}.
          </p>
        )}
        {matrix.decision && <Flips selection={selection} matrix={matrix} titleOf={titleOf} />}
        {open && (
          <Fold
            className="mt-3 no-print"
            open={own.length === 0}
            label={
              <>
                {own.length === 0
                  ? 'Give your scores'
                  : `Your scores: ${own.length} of ${selection.concepts.length * selection.criteria.length} given`}
              </>
            }
          >
            <RateForm
              {...place}
              criteria={selection.criteria}
              scores={Object.fromEntries(own.map((one) => [cellKey(one.concept, one.criterion), one.score]))}
            />
          </Fold>
        )}
      </section>
      <Datum selection={selection} projectId={projectId} leads={leads} titleOf={titleOf} />
      <ClientPicks selection={selection} titleOf={titleOf} />
      <section className="mb-6">
        <h2 className="mb-1">Vote of the panel</h2>
        <Votes selection={selection} titleOf={titleOf} />
        {open && (
          <div className="mt-2 no-print">
            <BallotForm {...place} ranking={selection.ballots.find(({ voter }) => voter === me)?.ranking ?? []} />
          </div>
        )}
      </section>
    </>
  );
}

type Named = { selection: SelectionRecord; titleOf: (id: string) => string };

const percent = (share: number) => `${(100 * share).toFixed(1)} %`;

/** Which single weight would have to move how far for another to win. */
function Flips({ selection, matrix, titleOf }: Named & { matrix: Matrix }) {
  const { winner, tied } = matrix.decision!;
  const views = weightViews(selection, matrix);
  const moves = views.flatMap(({ crossing, ...view }) => (crossing ? [{ ...view, crossing }] : []));
  const [closest] = moves.sort(
    (a, b) => Math.abs(a.crossing.weight - a.weight) - Math.abs(b.crossing.weight - b.weight),
  );
  return (
    <div className="mt-4">
      <h2 className="h3 mb-1">What would make another one win</h2>
      <p className="mb-1">
        {tied.length > 0 ? (
          <>Level at the top: {tied.map(titleOf).join(' and ')}.</>
        ) : closest ? (
          <>
            <b>{titleOf(winner)}</b> leads. The smallest change that turns it: if the weight of{' '}
            <b>{closest.criterion}</b> went from {percent(closest.weight)} to {percent(closest.crossing.weight)},{' '}
            {titleOf(closest.crossing.id)} would draw level.
          </>
        ) : (
          <>
            <b>{titleOf(winner)}</b> leads, and no single weight could change that.
          </>
        )}
      </p>
      <table className="max-w-3xl mb-3">
        <thead>
          <tr>
            <th>Criterion</th>
            <th className="right">Weight now</th>
            <th className="right">Would have to be</th>
            <th className="right">Moves by</th>
            <th>Then level</th>
          </tr>
        </thead>
        <tbody>
          {views.map(({ criterion, weight, crossing }) => (
            <tr key={criterion}>
              <td>{criterion}</td>
              <td className="num right">{percent(weight)}</td>
              <td className="num right">{crossing ? percent(crossing.weight) : '–'}</td>
              <td className="num right">
                {crossing && `${crossing.weight >= weight ? '+' : '−'}${percent(Math.abs(crossing.weight - weight))}`}
              </td>
              <td className={crossing ? '' : 'faint'}>
                {crossing ? titleOf(crossing.id) : 'no weight changes the winner'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <FlipChart
        views={views.map(({ lines, crossing, ...view }) => ({
          ...view,
          lines: lines.map((line) => ({ ...line, title: titleOf(line.id) })),
          crossing: crossing && { ...crossing, title: `${titleOf(crossing.id)} level` },
        }))}
      />
    </div>
  );
}

function Datum({ selection, projectId, leads, titleOf }: Named & { projectId: string; leads: boolean }) {
  const { datumId } = selection;
  const rows = datumOf(selection);
  if (!datumId) return null;
  return (
    <section className="mb-6">
      <h2 className="mb-1">Against the datum, {titleOf(datumId)}</h2>
      {rows ? (
        <table className="max-w-3xl">
          <thead>
            <tr>
              <th>Concept</th>
              <th className="right">Better</th>
              <th className="right">Worse</th>
              <th className="right">Same</th>
              <th className="right">Net</th>
              <th className="right">Weighted net</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.id}>
                <td>{titleOf(row.id)}</td>
                <td className="num right">{row.plus}</td>
                <td className="num right">{row.minus}</td>
                <td className="num right">{row.same}</td>
                <td className="num right">{row.net}</td>
                <td className="num right">{row.weightedNet}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p className="faint">Not every concept is compared with it yet.</p>
      )}
      {leads && selection.state === 'open' && (
        <Fold className="mt-2 no-print" open={!rows} label="Compare">
          <MarkForm
            projectId={projectId}
            selectionId={selection.id}
            criteria={selection.criteria}
            concepts={selection.concepts.filter(({ id }) => id !== datumId)}
            marks={Object.fromEntries(selection.marks.map((one) => [cellKey(one.concept, one.criterion), one.mark]))}
            seen={marksSeen(selection.marks)}
            datum={titleOf(datumId)}
          />
        </Fold>
      )}
    </section>
  );
}

function ClientPicks({ selection, titleOf }: Named) {
  return (
    <section className="mb-6">
      <h2 className="mb-1">
        Client’s choice, up to {selection.picks} of {selection.concepts.length}
      </h2>
      {selection.choice ? (
        <ul>
          {selection.choice.picks.map(({ conceptId, reason }) => (
            <li key={conceptId} className="border-b border-hair py-1">
              <b>{titleOf(conceptId)}</b>: “{reason}” <span className="faint">{selection.choice!.by}</span>
            </li>
          ))}
        </ul>
      ) : (
        <p className="faint">Not chosen yet. The client chooses by the link made on the brief.</p>
      )}
    </section>
  );
}

function Votes({ selection, titleOf }: Named) {
  const votes = votesOf(selection);
  if (!votes) return <p className="faint">No ballot yet.</p>;
  const points = (method: keyof typeof votes, id: string) =>
    votes[method].order.find((one) => one.id === id)!.points.toLocaleString('en', { maximumFractionDigits: 1 });
  return (
    <>
      <p className="faint mb-1">{plural(selection.ballots.length, 'ballot')}.</p>
      <table className="max-w-3xl">
        <thead>
          <tr>
            <th>Concept</th>
            <th className="right">Approvals</th>
            <th className="right">Borda points</th>
            <th className="right">Contests won</th>
          </tr>
        </thead>
        <tbody>
          {votes.borda.order.map(({ id }) => (
            <tr key={id}>
              <td>{titleOf(id)}</td>
              {(['approval', 'borda', 'condorcet'] as const).map((method) => (
                <td key={method} className={`num right ${votes[method].winner === id ? 'font-semibold' : ''}`}>
                  {points(method, id)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
