export { WithoutAgreementBody } from './dto/bodies.js';
export { hoursOn, minutesOn } from './hoursOn.js';
export { Invitations } from './invitations.js';
export { LateWords } from './lateWords.js';
export { ShowingReminders } from './showingReminders.js';
export { ShowingRow } from './showing.entity.js';
export { ShowingsModule } from './showings.module.js';
export { ShowingsService } from './showings.service.js';
export { SubscribedCalendars } from './subscribedCalendars.js';
