/** Purpose: mail as a port, and its SMTP side. */
import { createTransport } from 'nodemailer';

export type Mail = {
  readonly id: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  readonly html: string;
};
export type MailTransport = { send(mail: Mail): Promise<void>; close(): void };

/** Hands mail to an SMTP server. The Message-ID is made from the mail's own id, the same at each try. */
export function smtpTransport(
  smtp: { host: string; port: number },
  from: () => { name: string; address: string },
): MailTransport {
  const transport = createTransport({
    host: smtp.host,
    port: smtp.port,
    pool: true,
    maxConnections: 3,
    secure: false,
    ignoreTLS: true,
    connectionTimeout: 5_000,
    greetingTimeout: 5_000,
    socketTimeout: 15_000,
  });
  return {
    async send(mail) {
      const sender = from();
      const domain = sender.address.slice(sender.address.lastIndexOf('@') + 1);
      await transport.sendMail({
        from: sender,
        to: mail.to,
        subject: mail.subject,
        text: mail.text,
        html: mail.html,
        messageId: `<${mail.id}@${domain}>`,
        textEncoding: 'base64',
      });
    },
    close: () => transport.close(),
  };
}
