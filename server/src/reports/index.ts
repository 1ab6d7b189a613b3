export { ReportsController } from './reports.controller.js';
