import type { ReactNode } from 'react';
import { changedSince, type Marked } from '@/core/reviews';
import { day, lowerFirst, plural, VERDICT_TONE, VERDICT_WORD, weekday } from '@/core/format';
import { Plumb } from '@/ui/glyphs/Plumb';
import { CLAIM_TONE, CLAIM_WORD } from '@/areas/builds';
import { STANDING_TONE, STANDING_WORD } from '@/areas/bench';
import type { Packet } from '@/areas/reviews/read/packet';
import { FINDING_TONE, FINDING_WORD } from '@/areas/reviews/shared/words';

interface Props {
  packet: Packet;
  /** What was shown before, if anything was. */
  before: Packet | null;
  /** Who does an action, by the account's id; a guest sees no names. */
  nameOf: (accountId: string) => string | null;
  /** Where a thing of the packet stands now; null on paper handed to guests. */
  href: (kind: 'requirement' | 'iteration', id: string, code: string) => string | null;
}

/** What a team puts before the panel, with what is new or other since it was last shown. */
export function PacketView({ packet, before, nameOf, href }: Props) {
  const link = (kind: 'requirement' | 'iteration', id: string, text: string) => {
    const to = href(kind, id, text);
    return to ? <a href={to}>{text}</a> : text;
  };
  const requirements = changedSince(before?.requirements ?? null, packet.requirements);
  const runs = changedSince(before && byPair(before.runs), byPair(packet.runs));
  const breaks = changedSince(before?.breaks ?? null, packet.breaks);
  const actions = changedSince(before?.actions ?? null, packet.actions);
  const findings = changedSince(before?.findings ?? null, packet.findings);
  return (
    <div className="print-dense flex flex-col gap-4 print:gap-2">
      <ReadinessPart packet={packet} />
      {packet.answers.some(({ text }) => text !== '') && (
        <Part title="What the team says">
          <dl>
            {packet.answers
              .filter(({ text }) => text !== '')
              .map(({ id, question, text }) => (
                <div key={id} className="py-0.5">
                  <dt className="faint">{question}</dt>
                  <dd className="font-medium">{text}</dd>
                </div>
              ))}
          </dl>
        </Part>
      )}
      {packet.remarks.length > 0 && (
        <Part title="Remarks of the team">
          <ul>
            {packet.remarks.map((text) => (
              <li key={text}>– {text}</li>
            ))}
          </ul>
        </Part>
      )}
      {findings.rows.length > 0 && (
        <Part title="Findings of earlier reviews">
          <table className="stacked">
            <thead>
              <tr>
                <th className="w-28">Kind</th>
                <th>Finding</th>
                <th>What became of it</th>
              </tr>
            </thead>
            <tbody>
              {findings.rows.map(({ row, mark, before: was }) => (
                <tr key={row.id}>
                  <td className={FINDING_TONE[row.kind]}>{FINDING_WORD[row.kind]}</td>
                  <td>
                    {row.text}
                    {row.about && <span className="block text-sm faint">{row.about}</span>}
                  </td>
                  <td>
                    {row.closedBy === null ? (
                      row.kind === 'must' || row.kind === 'should' ? (
                        <span className="text-ochre font-semibold">open</span>
                      ) : (
                        '–'
                      )
                    ) : (
                      <>
                        <b className="text-moss">{row.closedBy === 'reason' ? 'settled' : 'mended'}</b>:{' '}
                        {row.closedWith}
                      </>
                    )}
                    {was?.closedBy === null && <Mark mark={mark} was={row.closedBy ? 'open' : ''} />}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </Part>
      )}
      {packet.requirements.length > 0 && (
        <Part title={packet.newest ? `Requirements, iteration ${packet.newest.number}` : 'Requirements'}>
          <table className="stacked">
            <thead>
              <tr>
                <th>Code</th>
                <th className="min-w-44">Requirement</th>
                <th className="right no-print">Limit</th>
                <th className="right">Measured</th>
                <td />
                <th>Verdict</th>
              </tr>
            </thead>
            <tbody>
              {requirements.rows.map(({ row, mark, before: was }) => (
                <tr key={row.id}>
                  <td className="beside num whitespace-nowrap">{link('requirement', row.id, row.code)}</td>
                  <td>
                    {row.statement}
                    {row.must && <span className="faint">, must</span>}
                    <span className="print-only">{row.limit}</span>
                    <span className="block text-sm faint">{row.rests}</span>
                    <Mark
                      mark={mark}
                      was={was && was.verdict !== row.verdict ? VERDICT_WORD[was.verdict] : was?.figure}
                    />
                  </td>
                  <td data-label="limit" className="beside num right whitespace-nowrap no-print">
                    {row.limit}
                  </td>
                  <td data-label="measured" className="beside num right whitespace-nowrap">
                    {row.figure || '–'}
                  </td>
                  <td className="beside !py-0">
                    {!row.yes && (
                      <Plumb
                        verdict={row.verdict}
                        value={row.value}
                        uncertainty={row.uncertainty}
                        low={row.low}
                        high={row.high}
                      />
                    )}
                  </td>
                  <td className="beside">
                    <span className={`word ${VERDICT_TONE[row.verdict]}`}>{VERDICT_WORD[row.verdict]}</span>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </Part>
      )}
      <Part title={before ? `Iterations since ${day(before.asOf.slice(0, 10))}` : 'Iterations'}>
        {packet.iterations.length === 0 ? (
          <p className="faint">{packet.newest ? 'None since the last review.' : 'The team has built nothing yet.'}</p>
        ) : (
          <ul>
            {packet.iterations.map((one) => (
              <li key={one.id} className="border-b border-hair py-1.5">
                <b>{link('iteration', one.id, `Iteration ${one.number}`)}</b>{' '}
                <span className="faint">
                  {one.kind}, {one.state}, {day(one.builtOn)}
                </span>
                <p>
                  {one.change}
                  {one.reason && <span className="faint">, because {lowerFirst(one.reason).replace(/\.$/, '')}</span>}
                </p>
                {one.changes.length > 0 && <p className="text-sm">Changed: {one.changes.join('; ')}</p>}
                {one.turned.length > 0 && <p className="text-sm font-medium">{one.turned.join('; ')}</p>}
                {one.expects && (
                  <p className="text-sm">
                    <span className="faint">Expected:</span> {one.expects}
                  </p>
                )}
                {one.claims.map(({ text, verdict }) => (
                  <p key={text} className="text-sm">
                    <span className="faint">Claimed:</span> {text},{' '}
                    <b className={CLAIM_TONE[verdict]}>{CLAIM_WORD[verdict]}</b>
                  </p>
                ))}
                {(one.good || one.bad) && (
                  <p className="text-sm">
                    {one.good && (
                      <>
                        <span className="faint">Good:</span> {one.good}{' '}
                      </>
                    )}
                    {one.bad && (
                      <>
                        <span className="faint">Not good:</span> {one.bad}
                      </>
                    )}
                  </p>
                )}
              </li>
            ))}
          </ul>
        )}
      </Part>
      {runs.rows.length > 0 && (
        <Part title="Runs">
          <table className="stacked">
            <thead>
              <tr>
                <th>Test</th>
                <th className="right">Iteration</th>
                <th className="right">Runs</th>
                <th className="right">Mean</th>
                <th>At</th>
              </tr>
            </thead>
            <tbody>
              {runs.rows.map(({ row, mark, before: was }) => (
                <tr key={row.id}>
                  <td>{row.test}</td>
                  <td data-label="iteration" className="beside num right">
                    {row.iteration}
                  </td>
                  <td data-label="runs" className="beside num right">
                    {row.wanted ? `${row.count} of ${row.wanted}` : row.count}
                  </td>
                  <td className="beside num right whitespace-nowrap">{row.figure}</td>
                  <td className="text-sm faint">
                    {row.at}
                    <Mark mark={mark} was={was ? `${plural(was.count, 'run')}, ${was.figure}` : ''} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </Part>
      )}
      {packet.comparisons.length > 0 && (
        <Part title="What the team concludes">
          <ul>
            {packet.comparisons.map(({ id, text, says, standing }) => (
              <li key={id} className="border-b border-hair py-1">
                {text} <b className={STANDING_TONE[standing]}>{STANDING_WORD[standing]}</b>
                {says && <span className="block text-sm faint">{says}</span>}
              </li>
            ))}
          </ul>
        </Part>
      )}
      {breaks.rows.length > 0 && (
        <Part title="What broke">
          <ul>
            {breaks.rows.map(({ row, mark }) => (
              <li key={row.id} className="py-0.5">
                {day(row.on)}, iteration {row.iteration}, copy {row.copy}: <b>{row.what}</b>.{' '}
                {row.mended ? (
                  <>
                    <span className="text-moss">Repaired:</span> {row.mended}
                  </>
                ) : (
                  <span className="text-brick">Not repaired.</span>
                )}
                {mark === 'new' && <span className="text-iron font-semibold"> new</span>}
                {mark === 'changed' && <span className="text-iron font-semibold"> repaired since</span>}
              </li>
            ))}
          </ul>
        </Part>
      )}
      {(packet.budgets.length > 0 || packet.schedule) && (
        <Part title="Budgets and schedule">
          {packet.budgets.length > 0 && (
            <table className="!w-auto mb-1">
              <thead>
                <tr>
                  <th>Limit</th>
                  <th className="right">At most</th>
                  <th className="right">Planned</th>
                  <th className="right">Left</th>
                </tr>
              </thead>
              <tbody>
                {packet.budgets.map((row) => (
                  <tr key={row.id} className={row.over ? 'text-brick font-semibold' : ''}>
                    <td>{row.name}</td>
                    <td className="num right">{row.limit}</td>
                    <td className="num right">{row.planned}</td>
                    <td className="num right">{row.left}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {packet.schedule && (
            <p>
              {packet.schedule.stage}:{' '}
              <b className={packet.schedule.behind ? 'text-brick' : 'text-moss'}>{packet.schedule.stands}</b>
            </p>
          )}
        </Part>
      )}
      {actions.rows.length > 0 && (
        <Part title="Actions">
          <ul>
            {actions.rows.map(({ row, mark }) => {
              const owner = row.ownerId && nameOf(row.ownerId);
              return (
                <li key={row.id} className="py-0.5">
                  <span className={row.state === 'done' ? 'line-through text-faint' : ''}>
                    {row.what}
                    {owner && `: ${owner}`}
                    {row.dueOn && `, by ${weekday(row.dueOn)}`}
                  </span>
                  {row.late && <b className="text-brick"> late</b>}
                  {mark === 'new' && <span className="text-iron font-semibold"> new</span>}
                  {mark === 'changed' && row.state === 'done' && (
                    <span className="text-iron font-semibold"> done since</span>
                  )}
                </li>
              );
            })}
          </ul>
        </Part>
      )}
    </div>
  );
}

/** Runs are told apart by what was measured on which iteration. */
const byPair = (runs: Packet['runs']) => runs.map((one) => ({ ...one, id: `${one.quantityId} ${one.iterationId}` }));

function ReadinessPart({ packet: { readiness } }: { packet: Packet }) {
  return (
    <section
      className="callout"
      aria-label="Readiness"
      style={{ '--tone': readiness.ready ? 'var(--moss)' : 'var(--ochre)' } as React.CSSProperties}
    >
      <p className="font-semibold">{readiness.says}</p>
      <ul>
        {readiness.reasons.map(({ text, against }) => (
          <li key={text}>
            <span aria-hidden>{against ? '– ' : '+ '}</span>
            <span className="sr-only">{against ? 'Against:' : 'For:'}</span>
            <span className={against ? 'font-medium' : 'faint'}>{text}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="break-inside-avoid-page">
      <h2 className="mb-1">{title}</h2>
      {children}
    </section>
  );
}

/** What is said of a row that was not shown like this before. */
function Mark({ mark, was }: { mark: Marked<{ id: string }>['mark']; was?: string | null | undefined }) {
  if (mark !== 'new' && mark !== 'changed') return null;
  return (
    <span className="block text-sm">
      <b className="text-iron">{mark}</b>
      {mark === 'changed' && was && <span className="faint">, was {was}</span>}
    </span>
  );
}
