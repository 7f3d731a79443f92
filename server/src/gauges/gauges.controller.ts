import { Body, Controller, Get, Param, Patch, Post, Put } from '@nestjs/common';
import { EditInstrument, InstrumentBody, RetireInstrument, type InstrumentView } from '@tribos/contract';
import { May } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { GaugesService } from './gauges.service.js';

@Controller('gauges')
export class GaugesController {
  constructor(private readonly gauges: GaugesService) {}

  @Get()
  list(): Promise<InstrumentView[]> {
    return this.gauges.list();
  }

  @Post()
  @May('edit-gauges')
  add(@Body() body: InstrumentBody): Promise<InstrumentView> {
    return this.gauges.add(body);
  }

  @Put(':id')
  @May('edit-gauges')
  edit(@Param('id', IdPipe) id: string, @Body() body: EditInstrument): Promise<InstrumentView> {
    return this.gauges.edit(id, body);
  }

  @Patch(':id/retired')
  @May('edit-gauges')
  retire(@Param('id', IdPipe) id: string, @Body() body: RetireInstrument): Promise<InstrumentView> {
    return this.gauges.retire(id, body);
  }
}
