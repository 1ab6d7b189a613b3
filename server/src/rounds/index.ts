export { DaySheets } from './day.sheets.js';
export { RoundOrders } from './round.orders.js';
export { RoundsModule } from './rounds.module.js';
