import { Body, Controller, Get, Header, HttpCode, Param, Patch, Post, Query, Res } from '@nestjs/common';
import {
  AppendLog,
  EditJob,
  JobQuery,
  NewDecision,
  NewJob,
  type AppendedLog,
  type BenchesView,
  type JobRow,
  type JobView,
  type Page,
} from '@tribos/contract';
import type { Response } from 'express';
import { May } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { LogService } from '../readings/index.js';
import { BenchesService } from './benches.service.js';
import { ExchangeService } from './exchange.service.js';
import { JobsService } from './jobs.service.js';
import { JudgingService } from './judging.service.js';
import { verdictReport } from './verdictReport.js';

@Controller()
export class JobsController {
  constructor(
    private readonly jobs: JobsService,
    private readonly onBenches: BenchesService,
    private readonly exchange: ExchangeService,
    private readonly log: LogService,
    private readonly judging: JudgingService,
  ) {}

  @Get('benches')
  benches(): Promise<BenchesView> {
    return this.onBenches.view();
  }

  @Get('jobs')
  list(@Query() query: JobQuery): Promise<Page<JobRow>> {
    return this.jobs.list(query);
  }

  @Post('jobs')
  @May('edit-job')
  create(@Body() body: NewJob): Promise<JobView> {
    return this.jobs.create(body);
  }

  @Post('jobs/import')
  @May('edit-job')
  bringIn(@Body() json: object): Promise<JobView> {
    return this.exchange.bringIn(json);
  }

  @Get('jobs/:id')
  view(@Param('id', IdPipe) id: string): Promise<JobView> {
    return this.jobs.view(id);
  }

  @Patch('jobs/:id')
  @May('edit-job')
  edit(@Param('id', IdPipe) id: string, @Body() body: EditJob): Promise<JobView> {
    return this.jobs.edit(id, body);
  }

  @Post('jobs/:id/log')
  @HttpCode(200)
  @May('measure')
  append(@Param('id', IdPipe) id: string, @Body() body: AppendLog): Promise<AppendedLog> {
    return this.jobs.append(id, body);
  }

  @Get('jobs/:id/log/chain')
  async chain(@Param('id', IdPipe) id: string) {
    await this.jobs.view(id);
    return this.log.verify(id);
  }

  @Post('jobs/:id/decisions')
  @May('decide')
  decide(@Param('id', IdPipe) id: string, @Body() body: NewDecision): Promise<JobView> {
    return this.jobs.decide(id, body);
  }

  @Get('jobs/:id/verdicts')
  async verdicts(@Param('id', IdPipe) id: string, @Query('unit') unit?: string) {
    const show = unit === 'in' ? 'in' : 'mm';
    const file = await this.jobs.file(id);
    return verdictReport(file, await this.judging.whole(file, show), show);
  }

  @Get('jobs/:id/file')
  async file(@Param('id', IdPipe) id: string, @Res({ passthrough: true }) response: Response) {
    const file = await this.jobs.file(id);
    response.attachment(`job-${String(file.job.number).padStart(4, '0')}.json`);
    return file;
  }

  @Get('jobs/:id/readings.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  async csv(
    @Param('id', IdPipe) id: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<string> {
    response.attachment('readings.csv');
    return this.exchange.csv(id);
  }
}
