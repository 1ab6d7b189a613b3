export { useFeed } from './feed.api.js';
