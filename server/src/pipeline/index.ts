export { PipelineModule } from './pipeline.module.js';
export { Pipeline } from './pipeline.service.js';
export type { PipelineCalls } from './pipeline.thread.js';
export { PipelineThread } from './pipeline.thread.js';
