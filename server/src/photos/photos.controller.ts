import { ApiBody, ApiConsumes } from '@nestjs/swagger';
import { Body, Controller, Delete, Get, HttpCode, Param, Patch, Post, Query, Req, Res } from '@nestjs/common';
import { Caption, PhotoQuery, type PhotoView } from '@tribos/contract';
import type { Response } from 'express';
import { May, Unscoped, type SignedInRequest } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { PhotosService } from './photos.service.js';

const YEAR_S = 31_536_000;

@Controller('jobs/:jobId/photos')
export class PhotosController {
  constructor(private readonly photos: PhotosService) {}

  /** Photos and sound notes of a job, those put away among them. */
  @Get()
  list(@Param('jobId', IdPipe) jobId: string): Promise<PhotoView[]> {
    return this.photos.list(jobId);
  }

  /** The body is the file as it is. */
  @Post()
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  @May('measure')
  @Unscoped()
  take(
    @Param('jobId', IdPipe) jobId: string,
    @Query() query: PhotoQuery,
    @Req() request: SignedInRequest,
  ): Promise<PhotoView> {
    return this.photos.take(request.who!, jobId, query, request.body as Buffer);
  }

  /** A photo or sound as it was taken, or small. */
  @Get(':id/file')
  @Unscoped()
  async file(
    @Param('jobId', IdPipe) jobId: string,
    @Param('id', IdPipe) id: string,
    @Req() request: SignedInRequest,
    @Res() response: Response,
    @Query('small') small?: string,
  ): Promise<void> {
    const { type, content } = await this.photos.content(request.who!, jobId, id, small !== undefined);
    // What is in it never changes; whoever may not see it is not asked.
    response.setHeader('cache-control', `private, max-age=${YEAR_S}, immutable`);
    // Signed in as somebody else it is another answer.
    response.vary('Cookie');
    response.setHeader('content-type', type);
    response.setHeader('content-disposition', 'inline');
    response.setHeader('x-content-type-options', 'nosniff');
    response.end(content);
  }

  /** What a photo shows. */
  @Patch(':id')
  @May('measure')
  caption(
    @Param('jobId', IdPipe) jobId: string,
    @Param('id', IdPipe) id: string,
    @Body() body: Caption,
  ): Promise<PhotoView> {
    return this.photos.caption(jobId, id, body.caption);
  }

  /** Puts a photo away; its place in the record stays. */
  @Delete(':id')
  @HttpCode(204)
  @May('edit-job')
  putAway(@Param('jobId', IdPipe) jobId: string, @Param('id', IdPipe) id: string): Promise<void> {
    return this.photos.putAway(jobId, id);
  }
}
