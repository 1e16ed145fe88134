export { average, type RubricResult, type RubricScore } from './average';
