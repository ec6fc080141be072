import { type KeyObject, createHash, createPrivateKey, createPublicKey, sign, verify } from 'node:crypto';
import type { SealKey } from '../platform/context.js';

/** SHA-256 over the previous hash, a newline and the canonical JSON of the body. */
export function chainHash(previousHash: string, body: string): string {
  return createHash('sha256').update(`${previousHash}\n${body}`, 'utf8').digest('hex');
}

/** What is signed: the number of a seal in its chain, and its hash, which holds all before it. */
const sealed = (number: number, hash: string): Buffer => Buffer.from(`ash-step seal 1\n${number}\n${hash}`, 'utf8');

/** DER of a PKCS 8 Ed25519 private key up to its 32 bytes (RFC 8410). */
const PKCS8 = Buffer.from('302e020100300506032b657004220420', 'hex');

/** @param secret 32 bytes in hexadecimal */
export function sealKey(secret: string): SealKey {
  const key = createPrivateKey({
    key: Buffer.concat([PKCS8, Buffer.from(secret, 'hex')]),
    format: 'der',
    type: 'pkcs8',
  });
  const { x } = createPublicKey(key).export({ format: 'jwk' });
  return {
    publicKey: Buffer.from(x!, 'base64url').toString('hex'),
    sign: (number, hash) => sign(null, sealed(number, hash), key).toString('hex'),
  };
}

/** Whether a seal was signed by the holder of a key. Anything that is no key or no signature was not. */
export function isSealedBy(publicKey: string, number: number, hash: string, signature: string): boolean {
  // The same bytes may be written in several ways; one of them was sealed.
  if (!/^[0-9a-f]{64}$/.test(publicKey) || !/^[0-9a-f]{128}$/.test(signature)) return false;
  try {
    return verify(null, sealed(number, hash), publicKeyOf(publicKey), Buffer.from(signature, 'hex'));
  } catch {
    return false;
  }
}

const publicKeyOf = (publicKey: string): KeyObject =>
  createPublicKey({
    key: { kty: 'OKP', crv: 'Ed25519', x: Buffer.from(publicKey, 'hex').toString('base64url') },
    format: 'jwk',
  });
