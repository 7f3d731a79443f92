import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import {
  CheckLimit,
  EditEngine,
  EditLimit,
  LimitBody,
  NewEngine,
  Removal,
  type EngineRow,
  type EngineView,
} from '@tribos/contract';
import { May } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { EnginesService } from './engines.service.js';
import { LimitsService } from './limits.service.js';

@Controller('engines')
export class EnginesController {
  constructor(
    private readonly engines: EnginesService,
    private readonly limits: LimitsService,
  ) {}

  /** Engines on file, a page at a time, searched. */
  @Get()
  list(): Promise<EngineRow[]> {
    return this.engines.list();
  }

  /** An engine’s sheet: limits with their sources, kits, parts. */
  @Get(':id')
  view(@Param('id', IdPipe) id: string): Promise<EngineView> {
    return this.engines.view(id);
  }

  /** Enters an engine. */
  @Post()
  @May('edit-specs')
  create(@Body() body: NewEngine): Promise<EngineView> {
    return this.engines.create(body);
  }

  /** Corrects what an engine’s sheet says of the engine itself. */
  @Put(':id')
  @May('edit-specs')
  edit(@Param('id', IdPipe) id: string, @Body() body: EditEngine): Promise<EngineView> {
    return this.engines.edit(id, body);
  }

  /** Takes a limit off the sheet. */
  @Delete(':id/limits/:limitId')
  @May('edit-specs')
  removeLimit(
    @Param('id', IdPipe) id: string,
    @Param('limitId', IdPipe) limitId: string,
    @Body() body: Removal,
  ): Promise<EngineView> {
    return this.limits.remove(id, limitId, body.version);
  }

  /** Enters a limit with its source. */
  @Post(':id/limits')
  @May('edit-specs')
  addLimit(@Param('id', IdPipe) id: string, @Body() body: LimitBody): Promise<EngineView> {
    return this.limits.add(id, body);
  }

  /** Corrects a limit: whoever checked it has to check it again. */
  @Put(':id/limits/:limitId')
  @May('edit-specs')
  editLimit(
    @Param('id', IdPipe) id: string,
    @Param('limitId', IdPipe) limitId: string,
    @Body() body: EditLimit,
  ): Promise<EngineView> {
    return this.limits.edit(id, limitId, body);
  }

  /** A second person says they compared a limit with its document. */
  @Post(':id/limits/:limitId/check')
  @HttpCode(200)
  @May('check-specs')
  checkLimit(
    @Param('id', IdPipe) id: string,
    @Param('limitId', IdPipe) limitId: string,
    @Body() body: CheckLimit,
  ): Promise<EngineView> {
    return this.limits.check(id, limitId, body);
  }
}
