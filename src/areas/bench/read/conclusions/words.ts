import type { Standing } from '@/core/bench';

/** How a conclusion stands by the runs there are now, as every page says it. */
export const STANDING_WORD: Record<Standing, string> = {
  holds: 'holds',
  contradicted: 'contradicted by newer runs',
  'in doubt': 'in doubt: the difference shows no more',
  settled: 'newer runs tell them apart',
};
export const STANDING_TONE: Record<Standing, string> = {
  holds: 'text-moss',
  contradicted: 'text-brick',
  'in doubt': 'text-ochre',
  settled: 'text-ochre',
};
