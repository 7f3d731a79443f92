import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { PhotoQuery, PhotoView } from '@tribos/contract';
import { FilesService } from '../files/index.js';
import { notFound, ProblemError } from '../kit/problems.js';
import { Scope, type Who } from '../kit/scope.js';
import { today } from '../kit/today.js';
import { AuditService } from '../people/index.js';
import { PhotoModel } from './models.js';
import { kindOf } from './kinds.js';
import { pictureOf, thumbnailOf, type Picture } from './picture.js';

const viewOf = (p: PhotoModel): PhotoView => ({
  id: p.id,
  kind: p.kind as PhotoView['kind'],
  station: p.station,
  caption: p.caption,
  by: p.by,
  at: p.at.toISOString(),
  entry: p.entryId,
  width: p.width,
  height: p.height,
});

/** A job of the shop, or something that came in and is none yet. */
const SUBJECT = `SELECT 1 FROM jobs WHERE id = $1 UNION ALL SELECT 1 FROM arrivals WHERE id = $1 LIMIT 1`;

/** Photos and sounds of jobs: seen by their shop alone, kept once, with nothing in them of where they were taken. */
@Injectable()
export class PhotosService {
  constructor(
    @InjectModel(PhotoModel) private readonly photos: typeof PhotoModel,
    private readonly files: FilesService,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  async list(jobId: string): Promise<PhotoView[]> {
    await this.known(jobId);
    return (await this.photos.findAll({ where: { jobId, goneOn: null }, order: ['at', 'id'] })).map(viewOf);
  }

  /** Takes a photo or a sound in. Sent again it is there once. Pictures are worked before any transaction is open. */
  async take(who: Who, jobId: string, query: PhotoQuery, file: Buffer): Promise<PhotoView> {
    if (!Buffer.isBuffer(file) || file.length === 0)
      throw new ProblemError(400, 'empty', 'There is nothing in this file. Nothing was kept.');
    const before = await this.scope.run(who, () => this.before(jobId, query.id));
    if (before) return before;
    const kind = kindOf(file);
    if (kind.is === 'refused') throw new ProblemError(415, 'no-photo', kind.sentence);
    const picture = kind.is === 'sound' ? null : await pictureOf(who.shopId, file, query.original === 'yes');
    if (kind.is === 'picture' && !picture)
      throw new ProblemError(
        415,
        'no-photo',
        'This is neither a photo nor a sound, or larger than any camera makes: JPEG up to 64 megapixels, PNG, WebP or AVIF up to 32, or what the device records. Nothing was kept.',
      );
    const type = kind.is === 'sound' ? kind.type : 'image/jpeg';
    return this.scope.run(who, () => this.keep(jobId, query, type, file, picture));
  }

  private async before(jobId: string, id: string): Promise<PhotoView | null> {
    await this.known(jobId);
    const row = await this.photos.findOne({ where: { id } });
    return row && viewOf(row);
  }

  private async keep(
    jobId: string,
    query: PhotoQuery,
    type: string,
    file: Buffer,
    picture: Picture | null,
  ): Promise<PhotoView> {
    const { shopId, name: by } = this.scope.who;
    const fileHash = await this.files.keep(type, picture?.content ?? file);
    const smallHash = picture && (await this.files.keep(type, picture.small));
    await this.photos.bulkCreate(
      [
        {
          shopId,
          id: query.id,
          jobId,
          entryId: query.entry ?? null,
          kind: picture ? 'photo' : 'sound',
          station: query.station,
          caption: query.caption ?? '',
          by,
          at: new Date(query.at),
          fileHash,
          smallHash,
          width: picture?.width ?? null,
          height: picture?.height ?? null,
          goneOn: null,
        },
      ],
      { ignoreDuplicates: true },
    );
    return viewOf((await this.photos.findOne({ where: { id: query.id } }))!);
  }

  async caption(jobId: string, id: string, caption: string): Promise<PhotoView> {
    const row = await this.row(jobId, id);
    await row.update({ caption });
    return viewOf(row);
  }

  /** Puts one away: it is shown no more, and is taken away for good once its days are over. */
  async putAway(jobId: string, id: string): Promise<void> {
    const row = await this.row(jobId, id);
    await row.update({ goneOn: today() });
    this.audit.note('photo put away', jobId, { id, caption: row.caption });
  }

  /** The file of one; made small once no transaction is open any more. */
  async content(
    who: Who,
    jobId: string,
    id: string,
    small: boolean,
  ): Promise<{ type: string; content: Buffer }> {
    const { isPhoto, ready, file } = await this.scope.run(who, async () => {
      const row = await this.row(jobId, id);
      const hash = small ? (row.smallHash ?? row.fileHash) : row.fileHash;
      return {
        isPhoto: row.kind === 'photo',
        ready: row.smallHash !== null,
        file: await this.files.file(hash),
      };
    });
    if (!file) throw new ProblemError(404, 'file-gone', 'The file of this photo is gone from the disk.');
    if (!small || !isPhoto || ready) return file;
    // Kept before small ones were: made now, once.
    const content = await thumbnailOf(who.shopId, file.content);
    await this.scope.run(who, async () => {
      const smallHash = await this.files.keep(file.type, content);
      await this.photos.update({ smallHash }, { where: { id, smallHash: null } });
    });
    return { ...file, content };
  }

  private async row(jobId: string, id: string): Promise<PhotoModel> {
    const row = await this.photos.findOne({ where: { jobId, id } });
    if (!row) throw notFound('photo');
    return row;
  }

  private async known(jobId: string): Promise<void> {
    if ((await this.scope.ask(SUBJECT, [jobId])).length === 0) throw notFound('job');
  }
}
