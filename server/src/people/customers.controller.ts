import { Controller, Get, Query } from '@nestjs/common';
import type { CustomerView } from '@tribos/contract';
import { ShopService } from './shop.service.js';

@Controller()
export class CustomersController {
  constructor(private readonly shop: ShopService) {}

  @Get('customers')
  search(@Query('search') search?: string): Promise<CustomerView[]> {
    return this.shop.searchCustomers(
      typeof search === 'string' ? search.replaceAll('\u0000', '').slice(0, 100) : '',
    );
  }
}
