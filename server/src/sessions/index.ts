export { AgentRow, SessionRow } from './agent.entity.js';
export { AgentGuard, CurrentAgent } from './agent.guard.js';
export { SessionsModule } from './sessions.module.js';
