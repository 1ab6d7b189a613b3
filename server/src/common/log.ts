import { pino, stdSerializers } from 'pino';

/** One JSON line an event on standard output. */
export const log = pino({
  serializers: { error: said },
  level: process.env['LOG_LEVEL'] ?? 'warn',
});

/** An error as it is logged: of a failed query neither its values nor its message, which repeats them. */
function said(error: unknown): unknown {
  if (!(error instanceof Error) || !('query' in error || 'sql' in error)) return stdSerializers.err(error as Error);
  const { code, errno } = error as { code?: unknown; errno?: unknown };
  const at = (error.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line));
  return { type: error.name, code, errno, stack: at.join('\n') };
}
