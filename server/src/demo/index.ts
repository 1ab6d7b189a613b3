export { DemoModule } from './demo.module.js';
