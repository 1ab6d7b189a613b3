export { createApp } from './app.js';
