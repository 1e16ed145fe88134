import { day, number, plural } from '@/core/format';
import type { Verdict } from './verdicts';

/** What a verdict rests on, in words. */
export function restsOn({ evidence, answer }: Pick<Verdict, 'evidence' | 'answer'>): string {
  if (evidence.kind === 'none') return 'nothing measured yet';
  if (evidence.kind === 'note') return evidence.title;
  if (evidence.kind === 'runs') {
    const { runs, protocol, at, others } = evidence;
    const more = others > 0 ? `; ${plural(others, 'run')} at other settings` : '';
    return `mean of ${plural(runs, 'valid run')}, ${protocol}${at && ` at ${at}`}${more}`;
  }
  const { instrument, measuredOn, readings } = evidence;
  const mean = readings.length ? `mean of ${readings.map((value) => number(value)).join(', ')}; ` : '';
  return `${mean}${instrument ?? (answer === null ? 'counted' : 'shown')}, ${day(measuredOn)}`;
}
