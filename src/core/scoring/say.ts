/** Writes numbers for a sentence: what was read as it was read, what was computed to as many figures as the readings leave. */
export type Say = (value: number) => string;

const FIGURES = 4;

/** Significant figures of a number as it is written: 12.50 was typed as 12.5 and has three. */
function figuresOf(value: number): number {
  return String(Math.abs(value)).split('e')[0]!.replace('.', '').replace(/^0+/, '').length;
}

/** A computed number: at most four significant figures, or as many as the readings it comes from have; whole ones stay whole. */
export function sayFor(readings: readonly number[]): Say {
  const most = Math.max(FIGURES, ...readings.map(figuresOf));
  return (value) => {
    const whole = Math.trunc(Math.abs(value)).toString().length;
    return String(Number(value.toPrecision(Math.min(17, Math.max(most, whole > 17 ? 17 : whole)))));
  };
}

/** A number that somebody set or read, as it is. */
export const say: Say = (value) => String(Number(value.toPrecision(15)));
