import { ApiBody, ApiConsumes } from '@nestjs/swagger';
import {
  BadRequestException,
  Controller,
  Get,
  Header,
  HttpCode,
  Param,
  Post,
  Query,
  Req,
  Res,
  StreamableFile,
} from '@nestjs/common';
import { AskImport, type ImportView } from '@tribos/contract';
import type { Response } from 'express';
import { JobFiles } from '../jobs/index.js';
import { May, type SignedInRequest } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { readingsCsv } from './csv.js';
import { ImportsService } from './imports.service.js';

/** Jobs out of the shop and into it, in the open formats. */
@Controller()
export class ExchangeController {
  constructor(
    private readonly files: JobFiles,
    private readonly imports: ImportsService,
  ) {}

  /** The body is the file, byte for byte. */
  @Post('imports')
  @ApiConsumes('application/octet-stream')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  @HttpCode(202)
  @May('edit-job')
  ask(@Req() request: SignedInRequest, @Query() query: AskImport): Promise<ImportView> {
    if (!Buffer.isBuffer(request.body))
      throw new BadRequestException('Send the job file as application/json.');
    const { id, name, again } = query;
    return this.imports.ask(request.body, { id, name: name.trim(), again: again === 'yes' });
  }

  /** How far an import has come, or why its file was refused. */
  @Get('imports/:id')
  view(@Param('id', IdPipe) id: string): Promise<ImportView> {
    return this.imports.view(id);
  }

  /** The file this job came with. */
  @Get('jobs/:id/original')
  async original(
    @Param('id', IdPipe) id: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const { name, content } = await this.imports.original(id);
    response.attachment(name);
    return new StreamableFile(content, { type: 'application/json' });
  }

  /** The job as a file another shop can read: everything written to it, with its chain. */
  @Get('jobs/:id/file')
  async file(@Param('id', IdPipe) id: string, @Res({ passthrough: true }) response: Response) {
    const file = await this.files.of(id);
    response.attachment(`job-${String(file.job.number).padStart(4, '0')}.json`);
    return file;
  }

  /** The readings of a job as a table. */
  @Get('jobs/:id/readings.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  async csv(
    @Param('id', IdPipe) id: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<string> {
    response.attachment('readings.csv');
    return readingsCsv(await this.files.of(id));
  }
}
