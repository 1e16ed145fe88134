/** A stored session as its form shows it. */
export function sessionForm(row: Record<string, unknown>): Record<string, unknown> {
  const text = (value: unknown) => String(value as number);
  return {
    sectionId: row.sectionId,
    eventId: row.eventId,
    machineId: row.machineId ?? '',
    day: row.day,
    start: row.start,
    minutes: text(row.minutes),
    attempts: text(row.attempts),
    minutesPerAttempt: text(row.minutesPerAttempt),
    resetMinutes: text(row.resetMinutes),
    restMinutes: text(row.restMinutes),
    stations: text(row.stations),
    drawn: row.drawn ? 'drawn' : 'given',
    teams: (row.teams as string[]).map((id) => ({ id })),
  };
}
