import { pino } from 'pino';

/** One JSON line an event on standard output. */
export const log = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });
