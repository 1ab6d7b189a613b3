export { ProposalsModule } from './proposals.module.js';
