export { StepRow } from './step.entity.js';
export { StepsModule } from './steps.module.js';
export { Steps } from './steps.service.js';
export type { StepName } from './steps.service.js';
