/** What a team made: iterations, features, materials and bills, parts and copies, earlier seasons’ designs. */
export { CLAIM_TONE, CLAIM_WORD } from './read/claimWords';
export { type CopiesCompared, type Copy, type Stretch, isBroken, listCopies } from './read/copies';
export { newestIteration } from './read/first';
export { loadIterationForm } from './read/form';
export { fromTo } from './read/fromTo';
export { frozenFor } from './read/frozen';
export {
  type BuildRule,
  type Change,
  type Iteration,
  type Parent,
  findBuildRule,
  listChanges,
  listFeatures,
  listIterations,
  listLatestIterations,
} from './read/iterations';
export { lackingOf } from './read/lacking';
export { judgeBill, limitOn, listBills, listMaterials } from './read/materials';
export { type Benchmark, listBenchmarks } from './read/seasons';
export { STILL, stillOfTeam } from './read/still';
export { iterationTarget } from './read/targets';
export { buildRuleForm, iterationForm, newIterationForm } from './read/toForm';
