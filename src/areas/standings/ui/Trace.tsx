import { formulaWords } from '@/core/bench';
import { Link } from '@/ui/Link';
import type { Team } from '@/areas/course';
import type { Iteration } from '@/areas/builds';
import { saidFor, type Requirement } from '@/areas/brief';
import { missingWords } from '@/areas/grades';
import type { Standings } from '@/areas/standings/read/standings';
import type { Protocol, EventRecord, Run, RunGroup } from '@/areas/bench';
import { verdictsFor, type Verdict } from '@/areas/compliance';
import { day, measured, number, plural, quantity, VERDICT_TONE, VERDICT_WORD, limitText } from '@/core/format';

export interface TraceGiven {
  team: Team;
  standings: Standings;
  attempts: Run[];
  /** Valid runs of the team's iterations. */
  runs: RunGroup[];
  iterations: Iteration[];
  protocols: Protocol[];
  requirements: Requirement[];
  normalised: boolean;
  href: (sheet: string) => string;
  seesJudges: boolean;
}

/** The chain behind a place, component by component, each link leading to the sheet where it was made. */
export function Trace(given: TraceGiven) {
  const { team, standings, href } = given;
  const row = standings.table.find((one) => one.teamId === team.id)!;
  const weights = standings.components.reduce((sum, c) => sum + c.weight, 0);
  return (
    <>
      <p className="text-lg">
        {row.place === null ? (
          'No place yet,'
        ) : (
          <>
            Place <b className="num !text-lg">{row.place}</b>
          </>
        )}{' '}
        with a total of <b className="num !text-lg">{number(row.total, 2)}</b> ={' '}
        {standings.components.map((c) => `${c.name} ${number(row.parts[c.name], 2)}`).join(' + ')}
      </p>
      {standings.components.map((component) => {
        const result = standings.events.find((one) => one.event.id === component.eventId);
        const grade = standings.grades.find((one) => one.rubric.id === component.rubricId);
        const weight = given.normalised ? component.weight / weights : component.weight;
        return (
          <section key={component.id} className="mt-5" aria-label={component.name}>
            <h2 className="h3 border-b border-ink mb-1.5">
              {component.name} adds <span className="num">{number(row.parts[component.name], 2)}</span>{' '}
              <span className="faint font-normal">
                · weight {number(weight, 4)}, counts as {component.countsAs.replaceAll('-', ' ')}
              </span>
            </h2>
            {result && (
              <EventChain
                {...given}
                event={result.event}
                because={result.results.find((one) => one.teamId === team.id)?.because ?? []}
                counted={result.results.find((one) => one.teamId === team.id)?.attempts ?? []}
              />
            )}
            {grade && (
              <ol className="chain">
                <li>
                  <a href={href('grades')}>Rubric {grade.rubric.name}</a>:{' '}
                  {gradeWords(grade, team.id, given.seesJudges)}
                </li>
              </ol>
            )}
          </section>
        );
      })}
    </>
  );
}

function gradeWords(grade: Standings['grades'][number], teamId: string, names: boolean): string {
  const result = grade.results.find((one) => one.team === teamId);
  const complete = result?.judges.filter((judge) => judge.complete) ?? [];
  if (!result || result.mean === null) return `${missingWords(result?.missing ?? [])}.`;
  const name = (id: string) => grade.rubric.judges.find((judge) => judge.id === id)?.name ?? 'the program';
  const list = complete
    .map((judge) => (names ? `${name(judge.judge)} ${number(judge.total, 2)}` : number(judge.total, 2)))
    .join(', ');
  const panel = complete.every((judge) => judge.scorer === 'judges');
  const raw = `${panel ? `mean of ${plural(complete.length, 'judge')}` : 'sum of who scores'} (${list}) = ${number(result.raw, 2)}`;
  const even = grade.follows === 'adjusted' ? `, with strict and mild judges evened out ${number(result.mean, 2)}` : '';
  return `${raw}${even} of ${number(grade.max)}.`;
}

interface ChainGiven extends TraceGiven {
  event: EventRecord;
  because: string[];
  counted: number[];
}

function EventChain({
  event,
  because,
  counted,
  team,
  attempts,
  runs: evidence,
  iterations,
  protocols,
  requirements,
  href,
}: ChainGiven) {
  const protocol = protocols.find((one) => one.quantityId === event.quantityId)!;
  const runs = attempts.filter((run) => run.eventId === event.id && run.teamId === team.id);
  const basis = runs.filter((run) => counted.includes(run.attempt ?? 0));
  const used = iterations.filter((iteration) => basis.some((run) => run.iterationId === iteration.id));
  return (
    <ol className="chain">
      <li>
        <a href={`${href('event')}#${event.id}`}>Points by the rule of {event.name}</a>: {because.join(' ')}
      </li>
      {basis.map((run) => (
        <li key={run.id}>
          <Link href={href(`bench/runs/${run.id}`)}>
            Attempt {run.attempt}: {quantity(run.value, run.unit)}
          </Link>{' '}
          under the protocol “{protocol.name}”,{' '}
          {run.instrumentName === null
            ? `worked out as ${formulaWords(protocol.formula!)}`
            : `read with ${run.instrumentName} (good to ± ${number(run.accuracy)} ${run.instrumentUnit})`}
        </li>
      ))}
      {used.map((iteration) => (
        <li key={iteration.id}>
          Made with{' '}
          <Link href={href(`builds/${iteration.id}`)}>
            {team.name} {iteration.number}
          </Link>
          : {iteration.change}, {day(iteration.builtOn)}
          <ul>
            {verdictsFor(requirements, iteration, { protocols, runs: evidence })
              .filter((v) => v.verdict !== 'not-measured')
              .map((v) => (
                <RequirementLink key={v.requirement.id} verdict={v} href={href} />
              ))}
          </ul>
        </li>
      ))}
    </ol>
  );
}

function RequirementLink({ verdict, href }: { verdict: Verdict; href: (sheet: string) => string }) {
  const { requirement: r, value, uncertainty, answer } = verdict;
  const said = saidFor(r);
  const shown = answer === null ? measured(value, uncertainty, r.unit) : answer ? 'yes' : 'no';
  return (
    <li>
      <a href={`${href('requirements')}#${r.code}`} className="num">
        {r.code}
      </a>{' '}
      {r.statement} {limitText(r)}: {shown},{' '}
      <span className={`word ${VERDICT_TONE[verdict.verdict]}`}>{VERDICT_WORD[verdict.verdict]}</span>
      {said && (
        <>
          {' '}
          because of <a href={`${href('interview/answers')}#${said.statementId}`}>“{said.sentence}”</a> ({said.saidBy})
        </>
      )}
    </li>
  );
}
