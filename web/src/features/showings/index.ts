export { OfferChoice } from './OfferChoice.js';
export { PlanVisit } from './PlanVisit.js';
export { TimeChoice } from './TimeChoice.js';
