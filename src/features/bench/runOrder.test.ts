import fc from 'fast-check';
import { nextRun, unlikely, type Runner } from './runOrder';

const runner = (name: string, attempts: number): Runner => ({
  teamId: name,
  name,
  iterationId: 'i',
  iterationNumber: 1,
  attempts,
});

describe('nextRun', () => {
  test('whoever has the fewest attempts, in the order given', () => {
    expect(nextRun([runner('A', 1), runner('B', 0), runner('C', 0)], 3)?.name).toBe('B');
    expect(nextRun([runner('A', 1), runner('B', 1), runner('C', 1)], 3)?.name).toBe('A');
  });
  test('nobody once all attempts are made, or without teams', () => {
    expect(nextRun([runner('A', 3), runner('B', 3)], 3)).toBeNull();
    expect(nextRun([], 3)).toBeNull();
  });
  test('a whole event goes round by round', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 5 }), (teams, allowed) => {
        let field = Array.from({ length: teams }, (_, i) => runner(`T${i}`, 0));
        const order: string[] = [];
        for (let next = nextRun(field, allowed); next; next = nextRun(field, allowed)) {
          order.push(next.name);
          field = field.map((one) => (one.name === next!.name ? { ...one, attempts: one.attempts + 1 } : one));
        }
        const round = Array.from({ length: teams }, (_, i) => `T${i}`);
        expect(order).toEqual(Array.from({ length: allowed }, () => round).flat());
      }),
    );
  });
});

describe('unlikely', () => {
  const soFar = [7.9, 8.2, 8.4];
  test.each(['8.0', '4.1', '16.7', '8,3'])('%s looks right', (text) => expect(unlikely(text, soFar)).toBeNull());
  test.each(['80.2', '0.82', '820'])('%s is asked back', (text) => {
    expect(unlikely(text, soFar)).toMatch(/The runs so far lie between 7.9 and 8.4/);
  });
  test('nothing is said from fewer than three runs, or for what is no number', () => {
    expect(unlikely('800', [8, 8.1])).toBeNull();
    expect(unlikely('eight', soFar)).toBeNull();
    expect(unlikely('', soFar)).toBeNull();
  });
});
