import { Body, Controller, Get, Param, Patch, Post, Put } from '@nestjs/common';
import { EditFirm, FirmBody, Retire, type FirmView, type OutView } from '@tribos/contract';
import { May } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { FirmsService } from './firms.service.js';

@Controller('firms')
export class FirmsController {
  constructor(private readonly firms: FirmsService) {}

  /** Firms outside that the shop sends work to. */
  @Get()
  list(): Promise<FirmView[]> {
    return this.firms.list();
  }

  /** What is out at firms, where, since when and due when. */
  @Get('out')
  out(): Promise<OutView[]> {
    return this.firms.out();
  }

  /** Enters a firm. */
  @Post()
  @May('manage-shop')
  add(@Body() body: FirmBody): Promise<FirmView> {
    return this.firms.add(body);
  }

  /** Corrects a firm. */
  @Put(':id')
  @May('manage-shop')
  edit(@Param('id', IdPipe) id: string, @Body() body: EditFirm): Promise<FirmView> {
    return this.firms.edit(id, body);
  }

  /** Sends nothing more to a firm, or does again. */
  @Patch(':id/retired')
  @May('manage-shop')
  retire(@Param('id', IdPipe) id: string, @Body() body: Retire): Promise<FirmView> {
    return this.firms.retire(id, body.retired);
  }
}
