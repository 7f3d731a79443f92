import { Injectable, type PipeTransform } from '@nestjs/common';
import { notFound } from './problems.js';

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/u;

/** An id in the address. One that could not be an id is an id of nothing. */
@Injectable()
export class IdPipe implements PipeTransform<string, string> {
  transform(value: string): string {
    if (!UUID.test(value)) throw notFound('thing');
    return value;
  }
}
