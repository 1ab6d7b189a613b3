export {
  useAddPerson,
  useArchive,
  useAskToConfirm,
  useChangeClient,
  useChangeHours,
  useChangePerson,
  useClients,
  useDeleteClient,
  useFile,
  useForgetPerson,
  useLeave,
  useMerge,
  usePersonData,
  useWithdrawLinks,
} from './clients.api.js';
export { useNeeds, useRemoveNeed, useSayNeed } from './needs.api.js';
export { NewClient } from './NewClient.js';
