export { useAddPerson, useAskToConfirm, useWithdrawLinks, useChangeClient, useClients, useFile } from './clients.api.js';
export { NewClient } from './NewClient.js';
