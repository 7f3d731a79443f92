import { Body, Controller, Delete, HttpCode, Param, Post, Put } from '@nestjs/common';
import { EditKit, KitBody, PartBody, Removal, type EngineView, type PartCheck } from '@tribos/contract';
import { May } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { KitsService } from './kits.service.js';
import { PartsService } from './parts.service.js';

/** Kits and the other parts of an engine's sheet. */
@Controller('engines/:id')
export class SheetsController {
  constructor(
    private readonly kits: KitsService,
    private readonly parts: PartsService,
  ) {}

  @Post('kits')
  @May('edit-specs')
  addKit(@Param('id', IdPipe) id: string, @Body() body: KitBody): Promise<EngineView> {
    return this.kits.add(id, body);
  }

  @Put('kits/:kitId')
  @May('edit-specs')
  editKit(
    @Param('id', IdPipe) id: string,
    @Param('kitId', IdPipe) kitId: string,
    @Body() body: EditKit,
  ): Promise<EngineView> {
    return this.kits.edit(id, kitId, body);
  }

  @Delete('kits/:kitId')
  @May('edit-specs')
  removeKit(
    @Param('id', IdPipe) id: string,
    @Param('kitId', IdPipe) kitId: string,
    @Body() body: Removal,
  ): Promise<EngineView> {
    return this.kits.remove(id, kitId, body.version);
  }

  @Put('parts/:part')
  @May('edit-specs')
  keepPart(
    @Param('id', IdPipe) id: string,
    @Param('part') part: string,
    @Body() body: PartBody,
  ): Promise<EngineView> {
    return this.parts.keep(id, part, body);
  }

  @Post('parts/:part/check')
  @HttpCode(200)
  @May('check-specs')
  checkPart(
    @Param('id', IdPipe) id: string,
    @Param('part') part: string,
    @Body() body: PartBody,
  ): Promise<PartCheck> {
    return this.parts.check(id, part, body);
  }
}
