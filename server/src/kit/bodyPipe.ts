import { HttpException, ValidationPipe, type ArgumentMetadata } from '@nestjs/common';
import { refuseLonger, refuseUnbounded } from './bodies.js';
import { described } from './described.js';
import { ProblemError } from './problems.js';

/**
 * Looks at sizes first, then has the class of a request validated by the description it was made of. The transformer may
 * trip over shapes it never meant to meet: that too is the request's fault.
 */
export class BodyPipe extends ValidationPipe {
  override async transform(value: unknown, metadata: ArgumentMetadata): Promise<unknown> {
    const shape = metadata.metatype ? described(metadata.metatype) : null;
    try {
      if (metadata.type === 'body') {
        refuseUnbounded(value);
        if (shape) refuseLonger(value, shape);
      }
      return (await super.transform(value, metadata)) as unknown;
    } catch (error) {
      if (error instanceof HttpException) throw error;
      throw new ProblemError(400, 'invalid', 'Nothing was saved: the request does not have its shape.');
    }
  }
}
