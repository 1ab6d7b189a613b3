export { ReactionRow, VisitRow } from './response.entities.js';
export { Responses } from './responses.js';
export { ResponsesModule } from './responses.module.js';
