import { Controller, Get } from '@nestjs/common';
import { answerSchema, orderSchema } from '@tribos/core';
import { Open } from '../kit/access.js';

/** What goes over a firm's line, as it is published. */
@Controller('schemas')
export class SchemasController {
  /** The published schema of what is sent to a firm. */
  @Get('outside-order.v1.json')
  @Open()
  order(): object {
    return orderSchema;
  }

  /** The published schema of what a firm answers. */
  @Get('outside-answer.v1.json')
  @Open()
  answer(): object {
    return answerSchema;
  }
}
