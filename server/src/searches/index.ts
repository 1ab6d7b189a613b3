export { EngineHost } from './engine.host.js';
export { AlertRow, SearchRow } from './search.entity.js';
export { SearchesModule } from './searches.module.js';
export { alertState, SearchesService } from './searches.service.js';
