export { FROM_CLIENTS, TimelineEntryRow } from './timeline.entry.entity.js';
export { TimelineEntries } from './timelineEntries.js';
export { TimelineEntriesModule } from './timelineEntries.module.js';
