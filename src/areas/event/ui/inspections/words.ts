import type { DeviceStanding, DeviceState, Kind, PointState } from '@/core/inspection/standing';

export const KIND_NAME: Record<Kind, string> = {
  size: 'Size',
  mass: 'Mass',
  cost: 'Cost',
  energy: 'Energy source',
  parts: 'Banned parts',
  materials: 'Materials',
  mechanisms: 'Mechanisms',
  other: 'Other',
};
const STATE_NAME: Record<DeviceState, string> = {
  'not-begun': 'not inspected',
  'under-way': 'not finished',
  fails: 'fails',
  passed: 'passed, not sealed',
  sealed: 'may start',
};
export const STATE_TONE: Record<DeviceState, string> = {
  'not-begun': 'text-faint',
  'under-way': 'text-ochre',
  fails: 'text-brick',
  passed: 'text-ochre',
  sealed: 'text-moss',
};
export const POINT_NAME: Record<PointState, string> = {
  open: 'open',
  passes: 'passes',
  fails: 'fails',
  waived: 'waived',
  again: 'look again',
};
export const POINT_TONE: Record<PointState, string> = {
  open: 'text-faint',
  passes: 'text-moss',
  fails: 'text-brick',
  waived: 'text-ochre',
  again: 'text-ochre',
};

/** How a device stands, in words. */
export function stateWords({ state, points }: Pick<DeviceStanding, 'state' | 'points'>): string {
  return state === 'under-way' && points.some((one) => one.state === 'again')
    ? 'repaired: look again'
    : STATE_NAME[state];
}
