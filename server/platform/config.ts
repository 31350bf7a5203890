/**
 * Purpose: the configuration, read from the environment once and checked before anything starts.
 */
import { z } from 'zod';

const port = z.coerce.number().int().min(1).max(65_535);
const flag = z
  .enum(['0', '1'])
  .default('0')
  .transform((value) => value === '1');

const Config = z.object({
  ADMISSA_PORT: port.default(4400),
  ADMISSA_HOST: z.string().default('127.0.0.1'),
  /** The address people use, without a slash at the end. */
  ADMISSA_ADDRESS: z.url().optional(),
  ADMISSA_DB_HOST: z.string().default('127.0.0.1'),
  ADMISSA_DB_PORT: port.default(4403),
  ADMISSA_DB_USER: z.string().default('admissa'),
  ADMISSA_DB_PASSWORD: z.string().default(''),
  ADMISSA_DB_NAME: z
    .string()
    .regex(/^[a-z0-9_]+$/, 'small letters, digits and _ only')
    .default('admissa'),
  ADMISSA_SMTP_HOST: z.string().default('127.0.0.1'),
  ADMISSA_SMTP_PORT: port.default(4402),
  /** `starttls` asks for it and sends nothing without; `implicit` is TLS from the first byte. */
  ADMISSA_SMTP_TLS: z.enum(['none', 'starttls', 'implicit']).optional(),
  ADMISSA_SMTP_USER: z.string().default(''),
  ADMISSA_SMTP_PASSWORD: z.string().default(''),
  /** A file with the certificate of the mail server's own authority, where it is none that machines know. */
  ADMISSA_SMTP_CA: z.string().default(''),
  /** Where the mail stand-in shows what came, for the demo's links. */
  ADMISSA_MAIL_PAGE: z.url().optional(),
  /** The card house: where it answers, the key it knows us by, and the key its notices are signed with. */
  ADMISSA_CARD_URL: z.url().optional(),
  ADMISSA_CARD_KEY: z.string().default(''),
  ADMISSA_CARD_NOTICE_KEY: z.string().default(''),
  /** A demo lets managers move the site clock. */
  ADMISSA_DEMO: flag,
  /** When the site clock of a new demo begins: `2027-03-01T09:00:00Z`. Now, where it is not given. */
  ADMISSA_CLOCK: z.iso.datetime({ offset: true }).optional(),
  /** Multiplies every limit on tries; 50 in a demo, where many people are one. */
  ADMISSA_LIMIT_FACTOR: z.coerce.number().int().min(1).optional(),
  /** 1 lets web hooks call addresses of this machine and of the network it stands in. */
  ADMISSA_HOOKS_INSIDE: flag,
  /** 0 serves pages only and leaves jobs to other processes. */
  ADMISSA_WORKER: z
    .enum(['0', '1'])
    .default('1')
    .transform((value) => value === '1'),
  /** Behind a proxy that sets X-Forwarded-For and -Proto. */
  ADMISSA_PROXY: flag,
  ADMISSA_LOG: z.enum(['debug', 'info', 'warn', 'error', 'silent']).default('info'),
  /** The folder in which the site’s files lie. */
  ADMISSA_FILES: z.string().min(1).default('.data/files'),
  /** A bucket that speaks S3, in the place of the folder: `https://store.quillmoor.example/bucket`. */
  ADMISSA_S3_URL: z.url().optional(),
  ADMISSA_S3_REGION: z.string().default('auto'),
  ADMISSA_S3_KEY: z.string().default(''),
  ADMISSA_S3_SECRET: z.string().default(''),
  ADMISSA_DIST: z.string().default('dist'),
});

