import type { Page } from '@playwright/test';

/** Phrases that were on pages once and that no teacher would say aloud. */
const BANNED = [
  /\bfalls out\b/i,
  /\bEnter it\b/,
  /\bwait no more\b/i,
  /\bcounts? no more\b/i,
  /\bopens? nothing\b/i,
  /\bthat stand and are held\b/i,
  /\bBefore the next because\b/i,
  /\bTo be put together\b/i,
  /\bNothing was noted\b/i,
  /\bsays nothing of\b/i,
  /\bWho owns how much\b/i,
  /\bOf an equal one\b/i,
  /\b(a|one) step back\b/i,
  /\btak(e|en) back\b/i,
  /\bSay something about\b/i,
  /\bPresent password\b/i,
  /\bPoints off a step\b/i,
  /\bone a line\b/i,
  /\bPut a question\b/i,
  /\bMeasured on it\b/,
  /\bLay out a plan first\b/i,
  /\banswered no\b/i,
  /\ball the same\b/i,
  /\bBring it in\b/i,
  /\bnot there any more\b/i,
  /\bfalls? behind\b.*\bfalls? out\b/i,
];
/** Things that are counted: one of them has no "s". */
const COUNTED =
  'answer|attempt|band|booking|ballot|change|choice|class|code|component|concept|condition|criterion|day|device|entr(y|ie)|event|finding|gate|hazard|instrument|item|iteration|judge|link|machine|meeting|member|minute|name|note|part|people|picture|point|question|requirement|role|row|run|score|section|sentence|session|sign-off|slip|source|stage|student|team|version|vote|way|wish(e)?';
const ONE_OF_MANY = new RegExp(`(?<![\\w.,:/-]|attempt |iteration |version |station |meeting )1 (${COUNTED})s\\b`);

/** Everything a person can see or hear of a page: its text, and the names and hints of what it holds. */
export async function wordsOf(page: Page): Promise<string> {
  return page.evaluate(() => {
    const told = ['aria-label', 'title', 'placeholder', 'alt'].flatMap((name) =>
      [...document.querySelectorAll(`[${name}]`)].map((one) => one.getAttribute(name) ?? ''),
    );
    return [document.body.innerText, ...told].join('\n');
  });
}

/** What is said in a way that nobody says, with what stands around it. */
export function oddWords(text: string): string[] {
  return [...BANNED, ONE_OF_MANY].flatMap((pattern) => {
    const found = pattern.exec(text);
    return found ? [text.slice(Math.max(0, found.index - 30), found.index + 50).replace(/\s+/g, ' ')] : [];
  });
}
