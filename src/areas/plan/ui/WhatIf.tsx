'use client';

import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { Way } from '@/core/plan';
import { attempt, reasonOf } from '@/ui/forms/attempt';
import { number, plural } from '@/core/format';
import { toast } from '@/ui/toast';
import { useRemedies } from './useRemedies';
import { changePlan } from '@/areas/plan/write/actions';
import { firstLoss, ScenarioForm } from './ScenarioForm';
import {
  linesIn,
  operationsOf,
  spareAfter,
  spareOf,
  spareWords,
  titleOf,
  wordsOf,
  type Names,
  type Scenario,
  type SectionPlan,
  type TeamPlan,
} from '@/areas/plan/shared/whatIf';

interface Props {
  projectId: string;
  eventDate: string;
  /** A week before the event. */
  earlier: string;
  sections: SectionPlan[];
  teams: TeamPlan[];
  stages: { id: string; name: string; version: number }[];
  /** Only the remedies for the plan as it is, where it does not fit. */
  asItIs?: boolean;
}
const MOST_SHOWN = 8;

/** What would happen, how many meetings would be short, and what can be done about it. */
export function WhatIf({ projectId, eventDate, earlier, sections, teams, stages, asItIs = false }: Props) {
  const router = useRouter();
  const [scenario, setScenario] = useState<Scenario>(() => {
    const short = spareOf(sections).some((one) => one < 0);
    return asItIs || short ? { kind: 'now' } : (firstLoss(sections) ?? { kind: 'event', day: earlier });
  });
  const [busy, setBusy] = useState(false);
  const names: Names = useMemo(() => {
    const stageNames = new Map(stages.map((stage) => [stage.id, stage.name]));
    return {
      stage: (id) => stageNames.get(id) ?? '?',
      section: (id) => sections.find((one) => one.id === id)?.name ?? '?',
    };
  }, [stages, sections]);
  const sectionOf = (line: string) => teams.find((team) => team.id === line)?.sectionId ?? line;
  const nameOf = (line: string) => teams.find((team) => team.id === line)?.name ?? `Section ${names.section(line)}`;
  const problem = problemWith(scenario, eventDate);
  const lines = useMemo(
    () => (problem ? null : linesIn(scenario, sections, teams)),
    [scenario, sections, teams, problem],
  );
  const before = useMemo(() => {
    const now = [...sections, ...teams];
    const spare = spareOf(now);
    return new Map(now.map((line, i) => [line.id, spare[i]!]));
  }, [sections, teams]);
  const { found, fresh } = useRemedies(lines);
  const spare = useMemo(() => (lines ? spareOf(lines) : []), [lines]);
  const fits = spare.every((one) => one >= 0);
  const ready = lines && found && fresh ? found : null;

  const apply = async (way: Way | null) => {
    setBusy(true);
    const team = scenario.kind === 'more' ? nameOf(scenario.teamId) : '';
    const outcome = await attempt(() =>
      changePlan({
        projectId,
        title: titleOf(scenario, way, names, team, sectionOf),
        operations: operationsOf(scenario, way, sectionOf),
        seen: stages.map(({ id, version }) => ({ id, version })),
      }),
    );
    setBusy(false);
    if (outcome.ok) toast.success('Applied as one change. It can be undone below.');
    else if (outcome.conflict)
      toast.error(`${outcome.conflict.by} has changed the plan meanwhile; look at the new figures first.`);
    else toast.error(reasonOf(outcome));
    router.refresh();
  };

  return (
    <div>
      {!asItIs && (
        <ScenarioForm
          scenario={scenario}
          sections={sections}
          teams={teams}
          names={names}
          earlier={earlier}
          choose={setScenario}
        />
      )}
      {problem && (
        <p className="callout mt-3" role="alert">
          {problem}
        </p>
      )}
      {lines && !asItIs && (
        <section className="mt-4" aria-label="Effect">
          <h2 className="mb-1">{scenario.kind === 'now' ? 'As it is' : 'Effect'}</h2>
          <ul>
            {lines.map((line, i) => (
              <li key={line.id}>
                <b>{nameOf(line.id)}</b>:{' '}
                <span className={spare[i]! < 0 ? 'text-brick font-semibold' : ''}>{spareWords(spare[i]!)}</span>
                {scenario.kind !== 'now' && (
                  <span className="faint"> (now: {spareWords(before.get(line.id) ?? 0)})</span>
                )}
              </li>
            ))}
          </ul>
          {scenario.kind !== 'now' && (
            <p className="mt-2">
              <button type="button" className="btn" disabled={busy} onClick={() => void apply(null)}>
                {fits ? 'Apply to plan' : 'Apply to plan, without a remedy'}
              </button>
            </p>
          )}
        </section>
      )}
      {lines && !fits && (
        <section className="mt-4" aria-label="Remedies">
          <h2 className="mb-1">What can be done about it</h2>
          {!ready && <p className="faint">Searching all combinations of at most three …</p>}
          {ready?.problem && <p className="callout">{ready.problem}</p>}
          {ready && !ready.problem && ready.ways.length === 0 && (
            <p className="callout">
              Nothing is enough: {plural(ready.tried, 'combination')} of at most three remedies tried. Under Stages, say
              which can be shortened, left out or go on side by side; under Calendar, put meetings in reserve.
            </p>
          )}
          {ready && ready.ways.length > 0 && (
            <>
              <table className="stacked">
                <thead>
                  <tr>
                    <td className="w-8" />
                    <th>Done</th>
                    <th>What it costs</th>
                    <th className="right">Cost</th>
                    <th>After it</th>
                    <td />
                  </tr>
                </thead>
                <tbody>
                  {ready.ways.slice(0, MOST_SHOWN).map((way, i) => (
                    <WayRow
                      key={i}
                      number={i + 1}
                      way={way}
                      after={spareAfter(lines, way).map((one, k) => `${nameOf(lines[k]!.id)}: ${spareWords(one)}`)}
                      words={way.remedies.map(({ remedy, cost }) => wordsOf(remedy, cost, names, sectionOf))}
                      busy={busy}
                      apply={() => void apply(way)}
                    />
                  ))}
                </tbody>
              </table>
              <p className="text-sm faint mt-1">
                {plural(ready.ways.length, 'way')} among {plural(ready.tried, 'combination')} of{' '}
                {plural(ready.candidates, 'remedy', 'remedies')}, fewest steps first, then cheapest
                {ready.ways.length > MOST_SHOWN ? `; the first ${MOST_SHOWN} are shown` : ''}. Cost in meetings’ worth
                of work: shortening and leaving out 1 a meeting, two things at once 0.5, a meeting in reserve 1.5.
              </p>
            </>
          )}
        </section>
      )}
    </div>
  );
}

