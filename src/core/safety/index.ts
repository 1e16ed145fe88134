export { missing, type Asked, type Missing, type SignOff } from './missing';
export { asksAdult, FIRST, SUPERVISION, SUPERVISION_WORDS, type Supervision } from './supervision';
