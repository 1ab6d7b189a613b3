export { useLearned, useSetAside } from './learned.api.js';
