export { OutlookPanel } from './OutlookPanel.js';
