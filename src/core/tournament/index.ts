export { FORMATS, type Format, type Happened, type Tournament } from './description';
export { draw, type Draw, type DrawnMatch, type Side, type Slot } from './draw';
export { headToHead, type HeadToHead } from './headToHead';
export { lanes, type Heat, type Lanes } from './lanes';
export { needs, type Needs } from './needs';
export { play, type Played, type PlayedMatch, type TeamState } from './play';
export { standings, TIES, type Row, type TieRule } from './table';
