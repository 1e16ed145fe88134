export { readNumber } from './readNumber';
export { CoreError } from '../shared/CoreError';
