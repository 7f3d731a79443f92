import { Body, Controller, Get, HttpCode, Param, Post, Res, StreamableFile } from '@nestjs/common';
import { AskReport, type ReportView } from '@tribos/contract';
import type { Response } from 'express';
import { IdPipe } from '../kit/uuid.js';
import { ReportsService } from './reports.service.js';

@Controller('jobs/:jobId/reports')
export class ReportsController {
  constructor(private readonly reports: ReportsService) {}

  /** Asks for a report as a print, made as things stand now. */
  @Post()
  @HttpCode(202)
  ask(@Param('jobId', IdPipe) jobId: string, @Body() body: AskReport): Promise<ReportView> {
    return this.reports.ask(jobId, body);
  }

  /** How far a print has come. */
  @Get(':id')
  view(@Param('jobId', IdPipe) jobId: string, @Param('id', IdPipe) id: string): Promise<ReportView> {
    return this.reports.view(jobId, id);
  }

  /** A print as it was made. */
  @Get(':id/pdf')
  async pdf(
    @Param('jobId', IdPipe) jobId: string,
    @Param('id', IdPipe) id: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const content = await this.reports.pdf(jobId, id);
    response.attachment('report.pdf');
    return new StreamableFile(content, { type: 'application/pdf' });
  }
}
