import { Controller, Get, Param, Req, Res, StreamableFile } from '@nestjs/common';
import { letterOf, ticketsOf, type JobFile, type Report, type TicketStanding } from '@tribos/core';
import type { Request, Response } from 'express';
import { JobFiles } from '../jobs/index.js';
import { notFound } from '../kit/problems.js';
import { IdPipe } from '../kit/uuid.js';
import { reportPdf } from '../reports/index.js';
import { ticketPdf } from './ticketPdf.js';

/** Tickets and letters on paper. Everything else about them is written into the job's log. */
@Controller('jobs/:jobId/tickets')
export class TicketsController {
  constructor(private readonly files: JobFiles) {}

  /** A ticket as a page to print and send along. */
  @Get(':id/pdf')
  async ticket(
    @Param('jobId', IdPipe) jobId: string,
    @Param('id', IdPipe) id: string,
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const { file, standing } = await this.found(jobId, id);
    const address = `${request.protocol}://${request.headers.host ?? 'localhost'}/jobs/${jobId}/outside`;
    response.attachment('ticket.pdf');
    return new StreamableFile(await ticketPdf(file, standing, address), { type: 'application/pdf' });
  }

  /** The words a ticket is sent with. */
  @Get(':id/letter')
  async letter(
    @Param('jobId', IdPipe) jobId: string,
    @Param('id', IdPipe) id: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const { file, standing } = await this.found(jobId, id);
    const report: Report = {
      title: 'Not accepted',
      subtitle: `${file.shop.name} to ${standing.ticket.firm}`,
      sections: [
        { key: 'letter', title: 'What was asked, and what came back', blocks: letterOf(file, standing) },
      ],
    };
    response.attachment('letter.pdf');
    return new StreamableFile(
      await reportPdf(report, standing.news.at(-1)?.at ?? standing.ticket.at, standing.ticket.unit),
      { type: 'application/pdf' },
    );
  }

  private async found(
    jobId: string,
    id: string,
  ): Promise<{ readonly file: JobFile; readonly standing: TicketStanding }> {
    const file = await this.files.of(jobId);
    const standing = ticketsOf(file).find((t) => t.ticket.id === id);
    if (!standing) throw notFound('ticket');
    return { file, standing };
  }
}
