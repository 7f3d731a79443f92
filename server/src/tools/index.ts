import { Body, Controller, Get, HttpCode, Injectable, Module, Put } from '@nestjs/common';
import { OwnTool, type ToolView } from '@tribos/contract';
import { v7 } from 'uuid';
import { May } from '../kit/access.js';
import { Scope } from '../kit/scope.js';

const SAID = `INSERT INTO tools (shop_id, id, name, have, by) VALUES (current_shop(), $1, $2, $3, $4)
  ON CONFLICT (shop_id, name) DO UPDATE SET have = excluded.have, by = excluded.by, at = now()
  WHERE tools.have IS DISTINCT FROM excluded.have`;

/** Special tools: said once for the shop, known at every engine that needs them. */
@Injectable()
export class ToolsService {
  constructor(private readonly scope: Scope) {}

  all(): Promise<ToolView[]> {
    return this.scope.ask<ToolView>('SELECT name, have FROM tools ORDER BY name', []);
  }

  async say({ name, have }: OwnTool): Promise<void> {
    await this.scope.ask(SAID, [v7(), name.trim().toLowerCase(), have, this.scope.who.name]);
  }
}

@Controller('tools')
export class ToolsController {
  constructor(private readonly tools: ToolsService) {}

  /** Special tools the shop has said anything about, and whether it has them. */
  @Get()
  all(): Promise<ToolView[]> {
    return this.tools.all();
  }

  /** Says whether the shop has a tool. */
  @Put()
  @HttpCode(204)
  @May('measure')
  say(@Body() body: OwnTool): Promise<void> {
    return this.tools.say(body);
  }
}

@Module({ controllers: [ToolsController], providers: [ToolsService] })
export class ToolsModule {}
