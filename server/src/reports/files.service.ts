import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import { Scope } from '../kit/scope.js';
import { FileModel } from './models.js';

/** Files of a shop, each kept once by what is in it. */
@Injectable()
export class FilesService {
  constructor(
    @InjectModel(FileModel) private readonly files: typeof FileModel,
    private readonly scope: Scope,
  ) {}

  /** @returns the hash it is known by */
  async keep(type: string, content: Buffer): Promise<Buffer> {
    const hash = createHash('sha256').update(content).digest();
    const before = await this.files.findOne({ attributes: ['hash'], where: { hash } });
    if (!before) await this.files.create({ shopId: this.scope.who.shopId, hash, type, content });
    return hash;
  }

  async content(hash: Buffer): Promise<Buffer | null> {
    return (await this.files.findOne({ where: { hash } }))?.content ?? null;
  }
}
