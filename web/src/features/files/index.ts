export { FilePanel } from './FilePanel.js';
