export { meetings, type Meeting, type NoClass, type Pattern } from './meetings';
export { dateOf, dayNumber, weekdayOf, WEEKDAYS, type Weekday } from './days';
