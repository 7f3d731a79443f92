import { Body, Controller, Delete, Get, HttpCode, Injectable, Module, Param, Post } from '@nestjs/common';
import { InjectModel, SequelizeModule } from '@nestjs/sequelize';
import { NewArrival, OpenArrival, type ArrivalView, type JobView } from '@tribos/contract';
import { Column, PrimaryKey } from 'sequelize-typescript';
import { JobsModule, JobsService } from '../jobs/index.js';
import { May } from '../kit/access.js';
import { notFound } from '../kit/problems.js';
import { Scope } from '../kit/scope.js';
import { integer, ShopRow, ShopTable, text, time, uuid } from '../kit/table.js';
import { IdPipe } from '../kit/uuid.js';
import { AuditService, PeopleModule, ShopService } from '../people/index.js';

/** Something that came in before anybody knew which engine it is. */
@ShopTable('arrivals')
export class ArrivalModel extends ShopRow {
  @PrimaryKey @Column(uuid) declare id: string;
  @Column(integer) declare number: number;
  @Column(text) declare customer: string;
  @Column(text) declare phone: string;
  @Column(text) declare machine: string;
  @Column(text) declare complaint: string;
  @Column(text) declare by: string;
  @Column(time) declare at: Date;
}

const viewOf = (a: ArrivalModel): ArrivalView => ({
  id: a.id,
  number: a.number,
  customer: a.customer,
  phone: a.phone,
  machine: a.machine,
  complaint: a.complaint,
  by: a.by,
  at: a.at.toISOString(),
});

@Injectable()
export class ArrivalsService {
  constructor(
    @InjectModel(ArrivalModel) private readonly arrivals: typeof ArrivalModel,
    private readonly jobs: JobsService,
    private readonly shop: ShopService,
    private readonly scope: Scope,
    private readonly audit: AuditService,
  ) {}

  async list(): Promise<ArrivalView[]> {
    return (await this.arrivals.findAll({ order: [['number', 'DESC']], limit: 100 })).map(viewOf);
  }

  async view(id: string): Promise<ArrivalView> {
    return viewOf(await this.row(id));
  }

  async add(body: NewArrival): Promise<ArrivalView> {
    const before = await this.arrivals.findOne({ where: { id: body.id } });
    if (before) return viewOf(before);
    const { shopId, name: by } = this.scope.who;
    const number = await this.shop.takeJobNumber();
    const row = await this.arrivals.create({ ...body, shopId, number, by, at: new Date() });
    this.audit.note('came in', body.id, { number });
    return viewOf(row);
  }

  /** It is known which engine it is: the job has its id, its number and its photos. */
  async open(id: string, { engineId }: OpenArrival): Promise<JobView> {
    const row = await this.row(id);
    const { customer, phone, machine, complaint, number } = row;
    const said = [machine, complaint]
      .map((t) => t.trim())
      .filter(Boolean)
      .join('. ');
    const view = await this.jobs.create(
      {
        id,
        engineId,
        customer,
        phone,
        engineNumber: '',
        use: '',
        complaint: said,
        bench: null,
        promised: null,
        plan: 'usual',
        seized: false,
        fittedPiston: null,
      },
      number,
    );
    await row.destroy();
    return view;
  }

  /** It was taken away again, or came in twice. */
  async remove(id: string): Promise<void> {
    const row = await this.row(id);
    await row.destroy();
    this.audit.note('went away again', id, { number: row.number });
  }

  private async row(id: string): Promise<ArrivalModel> {
    const row = await this.arrivals.findOne({ where: { id } });
    if (!row) throw notFound('arrival');
    return row;
  }
}

@Controller('arrivals')
export class ArrivalsController {
  constructor(private readonly arrivals: ArrivalsService) {}

  /** What came in and is no job yet. */
  @Get()
  list(): Promise<ArrivalView[]> {
    return this.arrivals.list();
  }

  /** One arrival, with its number and what was said of it. */
  @Get(':id')
  view(@Param('id', IdPipe) id: string): Promise<ArrivalView> {
    return this.arrivals.view(id);
  }

  /** Takes an engine in by name and number plate alone. */
  @Post()
  @May('edit-job')
  add(@Body() body: NewArrival): Promise<ArrivalView> {
    return this.arrivals.add(body);
  }

  /** Opens a job on what came in. */
  @Post(':id/job')
  @May('edit-job')
  open(@Param('id', IdPipe) id: string, @Body() body: OpenArrival): Promise<JobView> {
    return this.arrivals.open(id, body);
  }

  /** Takes an arrival back that nothing came of. */
  @Delete(':id')
  @HttpCode(204)
  @May('edit-job')
  remove(@Param('id', IdPipe) id: string): Promise<void> {
    return this.arrivals.remove(id);
  }
}

@Module({
  imports: [SequelizeModule.forFeature([ArrivalModel]), JobsModule, PeopleModule],
  controllers: [ArrivalsController],
  providers: [ArrivalsService],
})
export class IntakeModule {}
