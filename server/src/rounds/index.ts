export { DaySheets } from './day.sheets.js';
export { RoundOrders } from './round.orders.js';
export { RoundsModule } from './rounds.module.js';
export { RoundsService } from './rounds.service.js';
