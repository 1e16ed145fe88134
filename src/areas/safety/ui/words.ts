import { SUPERVISION_WORDS } from '@/core/safety';
import type { Hazard } from '@/areas/safety/read/safety';

/** What a hazard asks for: "an adult in the room; training signed off; cautions read". */
export function asksFor({
  supervision,
  needsTraining,
  needsReading,
}: Pick<Hazard, 'supervision' | 'needsTraining' | 'needsReading'>): string {
  return [
    SUPERVISION_WORDS[supervision],
    ...(needsTraining ? ['training signed off'] : []),
    ...(needsReading ? ['cautions read by the team'] : []),
  ].join('; ');
}
