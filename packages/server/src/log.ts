import { pino, type Logger } from 'pino';

/** Who reads the log must not be able to be somebody else. */
const SECRETS = [
  'req.headers.cookie',
  'req.headers.authorization',
  'req.headers["x-aurelfield-token"]',
  'res.headers["set-cookie"]',
];

export function openLog(level: string): Logger {
  return pino({ level, redact: SECRETS });
}
