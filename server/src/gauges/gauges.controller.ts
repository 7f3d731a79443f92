import { Body, Controller, Get, Param, Patch, Post, Put } from '@nestjs/common';
import { EditInstrument, InstrumentBody, RetireInstrument, type InstrumentView } from '@tribos/contract';
import { May } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { GaugesService } from './gauges.service.js';

@Controller('gauges')
export class GaugesController {
  constructor(private readonly gauges: GaugesService) {}

  /** Gauges of the shop, those put away among them. */
  @Get()
  list(): Promise<InstrumentView[]> {
    return this.gauges.list();
  }

  /** Enters a gauge with what its certificate says. */
  @Post()
  @May('edit-gauges')
  add(@Body() body: InstrumentBody): Promise<InstrumentView> {
    return this.gauges.add(body);
  }

  /** Corrects a gauge; what was read with it is judged anew. */
  @Put(':id')
  @May('edit-gauges')
  edit(@Param('id', IdPipe) id: string, @Body() body: EditInstrument): Promise<InstrumentView> {
    return this.gauges.edit(id, body);
  }

  /** Puts a gauge away, or takes it out again. */
  @Patch(':id/retired')
  @May('edit-gauges')
  retire(@Param('id', IdPipe) id: string, @Body() body: RetireInstrument): Promise<InstrumentView> {
    return this.gauges.retire(id, body);
  }
}
