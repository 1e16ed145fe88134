export { priorities, type Priorities } from './priorities';
