import { createPrivateKey, createPublicKey, sign, verify, type KeyObject } from 'node:crypto';
import { readFileSync } from 'node:fs';

/** What a shop's fingerprint is signed with: Ed25519. */
export interface SigningKey {
  readonly publicPem: string;
  sign(text: string): string;
  verify(text: string, signature: string): boolean;
}

const keyOf = (secret: KeyObject): SigningKey => {
  const open = createPublicKey(secret);
  return {
    publicPem: open.export({ type: 'spki', format: 'pem' }) as string,
    sign: (text) => sign(null, Buffer.from(text), secret).toString('base64'),
    verify: (text, signature) => verify(null, Buffer.from(text), open, Buffer.from(signature, 'base64')),
  };
};

/**
 * The key of this installation, from the file `TRIBOS_SIGNING_KEY` names (PKCS #8, PEM); null where it names
 * none: fingerprints are then not signed.
 * @throws when the file is there and is no Ed25519 key
 */
export function signingKey(path = process.env['TRIBOS_SIGNING_KEY']): SigningKey | null {
  if (!path) return null;
  const secret = createPrivateKey(readFileSync(path, 'utf8'));
  if (secret.asymmetricKeyType !== 'ed25519')
    throw new Error(`${path} holds no Ed25519 key: fingerprints cannot be signed with it.`);
  return keyOf(secret);
}
