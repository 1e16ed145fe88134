import { singular } from 'pluralize';
import stem from 'wink-porter2-stemmer';

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
/** Ways to say the same, the first for all of them. */
const SAME = `
  mass weigh weight
  cost price budget
  speed rate
  strength strong sturdy robust
  child kid youngster
  repair fix mend
  tip tilt lean
  carry transport convey haul
  size dimension
  person somebody someone
  quickly quick fast rapid rapidly swift
  1 one single
  2 two
  3 three
  4 four
  5 five
  10 ten
  not no
  kilogram kg kilo
  gram g gramme
  metre m meter
  millimetre mm millimeter
  centimetre cm centimeter
  second s sec
  minute min
  itself themselves himself herself`;

/** What words speak of, and which end of it they mean: two statements that mean opposite ends do not say the same. */
const ENDS = `
  mass: heavy heaviness / light lightweight
  cost: expensive costly / cheap inexpensive affordable
  speed: quickly / slow slowly
  height: tall high / low
  width: wide broad / narrow
  length: long / short
  thickness: thick / thin
  size: large big huge / small compact little tiny
  noise: loud noisy / quiet silent noiseless quietly
  strength: strength / weak fragile flimsy
  ease: easy simple easily simply / difficult hard complicated
  heat: hot warm / cold cool
  opening: open opening / close closed shut
  side: left / right
  end: top upper above / bottom lower beneath
  inside: inside inner indoors / outside outer outdoors
  way: up upwards uphill raise lift / down downwards downhill lower
  force: push / pull
  begin: start begin / stop halt end finish
  order: before / after afterwards
  change: increase rise grow / decrease reduce fall shrink
  water: wet / dry
  fill: full fill / empty
  face: front forwards / back rear backwards`;

const lines = (table: string) => table.trim().split('\n');
const words = (list: string) => list.trim().split(/\s+/);

/** The base of a word: its singular, without the endings of a verb, an adverb or a noun made of one (Porter 2). */
const stemOf = (word: string) => stem(singular(word));

const SYNONYMS = new Map(
  lines(SAME).flatMap((line) => {
    const [first = '', ...others] = words(line);
    return [first, ...others].map((word) => [stemOf(word), stemOf(first)] as const);
  }),
);

interface End {
  of: string;
  up: boolean;
}
const END_OF = new Map(
  lines(ENDS).flatMap((line) => {
    const [of = '', rest = ''] = line.split(':');
    return rest
      .split('/')
      .flatMap((list, i) =>
        words(list).map((word): [string, End] => [
          SYNONYMS.get(stemOf(word)) ?? stemOf(word),
          { of: stemOf(of.trim()), up: i === 0 },
        ]),
      );
  }),
);

/** Whether a word says nothing about what is wanted. */
export function isFilling(word: string): boolean {
  return EMPTY.has(word.toLowerCase());
}

/** What a statement says, as far as words tell. */
export interface Meaning {
  /** The words that carry its meaning: lower case, without punctuation, plural and endings. */
  words: Set<string>;
  /** Numbers that stand in it. */
  numbers: Set<string>;
  /** Which end of a thing it means, where it means one: "height" up for tall, down for low. */
  ends: Map<string, boolean>;
}

/** Reads what a statement says. */
export function meaningOf(text: string): Meaning {
  let plain = text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[’']s\b/g, '')
    .replace(/n[’']t\b/g, ' not')
    .replace(/(\d)[,.](\d)/g, '$1_$2');
  plain = plain.replace(/[^\p{L}\p{N}_%]+/gu, ' ');
  for (const [phrase, word] of PHRASES) plain = plain.replace(phrase, word);
  const all = plain
    .replace(/(\d)(?=[a-z%])/g, '$1 ')
    .split(' ')
    .filter(Boolean);
  const telling = all.filter((word) => !EMPTY.has(word));
  const found: Meaning = { words: new Set(), numbers: new Set(), ends: new Map() };
  for (const word of telling.length > 0 ? telling : all) {
    const base = SYNONYMS.get(stemOf(word)) ?? stemOf(word);
    const end = END_OF.get(base);
    if (end && !found.ends.has(end.of)) found.ends.set(end.of, end.up);
    if (/^\d/.test(base)) found.numbers.add(base);
    found.words.add(end?.of ?? base);
  }
  return found;
}
