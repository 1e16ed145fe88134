import { CoreError } from '../shared/CoreError';

/** Texts that each row of a packet's lists has; what a page can't do without. */
const ROWS: Record<string, readonly string[]> = {
  requirements: ['id', 'code', 'statement', 'limit', 'verdict', 'figure', 'rests'],
  iterations: ['id', 'kind', 'state', 'builtOn', 'change', 'reason', 'expects', 'good', 'bad'],
  runs: ['quantityId', 'iterationId', 'test', 'figure', 'at'],
  comparisons: ['id', 'text', 'says', 'standing'],
  breaks: ['id', 'what', 'on'],
  budgets: ['id', 'name', 'limit', 'planned', 'left'],
  actions: ['id', 'what', 'state'],
  findings: ['id', 'kind', 'text', 'about'],
  answers: ['id', 'question', 'text'],
};
/** Lists of texts, and lists within the rows of a list: of texts, or of rows with texts. */
const TEXTS = ['remarks', 'checklist'];
const DATES: Record<string, string> = { iterations: 'builtOn', breaks: 'on' };

/**
 * Checks that a frozen packet from outside has what is shown of it: its lists with their texts, days that are days, the readiness
 * with its reasons.
 * @throws CoreError naming the part that is missing
 */
export function checkPacket(content: unknown): void {
  const packet = objectOf(content, 'The packet');
  day(packet.asOf, 'The moment of the packet');
  if (packet.on != null) day(objectOf(packet.on, 'The time of the packet').date, 'The time of the packet');
  for (const [list, names] of Object.entries(ROWS))
    for (const row of listOf(packet[list], list)) {
      texts(row, names, list);
      if (DATES[list]) day(objectOf(row, list)[DATES[list]], `A day of the ${list}`);
    }
  for (const { dueOn } of listOf(packet.actions, 'actions').map((row) => objectOf(row, 'actions')))
    if (dueOn != null) day(dueOn, 'A day of the actions');
  for (const row of listOf(packet.iterations, 'iterations')) {
    const { changes, turned, claims } = objectOf(row, 'iterations');
    for (const list of [changes, turned])
      for (const one of listOf(list, 'changes')) text(one, 'A change of the iterations');
    for (const one of listOf(claims, 'claims')) texts(one, ['text', 'verdict'], 'claims');
  }
  for (const list of TEXTS) for (const one of listOf(packet[list], list)) text(one, `One of the ${list}`);
  if (packet.schedule != null) texts(packet.schedule, ['stage', 'stands'], 'schedule');
  const readiness = objectOf(packet.readiness, 'The readiness');
  text(readiness.says, 'The readiness');
  for (const one of listOf(readiness.reasons, 'reasons')) texts(one, ['text'], 'reasons');
}

function objectOf(value: unknown, what: string): Record<string, unknown> {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new CoreError(`${what} of the packet is missing.`);
  return value as Record<string, unknown>;
}

function listOf(value: unknown, list: string): unknown[] {
  if (!Array.isArray(value)) throw new CoreError(`The list “${list}” of the packet is missing.`);
  return value;
}

function texts(row: unknown, names: readonly string[], list: string): void {
  const own = objectOf(row, `A row of “${list}”`);
  for (const name of names) text(own[name], `“${name}” in a row of “${list}”`);
}

function text(value: unknown, what: string): void {
  if (typeof value !== 'string') throw new CoreError(`${what} of the packet is no text.`);
}

function day(value: unknown, what: string): void {
  if (typeof value !== 'string' || !/^\d{4}-\d\d-\d\d/.test(value) || Number.isNaN(Date.parse(value.slice(0, 10))))
    throw new CoreError(`${what} is no day of the calendar.`);
}
