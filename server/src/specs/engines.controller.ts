import { Body, Controller, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import {
  CheckLimit,
  EditLimit,
  LimitBody,
  NewEngine,
  type EngineRow,
  type EngineView,
} from '@tribos/contract';
import { May } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { EnginesService } from './engines.service.js';

@Controller('engines')
export class EnginesController {
  constructor(private readonly engines: EnginesService) {}

  @Get()
  list(): Promise<EngineRow[]> {
    return this.engines.list();
  }

  @Get(':id')
  view(@Param('id', IdPipe) id: string): Promise<EngineView> {
    return this.engines.view(id);
  }

  @Post()
  @May('edit-specs')
  create(@Body() body: NewEngine): Promise<EngineView> {
    return this.engines.create(body);
  }

  @Post(':id/limits')
  @May('edit-specs')
  addLimit(@Param('id', IdPipe) id: string, @Body() body: LimitBody): Promise<EngineView> {
    return this.engines.addLimit(id, body);
  }

  @Put(':id/limits/:limitId')
  @May('edit-specs')
  editLimit(
    @Param('id', IdPipe) id: string,
    @Param('limitId', IdPipe) limitId: string,
    @Body() body: EditLimit,
  ): Promise<EngineView> {
    return this.engines.editLimit(id, limitId, body);
  }

  @Post(':id/limits/:limitId/check')
  @HttpCode(200)
  @May('check-specs')
  checkLimit(
    @Param('id', IdPipe) id: string,
    @Param('limitId', IdPipe) limitId: string,
    @Body() body: CheckLimit,
  ): Promise<EngineView> {
    return this.engines.checkLimit(id, limitId, body);
  }
}
