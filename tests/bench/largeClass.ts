import { draw, type FormInput } from '@/core/teams';

/** 120 students in threes with wishes, concepts and roles, and 20 pairs to keep apart. */
export function largeClass(): FormInput {
  const ids = Array.from({ length: 120 }, (_, i) => `s${i}`);
  const drawn = (seed: string) => draw({ names: ids, seed }).order;
  const [first, second] = [drawn('wishes 1'), drawn('wishes 2')];
  const place = new Map(drawn('concepts').map((id, i) => [id, i]));
  return {
    students: ids.map((id, i) => ({
      id,
      concept: `c${place.get(id)! % 12}`,
      wants: [...new Set([first[i]!, second[i]!])].filter((one) => one !== id),
      roles: [['maker', 'manager', 'tester'][place.get(id)! % 3]!],
    })),
    sizes: { min: 3, max: 3 },
    keepApart: Array.from({ length: 20 }, (_, i): [string, string] => [ids[3 * i]!, ids[3 * i + 1]!]),
    rolesNeeded: ['maker', 'tester'],
    seed: '1',
  };
}

/** Random arrangements of the class in threes that keep its pairs apart. */
export function randomTeams({ students, keepApart = [] }: FormInput, count: number): string[][][] {
  const names = students.map(({ id }) => id);
  const found: string[][][] = [];
  for (let i = 0; found.length < count; i++) {
    const { order } = draw({ names, seed: `random ${i}` });
    const teams = Array.from({ length: names.length / 3 }, (_, at) => order.slice(3 * at, 3 * at + 3));
    const apart = ([a, b]: readonly [string, string]) => !teams.some((team) => team.includes(a) && team.includes(b));
    if (keepApart.every(apart)) found.push(teams);
  }
  return found;
}
