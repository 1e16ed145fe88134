import { ordinal } from '@/core/format';
import type { AwardRule } from '@/areas/standings/read/awards';

export const AWARD_NAME: Record<AwardRule['of'], string> = {
  standings: 'a place in the standings',
  event: 'a place in an event',
  contest: 'a place in a contest',
  rubric: 'most points in a rubric',
  improvement: 'best improvement over the term',
  prediction: 'closest prediction',
  audience: 'votes of the audience',
  hand: 'chosen by hand',
};

/** How an award is found, in words. */
export function ruleWords(rule: AwardRule, nameOf: (id: string) => string): string {
  switch (rule.of) {
    case 'standings':
      return `${ordinal(rule.place)} place in the standings`;
    case 'event':
      return `${ordinal(rule.place)} place in ${nameOf(rule.eventId)}`;
    case 'contest':
      return `${ordinal(rule.place)} place in ${nameOf(rule.contestId)}`;
    case 'rubric':
      return `most points in ${nameOf(rule.rubricId)}`;
    case 'improvement':
      return `best improvement in ${nameOf(rule.eventId)}, from the first iteration that ran to the last`;
    case 'prediction':
      return `closest prediction in ${nameOf(rule.eventId)}`;
    case 'audience':
      return 'most votes of the audience';
    case 'hand':
      return 'chosen by hand';
  }
}
