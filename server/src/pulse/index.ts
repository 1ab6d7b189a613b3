export { PulseModule } from './pulse.module.js';
export { Pulse } from './pulse.service.js';
export type { PulseCalls } from './pulse.thread.js';
