import type { Area } from '@/areas/area';
import { briefToday } from './read/today';
import { findQuestions, findAnswers } from './read/interview/find';

export const brief: Area = {
  today: [briefToday],
  find: [findQuestions, findAnswers],
};
