import { Controller, Module, Req, Sse, type MessageEvent } from '@nestjs/common';
import { concatMap, interval, map, merge, takeUntil, takeWhile, type Observable } from 'rxjs';
import { Sessions, Unscoped, type SignedInRequest } from '../kit/access.js';
import { EventsService } from './events.service.js';

const HEARTBEAT_MS = 20_000;

@Controller('events')
export class EventsController {
  constructor(
    private readonly events: EventsService,
    private readonly sessions: Sessions,
  ) {}

  /** News of a shop, for as long as the session stands that asked for it. */
  @Sse()
  @Unscoped()
  stream(@Req() request: SignedInRequest): Observable<MessageEvent> {
    const { shopId } = request.who!;
    const session = this.sessions.hashOf(request)!;
    // One that ran out, or whose end was missed while the database was away, is seen at the next beat.
    const beats = interval(HEARTBEAT_MS).pipe(
      concatMap(() => this.sessions.stands(session)),
      map((stands) => ({ stands, event: { type: 'ping', data: '' } })),
    );
    const news = this.events.of(shopId).pipe(map((data) => ({ stands: true, event: { data } })));
    return merge(news, beats).pipe(
      takeWhile(({ stands }) => stands),
      map(({ event }) => event),
      takeUntil(merge(this.events.ends(session), this.events.closing)),
    );
  }
}

@Module({ controllers: [EventsController], providers: [EventsService, Sessions], exports: [EventsService] })
export class EventsModule {}
