export { usePreferences, useSetPreferences } from './preferences.api.js';
