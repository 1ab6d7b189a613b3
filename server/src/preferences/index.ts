export { PreferencesModule } from './preferences.module.js';
export { PreferencesRow } from './preferences.entity.js';
