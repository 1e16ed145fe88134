import { expose } from 'comlink';
import { formSteps, type Formed, type FormInput, type Progress } from '@/core/teams';

/** Forms teams beside the page, telling how far it is; whoever stops it ends the worker. */
const api = {
  form: (input: FormInput, tell: (progress: Progress) => void): Formed => {
    const steps = formSteps(input);
    for (;;) {
      const { done, value } = steps.next();
      if (done) return value;
      tell(value);
    }
  },
};
export type FormingWorker = typeof api;

expose(api);
