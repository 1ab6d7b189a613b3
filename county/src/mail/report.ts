/** What a mail server tells a sender of a message: that it came back, or that its reader called it unwanted. */
export const REPORTS = ['bounce', 'complaint'] as const;
export type ReportKind = (typeof REPORTS)[number];

/**
 * A report of a message, as mail servers write it (RFC 3464 of what came back; RFC 5965 of what was unwanted).
 *
 * @param headers  the message's own, as they arrived
 */
export function reportOf(kind: ReportKind, to: string, headers: string): string {
  const [type, name, said, part] =
    kind === 'bounce'
      ? [
          'delivery-status',
          'Returned mail',
          'The message could not be delivered.',
          [
            'Reporting-MTA: dns; mail.perambula.example',
            '',
            `Final-Recipient: RFC822; ${to}`,
            'Action: failed',
            'Status: 5.1.1',
            `Diagnostic-Code: SMTP; 550 5.1.1 <${to}>: there is no such mailbox any more`,
          ],
        ]
      : [
          'feedback-report',
          'Complaint',
          'The reader called this message unwanted.',
          ['Feedback-Type: abuse', 'User-Agent: Ostrey-Mail/1', 'Version: 1', `Original-Rcpt-To: ${to}`],
        ];
  return [
    'From: Mail <MAILER-DAEMON@mail.perambula.example>',
    'To: alerts@mail.perambula.example',
    `Subject: ${name}`,
    'MIME-Version: 1.0',
    `Content-Type: multipart/report; report-type=${type}; boundary="part"`,
    '',
    '--part',
    '',
    said,
    '',
    '--part',
    `Content-Type: message/${type}`,
    '',
    ...part,
    '',
    '--part',
    'Content-Type: text/rfc822-headers',
    '',
    headers.trim(),
    '',
    '--part--',
    '',
  ].join('\r\n');
}
