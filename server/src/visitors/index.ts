export { VisitorsModule } from './visitors.module.js';
