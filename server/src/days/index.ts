export { DaysModule } from './days.module.js';
export { VisitNoteRow } from './visit.note.entity.js';
