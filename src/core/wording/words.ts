/** Words that say nothing about what is wanted. */
const EMPTY = new Set(
  `a an the this that these those it its they them their there we us our you your he she his her i me my is are be been being
   was were am do does did done has have had having will would shall should must may might can could need needs needed want
   wants wanted like please of to in on at by for from with as and or so than then very really quite just also any some such
   ought supposed get gets got let lets able which who what when where while how if into onto about over upon each every per`
    .trim()
    .split(/\s+/),
);

/** Ways to say the same, each brought to one word. Phrases come before words. */
const PHRASES: [RegExp, string][] = [
  [/\b(?:no|not) (?:more|higher|larger|heavier|longer|greater|taller|wider) than\b/g, ' atmost '],
  [/\b(?:no|not) (?:less|lower|smaller|lighter|shorter|fewer) than\b/g, ' atleast '],
  [/\b(?:(?:must|may|should|shall|can|does|do) )?not (?:exceed|be over|be above|be more than)\b/g, ' atmost '],
  [
    /\bat (?:the )?most\b|\bup to\b|\b(?:less|fewer|lighter|shorter|smaller) than\b|\b(?:maximum|max)\b|\b(?:below|under)\b/g,
    ' atmost ',
  ],
  [/\bat (?:the )?least\b|\b(?:more|heavier|longer|larger|greater) than\b|\b(?:minimum|min)\b/g, ' atleast '],
  [/\bwithout\b|\bnever\b|\bnothing\b|\bnobody\b|\bcannot\b|\bnone\b/g, ' not '],
];
const SYNONYMS: Record<string, string> = Object.fromEntries(
  `mass weigh weight weighed weighing heavy light lightweight
   cost price expensive cheap budget
   quick fast speed rapid swift quickly rapidly
   tall height high
   wide width broad
   long length
   strong strength sturdy robust
   child kid youngster
   repair fix mend
   tip tilt lean
   fast speed
   stop halt
   carry transport convey haul
   size dimension
   simple easy
   quiet silent noiseless
   person people somebody someone
   one 1
   two 2
   three 3
   four 4
   five 5
   ten 10
   not no
   kilogram kg kilo
   gram g gramme
   metre m meter
   millimetre mm millimeter
   centimetre cm centimeter
   second s sec
   minute min
   credit credits
   itself themselves himself herself`
    .split('\n')
    .flatMap((line) => {
      const [first = '', ...others] = line.trim().split(/\s+/);
      return others.map((word) => [word, first] as const);
    }),
);

/** Whether a word says nothing about what is wanted. */
export function isFilling(word: string): boolean {
  return EMPTY.has(word.toLowerCase());
}

/** The words of a statement that carry its meaning: lower case, without punctuation, plural and endings, as a set. */
export function meaningOf(text: string): Set<string> {
  let plain = text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[’']s\b/g, '')
    .replace(/n[’']t\b/g, ' not')
    .replace(/(\d)[,.](\d)/g, '$1_$2');
  plain = plain.replace(/[^\p{L}\p{N}_%]+/gu, ' ');
  for (const [phrase, word] of PHRASES) plain = plain.replace(phrase, word);
  const words = plain
    .replace(/(\d)(?=[a-z%])/g, '$1 ')
    .split(' ')
    .filter(Boolean);
  const kept = words.filter((word) => !EMPTY.has(word)).map(toStem);
  return new Set(kept.length > 0 ? kept : words.map(toStem));
}

function toStem(word: string): string {
  const known = own(word);
  if (known) return known;
  const base = singular(word);
  return own(base) ?? own(ending(base)) ?? ending(base);
}

function own(word: string): string | undefined {
  if (!Object.hasOwn(SYNONYMS, word)) return undefined;
  return ending(singular(SYNONYMS[word]!));
}

/** The singular of a regular English plural, and of "children" and "people". */
function singular(word: string): string {
  if (word === 'children') return 'child';
  if (word.length < 4 || !word.endsWith('s') || /(?:ss|us|is)$/.test(word)) return word;
  if (word.endsWith('ies')) return `${word.slice(0, -3)}y`;
  if (/[aeo]lves$|arves$/.test(word)) return `${word.slice(0, -3)}f`;
  return /(?:ches|shes|sses|xes|zes|oes)$/.test(word) ? word.slice(0, -2) : word.slice(0, -1);
}

/** The word without the endings of a verb, an adverb or a noun made of one. */
function ending(word: string): string {
  const cut = word.replace(/(?:ations?|ings?|edly|ed|ly|ment|er)$/, '');
  const stem = cut.length >= 3 && /[aeiouy]/.test(cut) ? cut : word;
  return stem
    .replace(/([bdgklmnprt])\1$/, '$1')
    .replace(/e$/, '')
    .replace(/y$/, 'i');
}
