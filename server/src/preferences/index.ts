export { PreferencesModule } from './preferences.module.js';
