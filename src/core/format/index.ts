export { day, moment, weekday } from './dates';
export * from './format';
export { withQuery } from './withQuery';
export { limitText } from './limit';
export { VERDICT_TONE, VERDICT_WORD, type Verdict } from './verdict';
