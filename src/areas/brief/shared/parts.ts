import type { BriefContent } from '@/areas/brief/read/brief';

/** The parts of a brief that are running text, with what they are called. */
export const TEXTS = [
  ['challenge', 'Challenge'],
  ['setting', 'Setting'],
  ['product', 'Deliverables: the product'],
  ['account', 'Deliverables: the account of why it is as it is'],
  ['rules', 'Rules'],
  ['hazards', 'Hazards'],
  ['warmUp', 'Warm-up task'],
] as const;

const ENTITIES: Record<string, string> = { amp: '&', lt: '<', gt: '>', quot: '"', '#39': "'", nbsp: ' ' };

/** The words of a text from the editor, a line for each paragraph or point. */
export function plainText(html: string): string {
  return html
    .replace(/<br\s*\/?>|<\/(?:p|li|h3)>/g, '\n')
    .replace(/<li>/g, '– ')
    .replace(/<[^<>]*>/g, '')
    .replace(/&(amp|lt|gt|quot|#39|nbsp);/g, (_, name: string) => ENTITIES[name]!)
    .replace(/\n{2,}/g, '\n')
    .trim();
}

/** Every part of a brief as plain text under its name, in the order it is read; a list has a line for each thing. */
export function asTexts(content: BriefContent): [name: string, text: string, list?: 'list'][] {
  const { kit, banned, energy, teamFrom, teamTo, fixedDates, checklist, limits } = content;
  const text = (key: (typeof TEXTS)[number][0]) =>
    [TEXTS.find(([one]) => one === key)![1], plainText(content[key])] as [string, string];
  return [
    text('challenge'),
    text('setting'),
    text('product'),
    text('account'),
    ['Dates that can’t move', fixedDates.map(({ date, what }) => `${date}: ${what}`).join('\n'), 'list'],
    text('rules'),
    ['Limits', limits.map(({ code, statement, limit }) => `${code} ${statement}: ${limit}`).join('\n'), 'list'],
    [
      'Kit',
      kit.map(({ item, quantity, note }) => [item, quantity, note].filter(Boolean).join(', ')).join('\n'),
      'list',
    ],
    ['Not allowed', banned.join('\n'), 'list'],
    ['Energy', energy],
    ['Team size', teamSize(teamFrom, teamTo)],
    text('hazards'),
    text('warmUp'),
    ['Checklist of the warm-up', checklist.join('\n'), 'list'],
  ];
}

/** "2 to 4", "3", "at least 2", "" */
export function teamSize(from: number | null, to: number | null): string {
  if (from === null && to === null) return '';
  if (from === null) return `at most ${to}`;
  if (to === null) return `at least ${from}`;
  return from === to ? String(from) : `${from} to ${to}`;
}
