import { readFileSync } from 'node:fs';
import path from 'node:path';
import { emptyBundle, type Bundle } from '@/features/bundle/format';

const demo = () => JSON.parse(readFileSync(path.join(process.cwd(), 'demo/gully-courier.json'), 'utf8')) as Bundle;

/** A project with its frame and nothing in it. */
export function emptyProject(): Bundle {
  const { project, brief } = demo();
  return { ...emptyBundle(), project: { ...project, title: 'Empty' }, brief };
}

const signed = (team: string) => ({ team, by: null, byName: 'Instructor', on: '2026-09-10', note: '' });

/** The demo project's rules with 40 teams, 12 iterations each, and 5,000 runs: 3 attempts an event, the rest practice. */
export function largeBundle(): Bundle {
  const bundle = demo();
  const [model] = bundle.iterations.filter((one) => one.measurements.length > 4);
  const runs = Object.fromEntries(
    bundle.events.map((event) => [
      event.name,
      bundle.trials.find((run) => run.event === event.name && run.status === 'ok')!,
    ]),
  );
  const teams = Array.from({ length: 40 }, (_, i) => ({
    name: `Team ${i + 1}`,
    section: bundle.sections[i % 2]!.name,
    colour: i % 12,
  }));
  const iterations = teams.flatMap(({ name }) =>
    Array.from({ length: 12 }, (_, k) => ({ ...model!, team: name, number: k + 1, parent: k || null })),
  );
  const perTeam = 5000 / teams.length;
  const trials = teams.flatMap(({ name }, t) =>
    Array.from({ length: perTeam }, (_, k) => {
      const event = bundle.events[k % bundle.events.length]!.name;
      const attempt = Math.floor(k / bundle.events.length) + 1;
      const run = runs[event]!;
      const counts = attempt <= bundle.events[k % bundle.events.length]!.rule.attempts.allowed;
      return {
        ...run,
        team: name,
        iteration: 12 - (k % 3),
        attempt: counts ? attempt : null,
        value: run.value! * (1 + ((t * 31 + k) % 97) / 2000),
      };
    }),
  );
  const rubrics = bundle.rubrics.map((rubric) => ({
    ...rubric,
    scores: teams.flatMap((team) =>
      rubric.judges.flatMap((judge) =>
        rubric.criteria.map((c) => ({ judge, criterion: c.name, team: team.name, points: c.max / 2 })),
      ),
    ),
  }));
  const handIns = teams.map(({ name }) => ({
    ...{ team: name, state: 'accepted', handedInOn: '2026-09-10', by: null, note: '', moreMeetings: 0 },
  }));
  return {
    ...bundle,
    project: { ...bundle.project, title: 'Large' },
    visits: [],
    statements: bundle.statements.map((one) => ({ ...one, question: null })),
    research: bundle.research.map((one) => ({ ...one, team: null })),
    requirements: bundle.requirements.map((one) => ({
      ...one,
      owner: null,
      team: null,
      budgets: one.budgets.filter((budget) => budget.team === null),
    })),
    teams,
    people: [],
    stages: bundle.stages.map((stage, i) => ({ ...stage, handIns: i < 6 ? handIns : [] })),
    hazards: bundle.hazards.map((hazard) => ({
      ...hazard,
      signOffs: [],
      readBy: teams.map(({ name }) => ({ team: name, by: null, on: '2026-09-10' })),
    })),
    machines: bundle.machines.map((machine) => ({
      ...machine,
      bookings: machine.bookings
        .filter(({ state }) => state === 'done')
        .map((booking, i) => ({ ...booking, operator: null, team: teams[i]!.name })),
    })),
    sessions: [],
    ...{ rounds: [], concepts: [], selections: [], charters: [], parts: [], joints: [], draws: [] },
    gates: bundle.gates.map((gate) => ({
      ...gate,
      items: gate.items.map((item) => ({
        ...item,
        signatures: item.kind === 'signed' ? teams.map(({ name }) => signed(name)) : [],
      })),
      decisions: [],
    })),
    iterations: iterations.map((one) => ({ ...one, maker: null, checks: [] })),
    trials,
    rubrics,
    actions: [],
  };
}
