export { assess, type Broken } from './assess';
export { type Unmet } from './cost';
export { draw } from './draw';
export { form, formSteps, type Formed, type FormInput } from './form';
export { type Forming, type Student } from './problem';
export { type Progress } from './search';
export { CoreError } from '../shared/CoreError';
