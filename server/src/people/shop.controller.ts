import { Body, Controller, Delete, Get, Put } from '@nestjs/common';
import { BenchBody, BenchName, ShopSettings, type ShopView } from '@tribos/contract';
import { May } from '../kit/access.js';
import { ShopService } from './shop.service.js';

@Controller('shop')
export class ShopController {
  constructor(private readonly shop: ShopService) {}

  @Get()
  view(): Promise<ShopView> {
    return this.shop.view();
  }

  @Put()
  @May('manage-shop')
  change(@Body() body: ShopSettings): Promise<ShopView> {
    return this.shop.change(body);
  }

  @Put('benches')
  @May('manage-shop')
  keepBench(@Body() body: BenchBody): Promise<ShopView> {
    return this.shop.keepBench(body);
  }

  @Delete('benches')
  @May('manage-shop')
  removeBench(@Body() body: BenchName): Promise<ShopView> {
    return this.shop.removeBench(body.name);
  }
}
