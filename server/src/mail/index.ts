export type { Letter, LetterHome } from './letter.js';
export { readLetterMaker, renderLetter } from './letter.js';
export { MailModule } from './mail.module.js';
export { Bounces } from './bounces.service.js';
export { clean, LETTER_POLICY } from './letterPage.js';
export { MailService } from './mail.service.js';
export { whyNotWrite } from './mayWrite.js';
export { OutboxRow } from './outbox.entity.js';
