import { Controller, Get, Module, Param, Post, Res } from '@nestjs/common';
import type { CustomerNow, CustomerView, Trace } from '@tribos/contract';
import type { Response } from 'express';
import { JobsModule } from '../jobs/index.js';
import { May } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { PeopleModule } from '../people/index.js';
import { CustomersService } from './customers.service.js';

@Controller('customers')
export class CustomerNowController {
  constructor(private readonly customers: CustomersService) {}

  /** Customers whose records need not be kept any longer. */
  @Get('past-keeping')
  @May('manage-people')
  pastKeeping(): Promise<CustomerView[]> {
    return this.customers.pastKeeping();
  }

  /** A customer, and the one screen that answers them: their engines, how far each is, what it waits for. */
  @Get(':id')
  now(@Param('id', IdPipe) id: string): Promise<CustomerNow> {
    return this.customers.now(id);
  }

  /** Everything held about a customer, as a file to hand over. */
  @Get(':id/file')
  @May('manage-people')
  async everything(
    @Param('id', IdPipe) id: string,
    @Res({ passthrough: true }) response: Response,
  ): Promise<object> {
    const file = await this.customers.everything(id);
    response.setHeader('content-disposition', `attachment; filename="customer-${id.slice(-6)}.json"`);
    return file;
  }

  /** What would go, and what would stay, were they erased. */
  @Get(':id/traces')
  @May('manage-people')
  traces(@Param('id', IdPipe) id: string): Promise<Trace[]> {
    return this.customers.traces(id);
  }

  /** Erases a customer wherever nothing else is proved by it. */
  @Post(':id/erased')
  @May('manage-people')
  erase(@Param('id', IdPipe) id: string): Promise<CustomerNow> {
    return this.customers.erase(id);
  }
}

export { CustomersService };

@Module({
  imports: [JobsModule, PeopleModule],
  controllers: [CustomerNowController],
  providers: [CustomersService],
})
export class CustomersModule {}
