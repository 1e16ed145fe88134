import type { DeskEntry } from '@/core/desk';
import { entryWords } from './entryWords';
import { livesWords } from './words';

const entry = (more: Partial<DeskEntry>): DeskEntry => ({
  ...{ id: 'e', does: 'result', match: 'W1-1', ring: null, a: 'A', b: 'B', team: 'B', drawn: false, scores: null },
  ...{ reason: '', state: 'counts', remark: '', by: null, byName: 'Desk', confirmedBy: null, at: '' },
  ...more,
});
const nameOf = (id: string | null) => ({ A: 'Flint', B: 'Marl' })[id ?? ''] ?? '–';
const says = (more: Partial<DeskEntry>) => entryWords(entry(more), nameOf);

test('entries in words, the winner’s score first', () => {
  expect(says({ scores: [1, 2] })).toBe('W1-1: Marl won against Flint, 2 to 1');
  expect(says({ team: 'A', scores: [2, 0] })).toBe('W1-1: Flint won against Marl, 2 to 0');
  expect(says({ team: null, drawn: true, scores: [1, 1] })).toBe('W1-1: Flint against Marl: draw, 1 to 1');
  expect(says({ does: 'correction', reason: 'misread' })).toBe(
    'W1-1 corrected: Marl won against Flint, because misread',
  );
  expect(says({ does: 'withdrawal', match: null, reason: 'axle broke' })).toBe('Marl withdraws: axle broke');
  expect(says({ does: 'call', ring: 2 })).toBe('Flint against Marl called to ring 2');
  expect(says({ does: 'close-ring', match: null, ring: 2 })).toBe('Ring 2 closed');
});

test('how a team stands', () => {
  const team = { team: 'A', lives: 2, out: false, since: null, withdrawn: false, played: 1, won: 1, drawn: 0, lost: 0 };
  expect(livesWords(team)).toBe('two lives left; 1 won, 0 lost');
  expect(livesWords({ ...team, lives: 0, out: true, lost: 2 })).toBe('out; 1 won, 2 lost');
  expect(livesWords({ ...team, lives: null, drawn: 1 })).toBe('1 won, 1 drawn, 0 lost');
  expect(livesWords({ ...team, withdrawn: true, lives: 0 })).toBe('has withdrawn; 1 won, 0 lost');
});
