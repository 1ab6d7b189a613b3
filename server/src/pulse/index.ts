export { PulseModule } from './pulse.module.js';
