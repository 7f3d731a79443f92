import { Controller, Module, Req, Sse, type MessageEvent } from '@nestjs/common';
import { interval, map, merge, type Observable } from 'rxjs';
import { Unscoped, type SignedInRequest } from '../kit/access.js';
import { EventsService } from './events.service.js';

const HEARTBEAT_MS = 20_000;

@Controller('events')
export class EventsController {
  constructor(private readonly events: EventsService) {}

  @Sse()
  @Unscoped()
  stream(@Req() request: SignedInRequest): Observable<MessageEvent> {
    return merge(
      this.events.of(request.who!.shopId).pipe(map((data) => ({ data }))),
      interval(HEARTBEAT_MS).pipe(map(() => ({ type: 'ping', data: '' }))),
    );
  }
}

@Module({ controllers: [EventsController], providers: [EventsService] })
export class EventsModule {}