export type Config = {
  readonly port: number;
  readonly host: string;
  readonly address: string;
  readonly secure: boolean;
  readonly db: { host: string; port: number; user: string; password: string; name: string };
  readonly smtp: {
    host: string;
    port: number;
    tls: 'none' | 'starttls' | 'implicit';
    user: string;
    password: string;
    ca: string;
  };
  /** `url` null where no card house is set up. */
  readonly cards: { readonly url: string | null; readonly key: string; readonly noticeKey: string };
  readonly mailPage: string | null;
  readonly demo: boolean;
  /** When the clock of a new demo begins; null for now, and always null outside a demo. */
  readonly clockFrom: number | null;
  readonly limitFactor: number;
  readonly hooksInside: boolean;
  readonly worker: boolean;
  readonly proxy: boolean;
  readonly log: string;
  readonly files: {
    readonly folder: string;
    readonly s3: { url: string; region: string; key: string; secret: string } | null;
  };
  readonly dist: string;
};

const isLoopback = (host: string): boolean => ['127.0.0.1', 'localhost', '::1'].includes(host);

/** @throws Error naming every variable that is wrong, and what it must be. */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const read = Config.safeParse(env);
  if (!read.success) {
    const lines = read.error.issues.map((issue) => `  ${issue.path.join('.')}: ${issue.message}`);
    throw new Error(`The configuration is not right. Set these in the environment:\n${lines.join('\n')}`);
  }
  const c = read.data;
  if (!c.ADMISSA_ADDRESS && !isLoopback(c.ADMISSA_HOST))
    throw new Error(
      `Set ADMISSA_ADDRESS to the address people use, such as https://members.quillmoor.example: requests for any other are refused.`,
    );
  const address = (c.ADMISSA_ADDRESS ?? `http://127.0.0.1:${c.ADMISSA_PORT}`).replace(/\/$/, '');
  return {
    port: c.ADMISSA_PORT,
    host: c.ADMISSA_HOST,
    address,
    secure: address.startsWith('https:'),
    db: {
      host: c.ADMISSA_DB_HOST,
      port: c.ADMISSA_DB_PORT,
      user: c.ADMISSA_DB_USER,
      password: c.ADMISSA_DB_PASSWORD,
      name: c.ADMISSA_DB_NAME,
    },
    smtp: {
      host: c.ADMISSA_SMTP_HOST,
      port: c.ADMISSA_SMTP_PORT,
      // On this machine the stand-in listens; anywhere else nothing goes in the clear unless somebody says so.
      tls: c.ADMISSA_SMTP_TLS ?? (isLoopback(c.ADMISSA_SMTP_HOST) ? 'none' : 'starttls'),
      user: c.ADMISSA_SMTP_USER,
      password: c.ADMISSA_SMTP_PASSWORD,
      ca: c.ADMISSA_SMTP_CA,
    },
    cards: {
      url: c.ADMISSA_CARD_URL?.replace(/\/$/, '') ?? null,
      key: c.ADMISSA_CARD_KEY,
      noticeKey: c.ADMISSA_CARD_NOTICE_KEY,
    },
    mailPage: c.ADMISSA_MAIL_PAGE ?? null,
    demo: c.ADMISSA_DEMO,
    clockFrom: c.ADMISSA_DEMO && c.ADMISSA_CLOCK ? Date.parse(c.ADMISSA_CLOCK) : null,
    limitFactor: c.ADMISSA_LIMIT_FACTOR ?? (c.ADMISSA_DEMO ? 50 : 1),
    hooksInside: c.ADMISSA_HOOKS_INSIDE || c.ADMISSA_DEMO,
    worker: c.ADMISSA_WORKER,
    proxy: c.ADMISSA_PROXY,
    log: c.ADMISSA_LOG,
    files: {
      folder: c.ADMISSA_FILES,
      s3: c.ADMISSA_S3_URL
        ? {
            url: c.ADMISSA_S3_URL.replace(/\/$/, ''),
            region: c.ADMISSA_S3_REGION,
            key: c.ADMISSA_S3_KEY,
            secret: c.ADMISSA_S3_SECRET,
          }
        : null,
    },
    dist: c.ADMISSA_DIST,
  };
}
