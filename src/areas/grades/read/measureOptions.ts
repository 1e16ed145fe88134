import type { Sql } from '@/db/connection';
import { listEvents } from '@/areas/bench';
import { listParameters } from '@/areas/brief';
import type { Options } from '@/ui/forms/fields';
import { MEASURE_WORD } from '@/areas/grades/shared/words';

/** What the program can count in this project, as choices of a form. */
export async function loadMeasureOptions(sql: Sql, projectId: string): Promise<Options> {
  const [events, parameters] = await Promise.all([listEvents(sql, projectId), listParameters(sql, projectId)]);
  const { event, measured, ...plain } = MEASURE_WORD;
  return [
    ...Object.entries(plain),
    ...events.map((one) => [`event:${one.id}`, `${event}: ${one.name}`] as const),
    ...parameters.map((one) => [`measured:${one.id}`, `${measured}: ${one.name}`] as const),
  ];
}
