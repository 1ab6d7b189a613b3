export type { Letter, LetterHome } from './letter.js';
export { renderLetter } from './letter.js';
export { MailModule } from './mail.module.js';
export { clean, LETTER_POLICY, MailService } from './mail.service.js';
export { whyNotWrite } from './mayWrite.js';
export { OutboxRow } from './outbox.entity.js';
