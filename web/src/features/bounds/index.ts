export { useKeptBounds } from './bounds.api.js';
export { ChangeKeptBound } from './ChangeKeptBound.js';
export { KeepBound } from './KeepBound.js';
export { KeptBounds, writeAll } from './KeptBounds.js';
export { FORMATS } from './lazyFiles.js';
