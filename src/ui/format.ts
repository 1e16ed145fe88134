import { format, parseISO } from 'date-fns';

/** A number for reading: at most `digits` decimals, a real minus sign. */
export function number(value: number | null | undefined, digits = 3): string {
  if (value === null || value === undefined) return '–';
  return String(Number(value.toFixed(digits))).replace('-', '−');
}

/** A number with exactly `digits` decimals, for columns that line up. */
export function fixed(value: number | null | undefined, digits: number): string {
  return value === null || value === undefined ? '–' : value.toFixed(digits).replace('-', '−');
}

/** A value with its unit. Angles and percent stand close. */
export function quantity(value: number | null | undefined, unit: string | null | undefined, digits = 3): string {
  const shown = number(value, digits);
  if (!unit) return shown;
  return unit === '%' || unit === 'deg'
    ? `${shown}${unit === 'deg' ? '°' : ' %'}`
    : `${shown} ${unit === 'count' ? '' : unit}`.trim();
}

/** How a unit is written in a column head. */
export function unitName(unit: string): string {
  return { deg: '°', count: 'number' }[unit] ?? unit;
}

/** "12 Oct" of a date or local time; with the year when asked. */
export function day(date: string, withYear = false): string {
  return format(parseISO(date.slice(0, 10)), withYear ? 'd MMM yyyy' : 'd MMM');
}

/** "Mon 12 Oct" */
export function weekday(date: string): string {
  return format(parseISO(date.slice(0, 10)), 'EEE d MMM');
}

/** "12 Oct, 10:02" of a local time. */
export function moment(localTime: string): string {
  return format(parseISO(localTime), 'd MMM, HH:mm');
}

/** "1 team", "3 teams" */
export function plural(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`;
}

/** Name for a screen that others see: first name and initial. */
export function shortName(name: string): string {
  const [first = '', ...rest] = name.trim().split(/\s+/);
  const last = rest.at(-1);
  return last ? `${first} ${last[0]}.` : first;
}
