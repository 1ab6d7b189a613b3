import type { Transporter } from 'nodemailer';
import type SMTPPool from 'nodemailer/lib/smtp-pool/index.js';
import type { Config } from '../common/config.js';

export type Smtp = Transporter<SMTPPool.SentMessageInfo>;

/**
 * The mail server as messages are handed to it. They go over TLS, from the beginning (`smtps:`) or once it is asked for
 * (`smtp:`, RFC 3207), and its certificate is held to a known authority; one on this machine may do without.
 */
export async function smtpTransport({ smtp, user, password, authority }: Config['mail']): Promise<Smtp> {
  // read when first needed: every thread has this file, and few send messages
  const { createTransport } = await import('nodemailer');
  const { protocol, hostname, port } = new URL(smtp);
  const isFromBeginning = protocol === 'smtps:';
  const isHere = ['127.0.0.1', 'localhost', '[::1]'].includes(hostname);
  return createTransport({
    pool: true,
    host: hostname,
    port: port ? Number(port) : isFromBeginning ? 465 : 587,
    secure: isFromBeginning,
    requireTLS: !isFromBeginning && !isHere,
    ...(isHere && authority === null ? { ignoreTLS: !isFromBeginning } : {}),
    ...(authority === null ? {} : { tls: { ca: authority } }),
    ...(user === null ? {} : { auth: { user, pass: password ?? '' } }),
    maxConnections: 3,
    connectionTimeout: 5000,
    socketTimeout: 10_000,
  });
}
