export { summarise, medianOf, type Summary, type Outlier } from './summarise';
export { instrument } from './instrument';
export { readingUncertainty } from './readingUncertainty';
export { proportion } from './proportion';
export { attribution } from './attribution';
export { adjust, compare, compareAll, type Better, type Comparison, type Pair } from './compare';
export { drift } from './drift';
export { protocolCheck } from './protocolCheck';
export { effectiveSize, type EffectiveSize } from './effectiveSize';
export { fit, type Fit } from './fit';
export { propagate, type Propagated } from './propagate';
export { series, type Series } from './series';
export { alikeText, conclude, driftText, outlierText } from './conclude';
export { seriesText } from './seriesText';
export { SAYINGS, sayingOf, standing, type Saying, type Standing } from './standing';
export { mostUsed, pairAt } from './pairAt';
export {
  derivedFigure,
  derivedValue,
  formulaWords,
  DerivedError,
  readDerived,
  type Derived,
  type Inputs,
} from './derived';
export { coarseText } from './coarse';
export { againstBenchmark, boardText } from './benchmark';
export { spreadSources, spreadText, type SpreadSources } from './spread';
export { fitText, paceOf } from './pace';
export { holdsText } from './holdsUpTo';
