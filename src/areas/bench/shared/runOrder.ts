import { slip, type Mended } from '@/core/bench/slip';
import { CoreError, readNumber } from '@/core/numbers';

/** A team at the rig: the iteration it runs with and how many attempts are recorded. */
export interface Runner {
  teamId: string;
  name: string;
  /** None while the team has no iteration: the first is made with its first run. */
  iterationId: string | null;
  iterationNumber: number;
  attempts: number;
  /** The copies of that iteration, where they are told apart. */
  copies: { id: string; number: number; broken: boolean }[];
  /** What its last run was made at, by the setting's name. */
  settings: Record<string, string>;
  /** Whether whoever enters may enter attempts of this team. */
  counts: boolean;
}

/** Which setting is no figure though its unit asks for one, in words; null when all are right. */
export function wrongSetting(
  known: readonly { name: string; unit: string }[],
  values: Readonly<Record<string, string>>,
): string | null {
  for (const { name, unit } of known) {
    if (!unit || !values[name]?.trim()) continue;
    try {
      readNumber(values[name]);
    } catch (error) {
      if (error instanceof CoreError) return `${name}: ${error.message}`;
      throw error;
    }
  }
  return null;
}

/** An entry of this device as far as the run order looks at it. */
export interface LocalEntry {
  path: string;
  state: 'waiting' | 'sent' | 'refused';
  objectId: string;
  title: string;
  body: Record<string, unknown>;
}

/** The runs of an event, or under a protocol alone, that were entered on this device and that the page does not know yet, oldest first. */
export function localRuns<E extends LocalEntry>(
  entries: E[],
  { path, eventId, protocolId, known }: { path: string; eventId: string | null; protocolId: string; known: string[] },
): E[] {
  return entries.filter(
    (one) =>
      one.path === path &&
      (eventId === null
        ? one.body.eventId == null && one.body.protocolId === protocolId
        : one.body.eventId === eventId) &&
      one.body.version == null &&
      one.state !== 'refused' &&
      !known.includes(one.objectId),
  );
}

/**
 * The run order with what this device has entered and the page does not know yet: attempts already made, and iterations
 * that are recorded but not numbered, which the next runs are made with.
 */
export function withLocal(runners: Runner[], runs: LocalEntry[], entries: LocalEntry[]): Runner[] {
  return runners.map((runner) => {
    const attempts = runs
      .filter((one) => one.body.teamId === runner.teamId)
      .reduce((most, one) => Math.max(most, Number(one.body.attempt ?? 0)), runner.attempts);
    const built = entries.findLast(
      (one) =>
        one.path === '/api/v1/iterations' &&
        one.state === 'waiting' &&
        one.body.teamId === runner.teamId &&
        one.body.version == null,
    );
    const design = built
      ? {
          iterationId: built.objectId,
          iterationNumber: runner.iterationId ? runner.iterationNumber + 1 : 1,
          copies: [],
        }
      : {};
    return { ...runner, ...design, attempts };
  });
}

/** Who runs next: whoever has the fewest attempts, in the order given; null when all attempts are made. */
export function nextRun(runners: Runner[], allowed: number): Runner | null {
  const left = runners.filter((runner) => runner.attempts < allowed);
  return left.reduce<Runner | null>(
    (first, runner) => (first === null || runner.attempts < first.attempts ? runner : first),
    null,
  );
}

/** The team behind one in the order given, the first again behind the last: who practises next. */
export function after(runners: Runner[], teamId: string): string | null {
  const at = runners.findIndex((runner) => runner.teamId === teamId);
  return runners[(at + 1) % runners.length]?.teamId ?? null;
}

/**
 * A remark when a typed value lies far from the runs so far, with what it was most likely meant to be; null when it looks right
 * or can't be told.
 */
export function unlikely(
  text: string,
  unit: string,
  soFar: readonly number[],
  scales: Readonly<Record<string, number>>,
): { says: string; mended: Mended | null } | null {
  try {
    const { value } = readNumber(text);
    const found = slip({ value, unit, soFar, scales });
    if (!found) return null;
    const { least, most, mended } = found;
    return {
      says: `${value} ${unit}? The runs so far lie between ${least} and ${most}. Correct it, or save again to keep it.`,
      mended,
    };
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}
