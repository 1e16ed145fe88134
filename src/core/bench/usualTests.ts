import type { Dimension } from '../units';

/** A quantity of a usual test: read with one of the instrument presets, or derived. */
interface UsualQuantity {
  name: string;
  dimension: Dimension;
  unit: string;
  /** The name of an instrument preset; left out where it is derived. */
  instrument?: string;
  formula?: string;
  observers?: number;
}
/** A way of testing that many projects need: to start from, and to change. */
export interface UsualTest {
  name: string;
  /** What it is for, in a line. */
  about: string;
  procedure: string;
  cautions: string;
  roles: string;
  runsWanted: number;
  quantities: readonly UsualQuantity[];
  conditions: readonly { name: string; value: number; tolerance: number; unit: string }[];
  settings: readonly { name: string; unit: string }[];
}
const FALLING = 'Nobody stands under or in line with what may fall or fly off. Goggles on.';
const TWO_WATCHES = 'Starter: counts down and releases\nFirst watch\nSecond watch\nWriter: writes down every run';

/** Ways of testing to start from, each complete: what is read and with what, what is kept alike, who does what, cautions. */
export const USUAL_TESTS: readonly UsualTest[] = [
  {
    name: 'Timed run',
    about: 'How long it takes over a measured course, by two watches',
    procedure:
      'Start line to finish line, released without a push. Time stops when the front crosses the line. A run that leaves its lane is a foul; write down where it left.',
    cautions: 'Keep hands, hair and cables out of the course while it runs.',
    roles: TWO_WATCHES,
    runsWanted: 5,
    quantities: [
      { name: 'Run time', dimension: 'time', unit: 's', instrument: 'Stopwatch by hand', observers: 2 },
      { name: 'Average speed', dimension: 'speed', unit: 'm/s', formula: 'course_length / run_time' },
    ],
    conditions: [{ name: 'course length', value: 5, tolerance: 0.02, unit: 'm' }],
    settings: [],
  },
  {
    name: 'Distance reached',
    about: 'How far it goes from one release height',
    procedure:
      'Release from the mark without a push. Measure from the start line to the foremost point, along the lane. One that leaves the lane is measured where it left, and is a foul.',
    cautions: 'Keep the lane clear, also behind its end.',
    roles: 'Starter: releases on the count\nMeasurer\nWriter',
    runsWanted: 5,
    quantities: [{ name: 'Distance reached', dimension: 'length', unit: 'cm', instrument: 'Tape measure' }],
    conditions: [{ name: 'release height', value: 60, tolerance: 0.5, unit: 'cm' }],
    settings: [],
  },
  {
    name: 'Accuracy at a target',
    about: 'How far beside the target it comes to rest',
    procedure:
      'Measure from the middle of the target to the nearest point, along the floor. Before the target counts as below 0, beyond it as above.',
    cautions: 'Nobody stands behind the target.',
    roles: 'Operator\nMeasurer\nWriter',
    runsWanted: 8,
    quantities: [{ name: 'Distance from the target', dimension: 'length', unit: 'cm', instrument: 'Tape measure' }],
    conditions: [{ name: 'distance to the target', value: 3, tolerance: 0.02, unit: 'm' }],
    settings: [],
  },
  {
    name: 'Load until failure',
    about: 'How much it carries, and how much for its own mass',
    procedure:
      'Add weights in equal steps, wait ten seconds after each. The last load that was held for ten seconds counts. Write down what broke first.',
    cautions: `${FALLING} Keep toes and fingers from under the load; a bucket of sand under it catches what falls.`,
    roles: 'Loader\nTimekeeper\nWatcher: says what breaks first\nWriter',
    runsWanted: 3,
    quantities: [
      { name: 'Load held', dimension: 'mass', unit: 'kg', instrument: 'Weights in steps of 100 g' },
      { name: 'Own mass', dimension: 'mass', unit: 'g', instrument: 'Kitchen scale' },
      { name: 'Load for its own mass', dimension: 'share', unit: '%', formula: 'load_held / own_mass' },
    ],
    conditions: [{ name: 'span', value: 40, tolerance: 0.2, unit: 'cm' }],
    settings: [],
  },
  {
    name: 'Drop survival',
    about: 'From how high it can fall; the value is “at least” where nothing failed',
    procedure:
      'Drop from the mark without turning it. Damage: 0 none, 1 scratched, 2 bent but works, 3 works no more, 4 in pieces. Go up a step once two drops at a height did no harm.',
    cautions: FALLING,
    roles: 'Dropper\nInspector: says the grade\nWriter',
    runsWanted: 6,
    quantities: [{ name: 'Damage grade', dimension: 'count', unit: 'count', instrument: 'Grade by eye' }],
    conditions: [],
    settings: [{ name: 'drop height', unit: 'cm' }],
  },
  {
    name: 'Electrical power',
    about: 'Voltage and current at a load, power from both',
    procedure: 'Wait until both meters stand still, then read them at the same moment.',
    cautions: 'Below 24 V only. Disconnect before changing anything; a short circuit burns.',
    roles: 'Operator\nReader of the voltmeter\nReader of the ammeter\nWriter',
    runsWanted: 5,
    quantities: [
      { name: 'Voltage', dimension: 'voltage', unit: 'V', instrument: 'Multimeter, volts' },
      { name: 'Current', dimension: 'current', unit: 'A', instrument: 'Multimeter, amperes' },
      { name: 'Electrical power', dimension: 'power', unit: 'W', formula: 'voltage * current' },
    ],
    conditions: [],
    settings: [{ name: 'load', unit: 'ohm' }],
  },
  {
    name: 'Lifting efficiency',
    about: 'What is delivered by what is put in: a load lifted by a motor',
    procedure:
      'Lift the load over the full height at constant speed; read both meters half way, stop the watch at the top.',
    cautions: `${FALLING} Below 24 V only.`,
    roles: 'Operator\nReader of both meters\nTimekeeper\nWriter',
    runsWanted: 5,
    quantities: [
      { name: 'Voltage', dimension: 'voltage', unit: 'V', instrument: 'Multimeter, volts' },
      { name: 'Current', dimension: 'current', unit: 'A', instrument: 'Multimeter, amperes' },
      { name: 'Lifting time', dimension: 'time', unit: 's', instrument: 'Stopwatch by hand' },
      {
        name: 'Lifting efficiency',
        dimension: 'share',
        unit: '%',
        formula: 'lifted_mass * gravity * lift / (voltage * current * lifting_time)',
      },
    ],
    conditions: [
      { name: 'lifted mass', value: 500, tolerance: 2, unit: 'g' },
      { name: 'lift', value: 1, tolerance: 0.005, unit: 'm' },
    ],
    settings: [],
  },
  {
    name: 'Flow for each turn',
    about: 'How much a pump moves with each turn of its crank',
    procedure: 'Prime the pump. Turn by the metronome; catch the water of the turns that are counted.',
    cautions: 'Wipe up water at once; hands off moving gears.',
    roles: 'Crank\nCounter of the turns\nReader of the cylinder\nWriter',
    runsWanted: 5,
    quantities: [
      { name: 'Volume caught', dimension: 'volume', unit: 'ml', instrument: 'Measuring cylinder' },
      { name: 'Flow for each turn', dimension: 'volume', unit: 'ml', formula: 'volume_caught / turns' },
    ],
    conditions: [{ name: 'turns', value: 20, tolerance: 0, unit: 'count' }],
    settings: [{ name: 'crank speed', unit: 'rpm' }],
  },
  {
    name: 'Repeatability of a dose',
    about: 'Whether every dose is the same',
    procedure: 'Prime with three doses that are thrown away. Each dose goes into a dry cylinder.',
    cautions: 'Goggles with anything but water.',
    roles: 'Operator\nReader\nWriter',
    runsWanted: 10,
    quantities: [{ name: 'Dose', dimension: 'volume', unit: 'ml', instrument: 'Measuring cylinder' }],
    conditions: [],
    settings: [],
  },
  {
    name: 'Chain of mechanisms',
    about: 'How many tries a chain needs, and how many steps went by themselves',
    procedure:
      'Start it once. A hand that helps a step along is a help; count the steps that went by themselves. A try ends when nothing moves any more.',
    cautions: 'Nobody reaches in while something is wound up or burning.',
    roles: 'Starter\nCounter of the steps\nWriter',
    runsWanted: 3,
    quantities: [
      { name: 'Steps without help', dimension: 'count', unit: 'count', instrument: 'Counted by eye' },
      { name: 'Helps by hand', dimension: 'count', unit: 'count', instrument: 'Counted by eye' },
    ],
    conditions: [],
    settings: [],
  },
  {
    name: 'Height under load',
    about: 'How high it stands above the ground while it carries a load',
    procedure: 'Put the load on its mark, wait a minute, measure from the ground to the lowest point.',
    cautions: FALLING,
    roles: 'Loader\nMeasurer\nWriter',
    runsWanted: 3,
    quantities: [{ name: 'Height above ground', dimension: 'length', unit: 'mm', instrument: 'Steel rule' }],
    conditions: [{ name: 'load', value: 1, tolerance: 0.005, unit: 'kg' }],
    settings: [],
  },
  {
    name: 'Criteria on a scale',
    about: 'Several things that no instrument shows, judged by two on a scale of 1 to 5',
    procedure: 'Two judge at the same time without looking at each other’s sheet: 1 poor, 3 as asked, 5 outstanding.',
    cautions: '',
    roles: 'First judge\nSecond judge\nWriter',
    runsWanted: 3,
    quantities: [
      { name: 'Ease of use', dimension: 'count', unit: 'count', instrument: 'Grade by eye', observers: 2 },
      { name: 'Finish', dimension: 'count', unit: 'count', instrument: 'Grade by eye', observers: 2 },
    ],
    conditions: [],
    settings: [],
  },
];
