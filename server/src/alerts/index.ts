export { AlertItemRow } from './alert.entity.js';
export { AlertsModule } from './alerts.module.js';
export { Forecasts } from './forecasts.js';
export { AlertsService } from './alerts.service.js';
export { Digests } from './digests.js';
export { Matcher } from './matcher.js';
export { OfficeInterest } from './officeInterest.js';
