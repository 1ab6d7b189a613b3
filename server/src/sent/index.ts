export { SentModule } from './sent.module.js';
