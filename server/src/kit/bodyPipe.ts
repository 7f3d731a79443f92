import { HttpException, ValidationPipe, type ArgumentMetadata } from '@nestjs/common';
import { refuseLonger, refuseUnbounded } from './bodies.js';
import { ProblemError } from './problems.js';

/** Validation that looks at sizes first, and whose transformer may trip over shapes it never meant to meet: that too is the request's fault. */
export class BodyPipe extends ValidationPipe {
  override async transform(value: unknown, metadata: ArgumentMetadata): Promise<unknown> {
    try {
      if (metadata.type === 'body') {
        refuseUnbounded(value);
        if (metadata.metatype) refuseLonger(value, metadata.metatype);
      }
      return (await super.transform(value, metadata)) as unknown;
    } catch (error) {
      if (error instanceof HttpException) throw error;
      throw new ProblemError(400, 'invalid', 'Nothing was saved: the request does not have its shape.');
    }
  }
}
