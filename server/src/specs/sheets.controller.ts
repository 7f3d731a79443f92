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

  /** Enters a kit that fits the engine. */
  @Post('kits')
  @May('edit-specs')
  addKit(@Param('id', IdPipe) id: string, @Body() body: KitBody): Promise<EngineView> {
    return this.kits.add(id, body);
  }

  /** Corrects a kit. */
  @Put('kits/:kitId')
  @May('edit-specs')
  editKit(
    @Param('id', IdPipe) id: string,
    @Param('kitId', IdPipe) kitId: string,
    @Body() body: EditKit,
  ): Promise<EngineView> {
    return this.kits.edit(id, kitId, body);
  }

  /** Takes a kit off the sheet. */
  @Delete('kits/:kitId')
  @May('edit-specs')
  removeKit(
    @Param('id', IdPipe) id: string,
    @Param('kitId', IdPipe) kitId: string,
    @Body() body: Removal,
  ): Promise<EngineView> {
    return this.kits.remove(id, kitId, body.version);
  }

  /** Keeps a part of the sheet: torque plan, gaskets, rings and whatever else rooms know. */
  @Put('parts/:part')
  @May('edit-specs')
  keepPart(
    @Param('id', IdPipe) id: string,
    @Param('part') part: string,
    @Body() body: PartBody,
  ): Promise<EngineView> {
    return this.parts.keep(id, part, body);
  }

  /** A second person says they compared a part of the sheet with its document. */
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
