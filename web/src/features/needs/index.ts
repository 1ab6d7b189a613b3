export { SAID, saySummary } from './needs.rules.js';
