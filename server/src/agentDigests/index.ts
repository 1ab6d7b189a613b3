export { AgentDigests } from './agentDigests.js';
export { AgentDigestsModule } from './agentDigests.module.js';
