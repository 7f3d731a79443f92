import { createHash, randomUUID } from 'node:crypto';
import { mkdir, open, readFile, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import { Scope } from '../kit/scope.js';
import { FileModel } from './models.js';

/** What a file is known by: SHA-256 of what is in it. */
export const hashOf = (content: Buffer): Buffer => createHash('sha256').update(content).digest();

/** Where large files lie; without one everything lies in the database. */
const directory = (): string | null => process.env['FILES_DIR'] || null;

/** Files of a shop, each kept once by what is in it: small ones in the database, photos and sounds in a directory. */
@Injectable()
export class FilesService {
  constructor(
    @InjectModel(FileModel) private readonly files: typeof FileModel,
    private readonly scope: Scope,
  ) {}

  /** @returns the hash it is known by */
  async keep(type: string, content: Buffer): Promise<Buffer> {
    const hash = hashOf(content);
    const { shopId } = this.scope.who;
    const dir = /^(?:image|audio)\//u.test(type) ? directory() : null;
    // On the disk before the database says so: a file that is named is there.
    if (dir) await put(pathOf(dir, shopId, hash), content);
    const row = { shopId, hash, type, bytes: content.length, content: dir ? null : content };
    await this.files.bulkCreate([row], { ignoreDuplicates: true });
    return hash;
  }

  /** Takes the file of one away that the database names no more. */
  async forget(shopId: string, hash: Buffer): Promise<void> {
    const dir = directory();
    if (dir) await rm(pathOf(dir, shopId, hash), { force: true });
  }

  async content(hash: Buffer): Promise<Buffer | null> {
    return (await this.file(hash))?.content ?? null;
  }

  /** @returns null where it is not of this shop, or its file is gone from the disk */
  async file(hash: Buffer): Promise<{ type: string; content: Buffer } | null> {
    const row = await this.files.findOne({ where: { hash } });
    if (!row) return null;
    const dir = directory();
    const content =
      row.content ??
      (dir ? await readFile(pathOf(dir, this.scope.who.shopId, hash)).catch(() => null) : null);
    return content && { type: row.type, content };
  }
}

function pathOf(dir: string, shopId: string, hash: Buffer): string {
  const name = hash.toString('hex');
  return join(dir, shopId, name.slice(0, 2), name);
}

/** Writes a file whole or not at all. */
async function put(path: string, content: Buffer): Promise<void> {
  await mkdir(dirname(path), { recursive: true });
  const aside = `${path}.${randomUUID()}`;
  const file = await open(aside, 'wx', 0o600);
  try {
    await file.writeFile(content);
    await file.sync();
  } finally {
    await file.close();
  }
  await rename(aside, path);
}
