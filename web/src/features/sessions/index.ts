export { FirstAdministrator } from './FirstAdministrator.js';
export { SignIn } from './SignIn.js';
export { useAgent, useSignOut } from './session.api.js';
