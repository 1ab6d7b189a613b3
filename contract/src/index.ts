export * from './bounds.js';
export * from './clients.js';
export * from './errors.js';
export * from './feed.js';
export * from './portal.js';
export * from './roads.js';
export * from './searches.js';
export * from './today.js';
