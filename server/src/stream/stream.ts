import { Controller, Injectable, Sse, type MessageEvent } from '@nestjs/common';
import { SkipThrottle } from '@nestjs/throttler';
import { interval, map, merge, Subject, type Observable } from 'rxjs';
import type { StreamMessage } from '@steepsis/contract';

/** Tells every open page which batch has changed; pages then ask for it. */
@Injectable()
export class StreamService {
  private readonly changes = new Subject<StreamMessage>();

  announce(message: StreamMessage): void {
    this.changes.next(message);
  }

  /** For other parts of the server. */
  heard(listen: (message: StreamMessage) => void): void {
    this.changes.subscribe(listen);
  }

  messages(): Observable<MessageEvent> {
    const ping = interval(15_000).pipe(map((): MessageEvent => ({ type: 'ping', data: '' })));
    return merge(this.changes.pipe(map((data): MessageEvent => ({ data }))), ping);
  }
}

@SkipThrottle()
@Controller('api/stream')
export class StreamController {
  constructor(private readonly stream: StreamService) {}

  @Sse()
  open(): Observable<MessageEvent> {
    return this.stream.messages();
  }
}
