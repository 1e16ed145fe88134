import type { School, Scorer } from '@/core/rubric';
import type { Measure } from '@/areas/grades/read/rubrics';

export const SCORER_WORD: Record<Scorer, string> = {
  judges: 'judges',
  instructor: 'the instructor',
  client: 'the client',
  peers: 'students of other teams',
  program: 'the program',
};
export const MEASURE_WORD: Record<Measure['of'], string> = {
  event: 'points in an event',
  musts: 'musts met by the newest iteration, in %',
  measured: 'a measured property',
  iterations: 'iterations for each member',
  reasons: 'iterations with reason, good and bad',
  claims: 'claims checked against numbers',
  runs: 'valid runs',
};
export const SCHOOL_WORD: Record<School, string> = {
  mean: 'the plain mean of the judges',
  adjusted: 'the mean with strict and mild judges evened out',
};
