/** A stored stage as its form shows it. */
export function stageForm(row: Record<string, unknown>): Record<string, unknown> {
  const text = (value: unknown) => (value === null || value === undefined ? '' : String(value as number));
  return {
    name: row.name,
    length: text(row.meetings ?? row.minutes),
    lengthIn: row.minutes === null ? 'meetings' : 'minutes',
    shortest: text(row.shortest),
    leadDays: text(row.leadDays),
    delay: text(row.delay),
    optional: row.optional,
    leftOut: row.leftOut,
    handsIn: row.handsIn,
    evidence: row.evidence,
    evidenceCount: text(row.evidenceCount),
    people: row.people,
    room: row.room,
    needs: row.needs,
    cautions: row.cautions,
    ...(row.after ? { after: row.after } : {}),
  };
}

export const NEW_STAGE = {
  name: '',
  length: '1',
  lengthIn: 'meetings',
  shortest: '',
  leadDays: '0',
  delay: '0',
  optional: false,
  leftOut: false,
  handsIn: '',
  evidence: '',
  evidenceCount: '3',
  people: '',
  room: '',
  needs: '',
  cautions: '',
  after: [],
};
