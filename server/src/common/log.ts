import { pino, stdSerializers } from 'pino';

/** One JSON line an event on standard output. */
export const log = pino({
  serializers: { error: stdSerializers.err },
  level: process.env['LOG_LEVEL'] ?? 'warn',
});
