import type { BuildRule, Change, Iteration } from './iterations';

/** A change as the form of its iteration has it. */
export const changeForm = (one: Change) => ({
  kind: one.kind,
  what: one.what,
  before: one.beforeValue === null ? one.before : String(one.beforeValue),
  after: one.afterValue === null ? one.after : String(one.afterValue),
  unit: one.unit ?? '',
  sourceId: one.source?.id ?? one.season?.id ?? '',
  makerId: one.makerId ?? '',
  claim: one.claim ?? '',
  claimParameterId: one.claimParameterId ?? '',
});

/** An iteration as its form has it, without what was measured on it. */
export const iterationForm = (one: Iteration, changes: readonly Change[]) => ({
  teamId: one.teamId,
  parentId: one.parents[0]?.id ?? '',
  alsoFrom: one.parents.slice(1).map(({ id }) => ({ parentId: id })),
  originId: one.conceptId ?? one.benchmarkId ?? '',
  kind: one.kind,
  state: one.state,
  change: one.change,
  expects: one.expects,
  reason: one.reason,
  good: one.good,
  bad: one.bad,
  builtOn: one.builtOn,
  makerId: one.makerId ?? '',
  changes: changes.filter(({ iterationId }) => iterationId === one.id).map(changeForm),
});

/** A new one of a team: it goes on from what it was before. */
export const newIterationForm = (of: {
  teamId: string;
  from: Iteration | undefined;
  today: string;
  makerId: string;
}) => ({
  teamId: of.teamId,
  parentId: of.from?.id ?? '',
  alsoFrom: [],
  originId: '',
  kind: of.from?.kind ?? 'prototype',
  state: 'ready to test',
  change: '',
  expects: '',
  reason: '',
  good: '',
  bad: '',
  builtOn: of.today,
  makerId: of.makerId,
  changes: [],
});

/** What the course asks of the designs, as its form has it. */
export const buildRuleForm = (rule: Pick<BuildRule, 'leastTeam' | 'leastMember' | 'makesOfficial' | 'frozenFrom'>) => ({
  leastTeam: rule.leastTeam === null ? '' : String(rule.leastTeam),
  leastMember: rule.leastMember === null ? '' : String(rule.leastMember),
  makesOfficial: rule.makesOfficial,
  frozenFrom: rule.frozenFrom ?? '',
});
