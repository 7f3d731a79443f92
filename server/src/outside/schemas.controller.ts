import { Controller, Get } from '@nestjs/common';
import { answerSchema, orderSchema } from '@tribos/core';
import { Open } from '../kit/access.js';

/** What goes over a firm's line, as it is published. */
@Controller('schemas')
export class SchemasController {
  @Get('outside-order.v1.json')
  @Open()
  order() {
    return orderSchema;
  }

  @Get('outside-answer.v1.json')
  @Open()
  answer() {
    return answerSchema;
  }
}
