export { draw } from './draw';
