export { PulseModule } from './pulse.module.js';
export { Pulse } from './pulse.service.js';
