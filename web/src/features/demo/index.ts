export { DemoMenu } from './DemoMenu.js';
