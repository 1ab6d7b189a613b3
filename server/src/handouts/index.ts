export { HomesToHandOut } from './dto/bodies.js';
export { HandoutsModule } from './handouts.module.js';
export { Handouts } from './handouts.service.js';
