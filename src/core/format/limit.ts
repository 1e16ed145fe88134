import { number, quantity, unitName } from './format';

interface Limit {
  kind: 'max' | 'min' | 'range' | 'target' | 'different' | 'yes' | 'wish';
  value: number | null;
  low: number | null;
  high: number | null;
  tolerance: number | null;
  unit: string | null;
  weight: number | null;
}

/** A limit as it is written in a list: "≤ 900 g". */
export function limitText(r: Limit): string {
  const unit = r.unit ?? '';
  switch (r.kind) {
    case 'max':
      return `≤ ${quantity(r.value, unit)}`;
    case 'min':
      return `≥ ${quantity(r.value, unit)}`;
    case 'different':
      return `≥ ${number(r.value)} different`;
    case 'range':
      return `${number(r.low)} to ${quantity(r.high, unit)}`;
    case 'target':
      return `${number(r.value)} ± ${number(r.tolerance)} ${unitName(unit)}`;
    case 'yes':
      return 'yes / no';
    case 'wish':
      return r.weight === null ? 'wish' : `wish, weight ${number(r.weight)}`;
  }
}
