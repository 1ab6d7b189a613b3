export { HomesToHandOut } from './dto/bodies.js';
export { HandoutsModule } from './handouts.module.js';
export { Handouts } from './handouts.service.js';
export { DATE_ON_PAPER, letterPaper, LINED, RULE } from './paper.js';
export type { Letterhead } from './paper.js';
export { printed } from './print.js';
