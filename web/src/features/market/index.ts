export { MarketLine } from './MarketLine.js';
