export { StepsModule } from './steps.module.js';
export { STEPS, Steps } from './steps.service.js';
export type { StepName, StepState } from './steps.service.js';
