export { endOf, meetingOf, meetings, type Meeting, type NoClass, type Pattern } from './meetings';
export { dateOf, dayNumber, weekdayOf, weekOf, WEEKDAYS, type Weekday } from './days';
