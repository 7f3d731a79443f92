import { Body, Controller, Get, Param, Patch, Query } from '@nestjs/common';
import { Retire, type CustomerView } from '@tribos/contract';
import { May } from '../kit/access.js';
import { IdPipe } from '../kit/uuid.js';
import { ShopService } from './shop.service.js';

@Controller()
export class CustomersController {
  constructor(private readonly shop: ShopService) {}

  /** Customers whose name or number begins as what is typed. */
  @Get('customers')
  search(@Query('search') search?: string): Promise<CustomerView[]> {
    return this.shop.searchCustomers(
      typeof search === 'string' ? search.replaceAll('\u0000', '').slice(0, 100) : '',
    );
  }

  /** Puts a customer away, or takes them out again. */
  @Patch('customers/:id/retired')
  @May('edit-job')
  retire(@Param('id', IdPipe) id: string, @Body() body: Retire): Promise<CustomerView> {
    return this.shop.retireCustomer(id, body);
  }
}
