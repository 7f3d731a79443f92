import { Body, Controller, Delete, Get, HttpCode, Param, Patch, Post, Put, Query, Req } from '@nestjs/common';
import {
  AppendLog,
  EditJob,
  JobQuery,
  NewDecision,
  NewJob,
  OverrideBody,
  type AppendedLog,
  type BenchesView,
  type JobRow,
  type JobView,
  type Page,
} from '@tribos/contract';
import type { Earlier } from '@tribos/core';
import { JudgingService } from '../judging/index.js';
import { May, Unscoped, type SignedInRequest } from '../kit/access.js';
import { Scope } from '../kit/scope.js';
import { IdPipe } from '../kit/uuid.js';
import { JobsService } from './jobs.service.js';
import { ListsService } from './lists.service.js';

@Controller()
export class JobsController {
  constructor(
    private readonly jobs: JobsService,
    private readonly lists: ListsService,
    private readonly judging: JudgingService,
    private readonly scope: Scope,
  ) {}

  /** What stands on each bench, what it waits for, and what is to be done next. */
  @Get('benches')
  benches(): Promise<BenchesView> {
    return this.lists.home();
  }

  /** Jobs of the shop, a page at a time, searched and sorted. */
  @Get('jobs')
  list(@Query() query: JobQuery): Promise<Page<JobRow>> {
    return this.lists.jobs(query);
  }

  /** Opens a job on an engine of the shop. */
  @Post('jobs')
  @May('edit-job')
  create(@Body() body: NewJob): Promise<JobView> {
    return this.jobs.create(body);
  }

  /** A job with everything its verdicts are worked from. */
  @Get('jobs/:id')
  view(@Param('id', IdPipe) id: string): Promise<JobView> {
    return this.jobs.view(id);
  }

  /** What earlier jobs of the same engine came to, in this shop. */
  @Get('jobs/:id/earlier')
  earlier(@Param('id', IdPipe) id: string): Promise<Earlier[]> {
    return this.lists.earlier(id);
  }

  /** Corrects what a job says of itself; a version that is not the newest is refused with both sides. */
  @Patch('jobs/:id')
  @May('edit-job')
  edit(@Param('id', IdPipe) id: string, @Body() body: EditJob): Promise<JobView> {
    return this.jobs.edit(id, body);
  }

  /** Somebody has seen which verdicts moved. */
  @Delete('jobs/:id/moved')
  @May('edit-job')
  seen(@Param('id', IdPipe) id: string): Promise<JobView> {
    return this.jobs.seen(id);
  }

  /** A lead's word on which limit governs, shown wherever it is used. */
  @Put('jobs/:id/overrides')
  @May('govern')
  override(@Param('id', IdPipe) id: string, @Body() body: OverrideBody): Promise<JobView> {
    return this.jobs.override(id, body);
  }

  /** Writes entries to the log of a job, each once: readings, what was tried, done, found or taken back. */
  @Post('jobs/:id/log')
  @HttpCode(200)
  @May('measure')
  append(@Param('id', IdPipe) id: string, @Body() body: AppendLog): Promise<AppendedLog> {
    return this.jobs.append(id, body);
  }

  /** Decides on a way out; one that its verdicts forbid is refused. */
  @Post('jobs/:id/decisions')
  @May('decide')
  @Unscoped()
  decide(
    @Req() request: SignedInRequest,
    @Param('id', IdPipe) id: string,
    @Body() body: NewDecision,
  ): Promise<JobView> {
    return this.jobs.decide(request.who!, id, body);
  }

  /** Every verdict of a job, with what it was worked from. */
  @Get('jobs/:id/verdicts')
  @Unscoped()
  async verdicts(
    @Req() request: SignedInRequest,
    @Param('id', IdPipe) id: string,
    @Query('unit') unit?: string,
  ) {
    const { shopId } = request.who!;
    // Nothing is open while it is judged.
    const file = await this.scope.run(request.who!, () => this.jobs.file(id));
    return this.judging.whole({ shopId, file, want: 'verdicts', unit: unit === 'in' ? 'in' : 'mm' });
  }
}
