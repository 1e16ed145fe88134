import { inShort, ITEM_KINDS, judgeGate, type Decision, type Evidence, type GateItem, type ItemKind } from '.';

const item = (kind: ItemKind, more: Partial<GateItem> = {}): GateItem => ({
  id: kind,
  kind,
  text: kind,
  count: 1,
  stage: null,
  signer: kind === 'signed' ? 'instructor' : null,
  review: kind === 'review' ? { id: 'k1', name: 'Drawing review' } : null,
  ...(kind === 'stage' ? { stage: { id: 's1', name: 'Drawing' } } : {}),
  ...more,
});
const nothing: Evidence = {
  requirements: { agreed: 0, proposed: 2 },
  stages: new Map(),
  runs: 0,
  iterations: 0,
  makers: [{ name: 'Ida M.', made: 0 }],
  checked: null,
  musts: { label: null, unmeasured: ['R-01'] },
  missingSignOffs: ['no sign-off for Laser cutter: Ida M.'],
  signed: new Map(),
  reviews: new Map(),
};
const everything: Evidence = {
  requirements: { agreed: 3, proposed: 2 },
  stages: new Map([['s1', 'accepted']]),
  runs: 2,
  iterations: 4,
  makers: [
    { name: 'Ida M.', made: 1 },
    { name: 'Noor P.', made: 3 },
  ],
  checked: { label: 'iteration 2', by: ['Ida M.', 'Ida M.'] },
  musts: { label: 'iteration 1', unmeasured: [] },
  missingSignOffs: [],
  signed: new Map([['signed', ['Maren O.']]]),
  reviews: new Map([['k1', { verdict: 'proceed', on: '2026-10-26', openConditions: 0 }]]),
};
const all = ITEM_KINDS.map((kind) => item(kind, kind === 'checks' ? { count: 2 } : {}));
const decided = (kind: Decision['kind'], ...done: boolean[]): Decision => ({
  kind,
  reason: 'why',
  conditions: done.map((one) => ({ done: one })),
});

test('with nothing there every kind of item is missing and says who can supply it', () => {
  const { state, missing } = judgeGate({ items: all, evidence: nothing, decision: null });
  expect(state).toBe('shut');
  expect(missing.map((one) => one.kind)).toEqual([...ITEM_KINDS]);
  expect(missing.filter((one) => !one.says || !one.who)).toEqual([]);
});

test('with everything there it is open and says by what evidence; two people of one short name are two', () => {
  const { state, items, missing } = judgeGate({ items: all, evidence: everything, decision: null });
  expect([state, missing]).toEqual(['open', []]);
  expect(items.map((one) => one.says)).toEqual([
    '3 requirements agreed, 2 more proposed',
    '“Drawing” is accepted',
    '2 runs recorded',
    '4 iterations recorded',
    '1 iteration made by each member',
    'iteration 2 checked by Ida M., Ida M.',
    'all musts measured on iteration 1',
    'all there',
    'signed by Maren O.',
    '“Drawing review” of 26 Oct: proceed',
  ]);
});

test('each item alone keeps the gate shut', () => {
  for (const one of all) {
    const evidence = { ...everything, ...pick(one.kind) };
    expect(judgeGate({ items: all, evidence, decision: null }).missing.map((left) => left.kind)).toEqual([one.kind]);
  }
});
function pick(kind: ItemKind): Partial<Evidence> {
  const { requirements, stages, runs, iterations, makers, musts, missingSignOffs, signed, reviews } = nothing;
  return {
    ...{ requirements: { requirements }, stage: { stages }, runs: { runs }, musts: { musts } }[kind as 'runs'],
    ...(kind === 'iterations' ? { iterations } : {}),
    ...(kind === 'each member' ? { makers } : {}),
    ...(kind === 'checks' ? { checked: { label: 'iteration 2', by: ['Ida M.'] } } : {}),
    ...(kind === 'sign-offs' ? { missingSignOffs } : {}),
    ...(kind === 'signed' ? { signed } : {}),
    ...(kind === 'review' ? { reviews } : {}),
  };
}

test('a gate without items never opens by itself', () => {
  expect(judgeGate({ items: [], evidence: everything, decision: null }).state).toBe('shut');
});

test.each([
  ['nothing decided', nothing, null, 'shut'],
  ['opened with a reason', nothing, decided('override'), 'open'],
  ['held, though all is there', everything, decided('held'), 'shut'],
  ['conditions open, items missing', nothing, decided('conditions', true, false), 'conditions'],
  ['conditions done, items missing', nothing, decided('conditions', true), 'conditions'],
  ['items there, a condition open', everything, decided('conditions', false), 'conditions'],
  ['items and conditions there', everything, decided('conditions', true, true), 'open'],
] as const)('%s: %#', (_, evidence, decision, state) => {
  expect(judgeGate({ items: all, evidence, decision }).state).toBe(state);
});

test('a review opens the gate that asks for it, with its conditions as long as one is open, and nothing that other items keep shut', () => {
  const said = (verdict: 'proceed' | 'conditions' | 'repeat', openConditions: number, evidence = everything) => {
    const reviews = new Map([['k1', { verdict, on: '2026-10-26', openConditions }]]);
    const { state, openConditions: open } = judgeGate({
      items: all,
      evidence: { ...evidence, reviews },
      decision: null,
    });
    return [state, open];
  };
  expect(said('proceed', 0)).toEqual(['open', 0]);
  expect(said('conditions', 2)).toEqual(['conditions', 2]);
  expect(said('conditions', 0)).toEqual(['open', 0]);
  expect(said('repeat', 0)).toEqual(['shut', 0]);
  expect(said('conditions', 2, nothing)).toEqual(['shut', 2]);
});

test('how far a stage is, and how many are missing, is said', () => {
  const says = (kind: ItemKind, evidence: Partial<Evidence>, more: Partial<GateItem> = {}) => {
    const { items } = judgeGate({ items: [item(kind, more)], evidence: { ...nothing, ...evidence }, decision: null });
    return [inShort(items[0]!), items[0]!.who];
  };
  expect(says('stage', { stages: new Map([['s1', 'handed-in']]) })).toEqual([
    '“Drawing” is handed in and not yet accepted',
    'the instructor',
  ]);
  expect(says('stage', { stages: new Map([['s1', 'returned']]) })[0]).toBe('“Drawing” came back');
  expect(says('runs', { runs: 1 }, { count: 3 })[0]).toBe('1 of 3 runs recorded');
  expect(says('iterations', { iterations: 1 }, { count: 3 })[0]).toBe('1 of 3 iterations recorded');
  expect(says('each member', {}, { count: 2 })[0]).toBe('Ida M. made 0 of 2 iterations');
  expect(says('checks', { checked: { label: 'iteration 2', by: [] } }, { count: 2 })).toEqual([
    'iteration 2 checked by nobody yet',
    '2 more people who did not make it',
  ]);
  expect(says('signed', { signed: new Map([['signed', ['Ida M.']]]) }, { count: 2, signer: 'member' })).toEqual([
    'signed: signed by Ida M., 1 signature missing',
    'a member of the team',
  ]);
});
