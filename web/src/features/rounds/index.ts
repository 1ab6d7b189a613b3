export { MakeRound } from './MakeRound.js';
export { RoundsList } from './RoundsList.js';
