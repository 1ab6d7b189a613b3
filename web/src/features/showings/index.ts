export { useAskShowing } from './showings.api.js';
export { TimeChoice } from './TimeChoice.js';
