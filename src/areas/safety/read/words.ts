import { format, parseISO } from 'date-fns';
import { shortName } from '@/core/names';
import type { Missing } from '@/core/safety';

const day = (date: string) => format(parseISO(date), 'd MMM');

/** One thing that is missing, in words, and whether it is of reading or of training. */
export interface Lack {
  says: string;
  of: 'reading' | 'training';
}

/** What is missing, each hazard once: "no sign-off for Laser cutter: Ida M., Jo K.; Hot glue: cautions not read". */
export function missingWords(lacking: readonly Missing[], people: readonly { id: string; name: string }[]): Lack[] {
  const nameOf = new Map(people.map((person) => [person.id, shortName(person.name)]));
  const groups = new Map<string, Missing[]>();
  for (const one of lacking) {
    const key = `${one.hazardId} ${one.why} ${one.day ?? ''}`;
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  return [...groups.values()].map((group): Lack => {
    const { hazard, why, day: date } = group[0]!;
    const names = group.map((one) => (one.personId ? (nameOf.get(one.personId) ?? 'somebody') : 'nobody')).join(', ');
    const says = {
      training: `no sign-off for ${hazard}: ${names}`,
      ended: `sign-off for ${hazard} ended on ${date && day(date)}: ${names}`,
      later: `sign-off for ${hazard} holds only from ${date && day(date)}: ${names}`,
      reading: `cautions of ${hazard} not read`,
      changed: `cautions of ${hazard} changed since they were read`,
    }[why];
    return { says, of: why === 'reading' || why === 'changed' ? 'reading' : 'training' };
  });
}
