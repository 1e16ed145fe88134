import type { Verdict } from './verdicts';
import { measured, quantity } from '@/core/format';

/** What would settle an inconclusive verdict, in words: a finer instrument, more runs, or a larger margin. */
export function explainInconclusive(verdict: Verdict): string {
  const { value, uncertainty, margin, requirement, evidence } = verdict;
  const unit = requirement.unit ?? '';
  const reading = `${measured(value, uncertainty, unit)} neither passes nor fails.`;
  if (margin === null) return reading;
  const toPass = uncertainty - margin;
  const change = `A value ${quantity(toPass, unit, 2)} further inside would settle it`;
  const finer =
    margin === 0
      ? ''
      : evidence.kind === 'runs'
        ? `; so would more runs, or an instrument good to ± ${quantity(Math.abs(margin), unit, 2)}`
        : `; so would an instrument good to ± ${quantity(Math.abs(margin), unit, 2)}`;
  return `${reading} ${change}${finer}.`;
}
