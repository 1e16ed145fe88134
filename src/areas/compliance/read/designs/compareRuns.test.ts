import { settingsCompared, type RunsCompared } from './compareRuns';

const compared = (...versions: [number, number]) => {
  const [a, b] = versions.map((protocolVersion, i) => ({
    settings: { angle: { value: 30 + i, unit: 'deg' }, gear: { value: 'low', unit: '' } },
    protocolVersion,
  }));
  return [{ protocol: { name: 'Ramp' }, sides: [a, b] }] as unknown as RunsCompared[];
};

test('what was set is told by setting and protocol, and the version of the protocol only where it differs', () => {
  expect([...settingsCompared(compared(1, 1), 1)]).toEqual([
    ['angle, Ramp', '31°'],
    ['gear, Ramp', 'low'],
  ]);
  expect(
    [0, 1].map((side) => settingsCompared(compared(1, 2), side as 0 | 1).get('version of the protocol, Ramp')),
  ).toEqual(['1', '2']);
});
