/** What a hazard asks for before work begins. */
export interface Asked {
  id: string;
  name: string;
  /** Each person who does the work needs a valid sign-off of their training. */
  needsTraining: boolean;
  /** The team needs to have read what is said about it, as it stands. */
  needsReading: boolean;
  textVersion: number;
}
export interface SignOff {
  personId: string;
  hazardId: string;
  /** "YYYY-MM-DD" */
  signedOn: string;
  /** The last day on which it holds; null: it does not end. */
  validUntil: string | null;
}
/** One thing that is missing. */
export interface Missing {
  hazardId: string;
  hazard: string;
  why: 'training' | 'ended' | 'later' | 'reading' | 'changed';
  /** Who it is missing of; null: of the team. */
  personId: string | null;
  /** The last day of the sign-off that ended, or the first of one that comes later. */
  day: string | null;
}

/**
 * What is missing of training and reading for a day's work. "each" asks everybody named for their training; "one" is content
 * when at least one of them may do the work, and else names all of them. A sign-off holds from the day it was signed to its
 * last day, both included. Without anybody to ask, training that is needed is missing of the team.
 * @param input.read which version of each hazard's text the team has read, by the hazard's id
 * @param input.day "YYYY-MM-DD"
 */
export function missing(input: {
  hazards: readonly Asked[];
  people: readonly string[];
  asks: 'each' | 'one';
  signOffs: readonly SignOff[];
  read: ReadonlyMap<string, number>;
  day: string;
}): Missing[] {
  return input.hazards.flatMap((hazard) => [...training(hazard, input), ...reading(hazard, input.read)]);
}

type Input = Parameters<typeof missing>[0];

function training(hazard: Asked, { people, asks, signOffs, day }: Input): Missing[] {
  if (!hazard.needsTraining) return [];
  const line = { hazardId: hazard.id, hazard: hazard.name };
  if (people.length === 0) return [{ ...line, why: 'training', personId: null, day: null }];
  const lacking = people.flatMap((personId): Missing[] => {
    const own = signOffs.find((one) => one.personId === personId && one.hazardId === hazard.id);
    if (!own) return [{ ...line, why: 'training', personId, day: null }];
    if (own.signedOn > day) return [{ ...line, why: 'later', personId, day: own.signedOn }];
    if (own.validUntil !== null && own.validUntil < day)
      return [{ ...line, why: 'ended', personId, day: own.validUntil }];
    return [];
  });
  return asks === 'one' && lacking.length < people.length ? [] : lacking;
}

function reading(hazard: Asked, read: ReadonlyMap<string, number>): Missing[] {
  if (!hazard.needsReading) return [];
  const version = read.get(hazard.id);
  if (version === hazard.textVersion) return [];
  const why = version === undefined ? 'reading' : 'changed';
  return [{ hazardId: hazard.id, hazard: hazard.name, why, personId: null, day: null }];
}
