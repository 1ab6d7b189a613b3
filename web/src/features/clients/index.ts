export {
  useAddPerson,
  useAskToConfirm,
  useLeave,
  useWithdrawLinks,
  useChangeClient,
  useClients,
  useFile,
} from './clients.api.js';
export { NewClient } from './NewClient.js';
