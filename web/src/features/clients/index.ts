export { useClients, useFile } from './clients.api.js';
export { FilePanel } from './FilePanel.js';
export { NewClient } from './NewClient.js';
