export { Timeline } from './Timeline.js';
export { useAnswerClient } from './timeline.api.js';
