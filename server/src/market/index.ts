export { MarketModule } from './market.module.js';
export { MarketMoves } from './market.moves.js';
