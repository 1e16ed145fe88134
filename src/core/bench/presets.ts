import type { Dimension } from '../units';

/** An instrument as a class has it, with what may honestly be said of it. */
export interface InstrumentPreset {
  name: string;
  dimension: Dimension;
  unit: string;
  /** The smallest step it shows, and the half-width of what it may be off by, both in its unit. */
  resolution: number;
  accuracy: number;
  why: string;
}

/**
 * Instruments to start from. The accuracy holds what the hand and the eye add, where that is more than what a maker prints: a
 * stopwatch shows hundredths, but two people start and stop it up to 0.2 s apart. Source: usual classroom practice; the class
 * replaces them by its own from repeated readings.
 */
export const INSTRUMENT_PRESETS: readonly InstrumentPreset[] = [
  {
    name: 'Steel rule',
    dimension: 'length',
    unit: 'mm',
    resolution: 1,
    accuracy: 0.5,
    why: 'read at both ends, straight from above',
  },
  {
    name: 'Tape measure',
    dimension: 'length',
    unit: 'cm',
    resolution: 0.1,
    accuracy: 0.3,
    why: 'it sags and its hook moves',
  },
  {
    name: 'Calliper',
    dimension: 'length',
    unit: 'mm',
    resolution: 0.02,
    accuracy: 0.05,
    why: 'held square and without force',
  },
  {
    name: 'Kitchen scale',
    dimension: 'mass',
    unit: 'g',
    resolution: 1,
    accuracy: 2,
    why: 'on a level table, zeroed before each reading',
  },
  { name: 'Letter scale', dimension: 'mass', unit: 'g', resolution: 0.1, accuracy: 0.3, why: 'draughts move it' },
  {
    name: 'Spring balance',
    dimension: 'force',
    unit: 'N',
    resolution: 0.1,
    accuracy: 0.2,
    why: 'friction holds it; tap it before reading',
  },
  {
    name: 'Stopwatch by hand',
    dimension: 'time',
    unit: 's',
    resolution: 0.01,
    accuracy: 0.2,
    why: 'the reaction at start and stop, not the display',
  },
  {
    name: 'Phone video, 30 frames a second',
    dimension: 'time',
    unit: 's',
    resolution: 0.033,
    accuracy: 0.033,
    why: 'one frame at each end',
  },
  {
    name: 'Phone video, 240 frames a second',
    dimension: 'time',
    unit: 's',
    resolution: 0.0042,
    accuracy: 0.0042,
    why: 'one frame at each end',
  },
  {
    name: 'Timing gate',
    dimension: 'time',
    unit: 's',
    resolution: 0.001,
    accuracy: 0.002,
    why: 'where on the body the beam is cut',
  },
  {
    name: 'Inclinometer of a phone',
    dimension: 'angle',
    unit: 'deg',
    resolution: 0.1,
    accuracy: 0.5,
    why: 'how flat the phone lies',
  },
  {
    name: 'Multimeter, volts',
    dimension: 'voltage',
    unit: 'V',
    resolution: 0.01,
    accuracy: 0.03,
    why: 'of 2 V; one per cent and a digit',
  },
  {
    name: 'Multimeter, amperes',
    dimension: 'current',
    unit: 'A',
    resolution: 0.001,
    accuracy: 0.004,
    why: 'of 0.2 A; the leads count',
  },
  {
    name: 'Thermometer',
    dimension: 'temperature',
    unit: 'degC',
    resolution: 0.1,
    accuracy: 0.5,
    why: 'left in until it stands still',
  },
  {
    name: 'Measuring cylinder',
    dimension: 'volume',
    unit: 'ml',
    resolution: 1,
    accuracy: 1,
    why: 'read at the lowest point of the surface',
  },
  {
    name: 'Weights in steps of 100 g',
    dimension: 'mass',
    unit: 'g',
    resolution: 100,
    accuracy: 5,
    why: 'the load that broke it lies up to a step higher',
  },
  { name: 'Counted by eye', dimension: 'count', unit: 'count', resolution: 0, accuracy: 0, why: 'a count is exact' },
  {
    name: 'Grade by eye',
    dimension: 'count',
    unit: 'count',
    resolution: 1,
    accuracy: 0.5,
    why: 'two people differ by a grade now and then',
  },
];
