export { PlanVisit } from './PlanVisit.js';
export { TimeChoice } from './TimeChoice.js';
