import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import { Scope } from '../kit/scope.js';
import { FileModel } from './models.js';

/** What a file is known by: SHA-256 of what is in it. */
export const hashOf = (content: Buffer): Buffer => createHash('sha256').update(content).digest();

/** Files of a shop, each kept once by what is in it. */
@Injectable()
export class FilesService {
  constructor(
    @InjectModel(FileModel) private readonly files: typeof FileModel,
    private readonly scope: Scope,
  ) {}

  /** @returns the hash it is known by */
  async keep(type: string, content: Buffer): Promise<Buffer> {
    const hash = hashOf(content);
    const row = { shopId: this.scope.who.shopId, hash, type, content };
    await this.files.bulkCreate([row], { ignoreDuplicates: true });
    return hash;
  }

  async content(hash: Buffer): Promise<Buffer | null> {
    return (await this.files.findOne({ where: { hash } }))?.content ?? null;
  }
}
