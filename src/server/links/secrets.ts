import { createHmac, randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';

const derive = promisify(scrypt) as (password: string, salt: Buffer, length: number) => Promise<Buffer>;

/** A word of 192 random bits, for an address that nobody can guess. */
export const newToken = (): string => randomBytes(24).toString('base64url');

export const tokenForm = /^[\w-]{32}$/;

const keyLength = 32;

/** What is kept of a password: its salt and its key by scrypt (RFC 7914), so that it cannot be read back. */
export async function sealed(password: string): Promise<string> {
  const salt = randomBytes(16);
  const key = await derive(password.normalize('NFKC'), salt, keyLength);
  return `${salt.toString('base64url')}.${key.toString('base64url')}`;
}

/** Whether a password is the one that was sealed. */
export async function opens(password: string, seal: string): Promise<boolean> {
  const [salt, key] = seal.split('.').map((s) => Buffer.from(s, 'base64url'));
  return timingSafeEqual(await derive(password.normalize('NFKC'), salt, keyLength), key);
}

/** What a browser shows that was told the password: of no use for another link, nor once the password is another. */
export const passFor = (token: string, seal: string): string =>
  createHmac('sha256', seal).update(token).digest('base64url');

export function isPass(pass: string, token: string, seal: string): boolean {
  const [a, b] = [Buffer.from(pass), Buffer.from(passFor(token, seal))];
  return a.length === b.length && timingSafeEqual(a, b);
}
