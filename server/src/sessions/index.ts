export { AgentRow } from './agent.entity.js';
export { AdministratorGuard, AgentGuard, CurrentAgent, sessionCookie } from './agent.guard.js';
export { FirstAdministrator } from './first.administrator.js';
export { SessionsModule } from './sessions.module.js';
export { SessionsService } from './sessions.service.js';
export { ThrottleStorage } from './throttle.storage.js';
