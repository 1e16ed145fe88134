import { withEventsOf } from './combine';
import { emptyBundle, rowsOf } from './format';

const rule = (value?: string, ties: string[] = []) => ({
  attempts: { allowed: 1, use: 'best', foul: 'drop' },
  better: 'higher',
  points: { kind: 'value' },
  ...(value ? { value } : {}),
  ties,
});
const parameter = (id: string, name: string) => ({ id, name, dimension: 'mass' });
const other = (of: object) => ({
  ...emptyBundle(),
  tables: {
    event: [{ id: 'e', name: 'Far', protocol_id: 'p', quantity_id: 'q', rule: of, position: 1 }],
    protocol: [{ id: 'p', name: 'Throw' }],
    quantity: [{ id: 'q', protocol_id: 'p', parameter_id: 'far' }],
    parameter: [
      parameter('far', 'Distance'),
      parameter('m', 'Mass'),
      parameter('t', 'Mass of the tray'),
      parameter('c', '(Spare) mass'),
    ],
  },
});
const taken = (of: object) =>
  rowsOf(withEventsOf(emptyBundle(), [{ title: 'Other', bundle: other(of) }]), 'parameter').map(({ name }) => name);

test.each([
  ['nothing', rule(), ['Distance']],
  ['a name that holds another', rule('value / mass_of_the_tray'), ['Distance', 'Mass of the tray']],
  ['a tie', rule(undefined, ['lower:spare_mass']), ['Distance', '(Spare) mass']],
])('an event brings along what its rule looks at and no more: %s', (_name, of, names) =>
  expect(taken(of)).toEqual(names),
);
