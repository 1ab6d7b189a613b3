export { PipelineModule } from './pipeline.module.js';
export { Pipeline } from './pipeline.service.js';
export type { PipelineCalls } from './pipeline.thread.js';
