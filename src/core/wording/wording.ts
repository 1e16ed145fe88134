import { CoreError } from '../shared/CoreError';

export interface WordingFinding {
  /** The word as it stands in the text, and where it begins. */
  word: string;
  at: number;
  /** What to ask or write instead. */
  suggestion: string;
}

const RULES: [pattern: string, suggestion: string][] = [
  [
    String.raw`as (?:\w+) as possible|as possible`,
    'Say how much is enough: a limit with a unit, or make it a wish with a weight.',
  ],
  [
    'strong|sturdy|robust|durable|stable|solid',
    'Name a load it must carry and for how long, like at least 1,200 g for 10 runs.',
  ],
  ['light|lightweight|heavy', 'Give the mass, like at most 900 g.'],
  ['fast|quick|quickly|slow|slowly|rapid|rapidly', 'Give the time or the speed, like at most 9 s over 12 m.'],
  ['cheap|expensive|affordable|inexpensive', 'Give the cost, like at most 25 credits.'],
  ['small|compact|big|large|tall|short|long|wide|narrow|thin|thick', 'Give the size, like at most 240 mm.'],
  ['accurate|accurately|precise|precisely|exact|exactly', 'Give the target and its tolerance, like 10 m ± 0.15 m.'],
  ['quiet|quietly|loud|silent', 'Give a sound level and the distance it is measured at.'],
  [
    'easy|easily|simple|simply|user[- ]friendly|convenient|intuitive|comfortable|flexible|flexibly|smooth|smoothly',
    'Say who does what, with which tools, within which time.',
  ],
  [
    'good|(?<!as )well(?! as)|properly|nice|beautiful|attractive|better|best|optimal|ideal|suitable|appropriate|adequate|sufficient|efficient',
    'Say by what it is seen, and from which value on it counts.',
  ],
  ['safe|safely|reliable|reliably', 'Say what must not happen, and in how many runs: like no tray lost in 20 runs.'],
  ['some|several|many|few|enough|about|approximately|roughly|around|etc|and so on', 'Give a number, or a range.'],
  ['usually|normally|often|sometimes|generally|if possible|where possible', 'Say when it holds and when it need not.'],
  [
    'minimi[sz]e|maximi[sz]e|improve|reduce|increase',
    'Say from which value on it is good enough, or make it a wish with a weight.',
  ],
];
const ALL = new RegExp(RULES.map(([pattern]) => `(?<![\\p{L}-])(${pattern})(?![\\p{L}-])`).join('|'), 'giu');

/** A number with its unit before a word that takes one says how much: 80 cm wide. */
const MEASURED =
  /\d\s?(?:mm|cm|m|km|in|ft|metres?|meters?|centimetres?|millimetres?|inches|feet|g|kg|grams?|kilograms?)\s+$/i;
const TAKES_MEASURE = /^(?:wide|long|tall|thick|short|heavy|narrow|thin)$/i;

/**
 * Finds words that nobody can measure ("strong", "light", "as fast as possible") and says what to write instead, in the
 * order of the text, each word once. A text without such words: no findings. Whether a limit stands beside the text is
 * for the caller: "light" beside "at most 900 g" is harmless.
 * Source: the lists of ambiguous terms in ISO/IEC/IEEE 29148, 5.2.7, shortened to what students write.
 * @throws CoreError when there is no text.
 * @example wording({ text: 'The carrier is as light as possible.' }).findings[0].word // 'as light as possible'
 */
export function wording(input: { text: string }): { findings: WordingFinding[] } {
  if (typeof input.text !== 'string') throw new CoreError('A text is needed.');
  const seen = new Set<string>();
  const findings: WordingFinding[] = [];
  for (const match of input.text.matchAll(ALL)) {
    const word = match[0];
    if (MEASURED.test(input.text.slice(0, match.index)) && TAKES_MEASURE.test(word)) continue;
    const rule = match.slice(1).findIndex((group) => group !== undefined);
    if (seen.has(word.toLowerCase())) continue;
    seen.add(word.toLowerCase());
    findings.push({ word, at: match.index, suggestion: RULES[rule]![1] });
  }
  return { findings };
}
