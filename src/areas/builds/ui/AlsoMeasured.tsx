import { day, measured, number } from '@/core/format';
import { convert } from '@/core/units';
import { readingUncertainty } from '@/core/bench';
import type { Measurement } from '@/areas/builds/read/iterations';
import { AXES } from '@/core/builds';

/** The size in three axes, and what else was measured that no requirement asks for. */
export function AlsoMeasured({ measurements }: { measurements: readonly Measurement[] }) {
  const sides = AXES.map((axis) => measurements.find((one) => one.axis === axis));
  const size = sizeText(sides);
  const others = measurements.filter((one) => !(size && one.axis !== null));
  if (!size && others.length === 0) return null;
  return (
    <section className="mt-5">
      <h2 className="mb-1">Also measured</h2>
      <ul className="max-w-3xl">
        {size && (
          <li className="border-b border-hair py-1">
            <b className="font-medium">Size</b> <span className="num">{size}</span>{' '}
            <span className="faint">length × width × height</span>
          </li>
        )}
        {others.map((one) => (
          <li key={one.parameterId} className="border-b border-hair py-1">
            <b className="font-medium">{one.parameterName}</b> <span className="num">{valueText(one)}</span>{' '}
            <span className="text-sm faint">
              {one.readings && `mean of ${one.readings.map((value) => number(value)).join(', ')}; `}
              {one.instrumentName ?? (one.answer === null ? 'counted' : 'shown')}, {day(one.measuredOn)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** "310 × 180 × 236 mm", in the unit of the first; nothing while a side is missing. */
function sizeText(sides: readonly (Measurement | undefined)[]): string | null {
  const unit = sides[0]?.unit;
  if (!unit || sides.some((side) => side?.value == null)) return null;
  return `${sides.map((side) => number(convert({ value: side!.value!, from: side!.unit!, to: unit }).value)).join(' × ')} ${unit}`;
}

function valueText(one: Measurement): string {
  if (one.answer !== null) return one.answer ? 'yes' : 'no';
  return measured(one.value, readingUncertainty(one, one.unit!), one.unit);
}
