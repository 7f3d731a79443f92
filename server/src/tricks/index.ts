import { Body, Controller, Delete, Get, HttpCode, Injectable, Module, Param, Post } from '@nestjs/common';
import { InjectModel, SequelizeModule } from '@nestjs/sequelize';
import { NewTrick, type TrickView } from '@tribos/contract';
import { Column, PrimaryKey } from 'sequelize-typescript';
import { May } from '../kit/access.js';
import { notFound } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { day, ShopRow, ShopTable, text, time, uuid } from '../kit/table.js';
import { today } from '../kit/today.js';
import { IdPipe } from '../kit/uuid.js';
import { EnginesService, SpecsModule } from '../specs/index.js';

/** A trick of an engine. */
@ShopTable('tricks')
export class TrickModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(uuid) declare engineId: string;
  @Column(text) declare station: string;
  @Column(text) declare text: string;
  @Column(uuid) declare jobId: string | null;
  @Column(uuid) declare photoId: string | null;
  @Column(text) declare by: string;
  @Column(time) declare at: Date;
  @Column(day) declare goneOn: string | null;
}

const viewOf = (t: TrickModel): TrickView => ({
  id: t.id,
  station: t.station,
  text: t.text,
  jobId: t.jobId,
  photoId: t.photoId,
  by: t.by,
  at: t.at.toISOString(),
});

/** What somebody found out about an engine comes up where it helps, on the next one. */
@Injectable()
export class TricksService {
  constructor(
    @InjectModel(TrickModel) private readonly tricks: typeof TrickModel,
    private readonly engines: EnginesService,
    private readonly scope: Scope,
  ) {}

  async of(engineId: string): Promise<TrickView[]> {
    if (!(await this.engines.has(engineId))) throw notFound('engine');
    return (await this.tricks.findAll({ where: { engineId, goneOn: null }, order: [['at', 'DESC']] })).map(
      viewOf,
    );
  }

  async pin(engineId: string, body: NewTrick): Promise<TrickView[]> {
    if (!(await this.engines.has(engineId))) throw notFound('engine');
    const { shopId, name: by } = this.scope.who;
    await this.tricks.bulkCreate([{ ...body, shopId, engineId, by, at: new Date(), goneOn: null }], {
      ignoreDuplicates: true,
    });
    return this.of(engineId);
  }

  /** It helps no more. */
  async unpin(engineId: string, id: string): Promise<void> {
    const [changed] = await this.tricks.update({ goneOn: today() }, { where: { id, engineId } });
    if (changed === 0) throw notFound('trick');
  }
}

@Controller('engines/:id/tricks')
export class TricksController {
  constructor(private readonly tricks: TricksService) {}

  /** Tricks and last times pinned to the steps of an engine. */
  @Get()
  list(@Param('id', IdPipe) id: string): Promise<TrickView[]> {
    return this.tricks.of(id);
  }

  /** Pins a sentence to a step of this engine. */
  @Post()
  @May('measure')
  pin(@Param('id', IdPipe) id: string, @Body() body: NewTrick): Promise<TrickView[]> {
    return this.tricks.pin(id, body);
  }

  /** Takes a trick down. */
  @Delete(':trickId')
  @HttpCode(204)
  @May('measure')
  unpin(@Param('id', IdPipe) id: string, @Param('trickId', IdPipe) trickId: string): Promise<void> {
    return this.tricks.unpin(id, trickId);
  }
}

@Module({
  imports: [SequelizeModule.forFeature([TrickModel]), SpecsModule],
  controllers: [TricksController],
  providers: [TricksService],
})
export class TricksModule {}
