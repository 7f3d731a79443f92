import { Buffer } from 'node:buffer';
import { createHash, createPrivateKey, createPublicKey, sign, verify } from 'node:crypto';
import { readFileSync } from 'node:fs';

const openPart = (pem) => createPublicKey(createPrivateKey(pem)).export({ type: 'spki', format: 'der' });

/** What people call a key by: the beginning of SHA-256 over its open part. */
export const keyName = (der) => createHash('sha256').update(der).digest('hex').slice(0, 16);

/**
 * Signs what a backup says of itself with the key of this installation (Ed25519).
 * @param {Buffer} said
 * @param {string} keyFile PKCS #8, PEM
 */
export function signed(said, keyFile) {
  const pem = readFileSync(keyFile, 'utf8');
  return {
    key: openPart(pem).toString('base64'),
    signature: sign(null, said, createPrivateKey(pem)).toString('base64'),
  };
}

/**
 * Whose a backup is, once its signature was held against what it says.
 * @param {Buffer} said
 * @param {{key?: unknown, signature?: unknown} | null} by
 * @param {string} keyFile of this installation
 * @returns {{own: boolean, name: string} | null} null where the signature does not hold
 */
export function signer(said, by, keyFile) {
  if (typeof by?.key !== 'string' || typeof by.signature !== 'string') return null;
  try {
    const der = Buffer.from(by.key, 'base64');
    const key = createPublicKey({ key: der, format: 'der', type: 'spki' });
    if (key.asymmetricKeyType !== 'ed25519') return null;
    if (!verify(null, said, key, Buffer.from(by.signature, 'base64'))) return null;
    return { own: openPart(readFileSync(keyFile, 'utf8')).equals(der), name: keyName(der) };
  } catch {
    return null;
  }
}