interface WayRowProps {
  number: number;
  way: Way;
  words: { does: string; costs: string }[];
  after: string[];
  busy: boolean;
  apply: () => void;
}

function WayRow({ number: place, way, words, after, busy, apply }: WayRowProps) {
  return (
    <tr>
      <td className="num max-sm:hidden">{place}</td>
      <td>
        {words.map((one) => (
          <p key={one.does}>{one.does}</p>
        ))}
      </td>
      <td className="text-sm">
        {words.map((one) => (
          <p key={one.does + one.costs} className="leading-5">
            {one.costs}
          </p>
        ))}
      </td>
      <td className="num right">
        <span className="sm:hidden">cost </span>
        {number(way.cost, 1)}
      </td>
      <td className="text-sm">
        {after.map((one) => (
          <p key={one} className="leading-5">
            {one}
          </p>
        ))}
      </td>
      <td className="right">
        <button type="button" className="btn" disabled={busy} onClick={apply} aria-label={`Apply way ${place}`}>
          Apply
        </button>
      </td>
    </tr>
  );
}

function problemWith(scenario: Scenario, eventDate: string): string | null {
  if (scenario.kind === 'lose' && scenario.meetings.length === 0) return 'Choose the meetings that are cancelled.';
  if (scenario.kind === 'lose' && !scenario.reason.trim()) return 'Say why they are cancelled.';
  if (
    scenario.kind === 'more' &&
    !(Number.isInteger(scenario.meetings) && scenario.meetings >= 1 && scenario.meetings <= 20)
  )
    return 'Between 1 and 20 meetings more.';
  if (scenario.kind === 'event' && !/^\d{4}-\d\d-\d\d$/.test(scenario.day)) return 'A day of the calendar is needed.';
  if (scenario.kind === 'event' && scenario.day === eventDate) return 'The event is on this day already.';
  return null;
}
