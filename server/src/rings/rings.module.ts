import { Module } from '@nestjs/common';
import { FilingsController } from './filings.controller.js';

@Module({ controllers: [FilingsController] })
export class RingsModule {}
