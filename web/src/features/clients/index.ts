export { useAddPerson, useAskToConfirm, useChangeClient, useClients, useFile } from './clients.api.js';
export { NewClient } from './NewClient.js';
