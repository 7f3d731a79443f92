import { Body, Controller, Get, HttpCode, Param, Post, Res } from '@nestjs/common';
import { SpecFileBody, TakeSpecFile, type EngineView, type SpecFilePreview } from '@tribos/contract';
import { kitFileSchema, specFileSchema } from '@tribos/core';
import type { Response } from 'express';
import { May, Open } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { SpecFilesService } from './specFiles.service.js';

/** Hands a file out under a name that every disk takes. */
function handOut(response: Response, { name, json }: { name: string; json: string }, ending: string): string {
  const plain = name.replace(/[^\p{L}\p{N}+.-]+/gu, '-').replace(/^-|-$/gu, '') || 'engine';
  response.setHeader('content-type', 'application/json; charset=utf-8');
  response.setHeader(
    'content-disposition',
    `attachment; filename*=UTF-8''${encodeURIComponent(`${plain}.${ending}.json`)}`,
  );
  return json;
}

@Controller()
export class SpecFilesController {
  constructor(private readonly files: SpecFilesService) {}

  /** An engine with its limits and kits, as a file for another shop. */
  @Get('engines/:id/file')
  async file(
    @Param('id', IdPipe) id: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<string> {
    return handOut(response, await this.files.file(id), 'engine');
  }

  /** A kit as a file for another shop. */
  @Get('engines/:id/kits/:kitId/file')
  async kitFile(
    @Param('id', IdPipe) id: string,
    @Param('kitId', IdPipe) kitId: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<string> {
    return handOut(response, await this.files.kitFile(id, kitId), 'kit');
  }

  /** What a file would bring, beside what is here. */
  @Post('specifications/preview')
  @HttpCode(200)
  @May('edit-specs')
  preview(@Body() body: SpecFileBody): Promise<SpecFilePreview> {
    return this.files.preview(body);
  }

  /** Takes what was chosen out of a file into the shop’s engines. */
  @Post('specifications')
  @HttpCode(200)
  @May('edit-specs')
  take(@Body() body: TakeSpecFile): Promise<EngineView> {
    return this.files.take(body);
  }

  /** The published schema of the engine file. */
  @Get('schemas/engine-file.v1.json')
  @Open()
  engineSchema(): object {
    return specFileSchema;
  }

  /** The published schema of the kit file. */
  @Get('schemas/kit-file.v1.json')
  @Open()
  kitSchema(): object {
    return kitFileSchema;
  }
}
