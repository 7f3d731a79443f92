import { generateKeyPairSync } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { Trouble } from './say.mjs';

/**
 * The file with the key this installation signs fingerprints of its record with, made on first sight. It lies
 * beside the database, not in it: whoever changes the one has not got the other.
 */
export function ensureSigningKey(path) {
  if (existsSync(path)) {
    if (readFileSync(path, 'utf8').includes('PRIVATE KEY')) return path;
    throw new Trouble(
      `The key that signs fingerprints is damaged: ${path} holds none.\nPut it back from a backup, or take the file away for a new one; fingerprints signed with the old one then count as another server’s.`,
    );
  }
  const { privateKey } = generateKeyPairSync('ed25519');
  mkdirSync(dirname(path), { recursive: true });
  writeFileSync(path, privateKey.export({ type: 'pkcs8', format: 'pem' }), { mode: 0o600 });
  return path;
}
