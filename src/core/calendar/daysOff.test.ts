import { readDaysOff } from './daysOff';

const calendar = (events: string) =>
  `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//t//t//EN\r\n${events}END:VCALENDAR\r\n`;
const event = (lines: string) => `BEGIN:VEVENT\r\n${lines.replaceAll('; ', '\r\n')}\r\nEND:VEVENT\r\n`;
const dayOff = (start: string, end: string, what: string) =>
  event(`UID:${start}${what}; DTSTART;VALUE=DATE:${start}; DTEND;VALUE=DATE:${end}; SUMMARY:${what}`);
const span = { from: '2026-08-31', to: '2026-10-30' };
const known = [{ firstDay: '2026-09-07', lastDay: '2026-09-07', reason: 'holiday' }];
const look = (text: string) => readDaysOff({ text, span, known });

test('whole days of the term are found, repeated and moved ones too; the rest is counted', () => {
  const found = look(
    calendar(
      dayOff('20261020', '20261022', 'Autumn break') +
        dayOff('20260907', '20260908', 'Holiday again') +
        dayOff('20270101', '20270102', 'Far away') +
        event('UID:x; DTSTART:20261020T100000Z; DTEND:20261020T110000Z; SUMMARY:Staff meeting') +
        event(
          'UID:y; DTSTART;VALUE=DATE:20261002; RRULE:FREQ=WEEKLY,COUNT=3; SUMMARY:Reading day'.replace(
            ',COUNT',
            ';COUNT',
          ),
        ) +
        event('UID:y; RECURRENCE-ID;VALUE=DATE:20261009; DTSTART;VALUE=DATE:20261008; SUMMARY:Reading day, moved'),
    ),
  );
  expect(found).toMatchObject({ events: 6, timed: 1, outside: 1 });
  expect(found.days.map(({ firstDay, lastDay, reason, already }) => [firstDay, lastDay, reason, already])).toEqual([
    ['2026-09-07', '2026-09-07', 'Holiday again', 'covered by “holiday”'],
    ['2026-10-02', '2026-10-02', 'Reading day', null],
    ['2026-10-08', '2026-10-08', 'Reading day, moved', null],
    ['2026-10-16', '2026-10-16', 'Reading day', null],
    ['2026-10-20', '2026-10-21', 'Autumn break', null],
  ]);
});

test('a repeated day that begins long before the term is found in it; without an end it stops', () => {
  const weekly = calendar(event('UID:z; DTSTART;VALUE=DATE:20050103; RRULE:FREQ=WEEKLY;INTERVAL=4'));
  expect(look(weekly).days.map((one) => one.firstDay)).toEqual(['2026-09-14', '2026-10-12']);
  const yearly = calendar(event('UID:z; DTSTART;VALUE=DATE:20100914; RRULE:FREQ=YEARLY; SUMMARY:Founding day'));
  expect(look(yearly).days.map((one) => one.firstDay)).toEqual(['2026-09-14']);
});

test.each([
  ['%PDF-1.4 nonsense', /no calendar in the iCalendar format/],
  ['BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nDTSTART', /no calendar/],
  ['{"a": 1}', /no calendar/],
  ['', /no calendar/],
  [calendar(''), /no events/],
  ['x'.repeat(8_000_001), /larger than 8 MB/],
])('what is none is refused in words: %.20s', (text, message) => {
  expect(() => look(text)).toThrow(message);
});

test('an entry that can’t be read is passed over, the others count', () => {
  const broken = event('UID:b; DTSTART;VALUE=DATE:20269999; SUMMARY:Never');
  expect(look(calendar(broken + dayOff('20261005', '20261006', 'One day'))).days).toHaveLength(1);
});

test('20,000 events: those of the term are found, and too many are refused', () => {
  const many = (what: (i: number) => string) => calendar(Array.from({ length: 20_000 }, (_, i) => what(i)).join(''));
  const lessons = many((i) => event(`UID:${i}; DTSTART:20261005T${10 + (i % 8)}0000Z; SUMMARY:Lesson ${i}`));
  const text = lessons.replace('END:VCALENDAR', `${dayOff('20261005', '20261006', 'One day')}END:VCALENDAR`);
  expect(look(text)).toMatchObject({ events: 20_001, timed: 20_000, days: [{ reason: 'One day' }] });
  expect(() => look(many(() => dayOff('20261005', '20261006', 'Again')))).toThrow(
    /20000 whole-day events lie in the term; at most 100/,
  );
});
