import { Body, Controller, Delete, Get, Put } from '@nestjs/common';
import { BenchBody, BenchName, ShopRulesBody, ShopSettings, type ShopView } from '@tribos/contract';
import { May } from '../kit/access.js';
import { ShopService } from './shop.service.js';

@Controller('shop')
export class ShopController {
  constructor(private readonly shop: ShopService) {}

  /** The shop: its name, units, rules, benches. */
  @Get()
  view(): Promise<ShopView> {
    return this.shop.view();
  }

  /** Changes the shop’s name, units or rules. */
  @Put()
  @May('manage-shop')
  change(@Body() body: ShopSettings): Promise<ShopView> {
    return this.shop.change(body);
  }

  /** Sets the shop’s rules over many engines, each one line with its reason. */
  @Put('rules')
  @May('manage-shop')
  changeRules(@Body() body: ShopRulesBody): Promise<ShopView> {
    return this.shop.changeRules(body);
  }

  /** Enters a bench, or gives it another name. */
  @Put('benches')
  @May('manage-shop')
  keepBench(@Body() body: BenchBody): Promise<ShopView> {
    return this.shop.keepBench(body);
  }

  /** Takes a bench away that nothing stands on. */
  @Delete('benches')
  @May('manage-shop')
  removeBench(@Body() body: BenchName): Promise<ShopView> {
    return this.shop.removeBench(body.name);
  }
}
