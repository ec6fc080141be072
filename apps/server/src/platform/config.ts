import * as z from 'zod';

const schema = z.object({
  DATABASE_URL: z.string().min(1),
  SESSION_SECRET: z.string().min(16),
  /** Secret half of the key records are sealed with: 32 bytes in hexadecimal, made at the first start and kept outside the database. */
  RECORD_KEY: z.string().regex(/^[0-9a-f]{64}$/),
  /** File every seal is told to, outside the database, so that a chain cut short or written anew is seen. */
  RECORD_ANCHOR: z.string().optional(),
  /** How many TLS proxies stand in front: their word on client and scheme is taken, and everything asks for TLS. */
  TRUST_PROXY: z.coerce.number().int().min(0).max(5).default(0),
  /** Names the server is reached under, parted by commas; addresses and localhost always are. */
  PUBLIC_HOST: z.string().default(''),
  PORT: z.coerce.number().int().min(0).max(65_535).default(4280),
  HOST: z.string().default('127.0.0.1'),
  WEB_ROOT: z.string().optional(),
  /** One-press sign-in for demo accounts; honoured on loopback only. */
  DEMO: z.enum(['0', '1']).default('0'),
  /** Passwords of the demo accounts, made by the start command: JSON of login to password. */
  DEMO_PASSWORDS: z.string().optional(),
  /** By which the bridge of the demo's simulated instruments is let in: made by the start command. */
  DEMO_BRIDGE_TOKEN: z.string().min(32).optional(),
  LOG_LEVEL: z.string().default('info'),
});

export interface Config {
  databaseUrl: string;
  sessionSecret: string;
  recordKey: string;
  anchorFile: string | null;
  /** Proxies whose word is taken; none where there is none. */
  trustProxy: number | false;
  publicHosts: string[];
  port: number;
  host: string;
  webRoot: string | null;
  demo: boolean;
  demoPasswords: Record<string, string>;
  demoBridgeToken: string | null;
  logLevel: string;
}

/** Settings from the environment; refuses to start on a bad one. */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const values = schema.parse(env);
  return {
    databaseUrl: values.DATABASE_URL,
    sessionSecret: values.SESSION_SECRET,
    recordKey: values.RECORD_KEY,
    anchorFile: values.RECORD_ANCHOR ?? null,
    trustProxy: values.TRUST_PROXY === 0 ? false : values.TRUST_PROXY,
    publicHosts: values.PUBLIC_HOST.split(',')
      .map((name) => name.trim().toLowerCase())
      .filter((name) => name !== ''),
    port: values.PORT,
    host: values.HOST,
    webRoot: values.WEB_ROOT ?? null,
    demo: values.DEMO === '1' && isLoopback(values.HOST),
    demoPasswords: values.DEMO_PASSWORDS
      ? z.record(z.string(), z.string()).parse(JSON.parse(values.DEMO_PASSWORDS))
      : {},
    demoBridgeToken: values.DEMO_BRIDGE_TOKEN ?? null,
    logLevel: values.LOG_LEVEL,
  };
}

const isLoopback = (host: string): boolean => host === 'localhost' || host === '::1' || host.startsWith('127.');
