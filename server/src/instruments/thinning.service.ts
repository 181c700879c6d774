import { Inject, Injectable, Logger, type OnApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import { CONFIG, type Config } from '../shared/config';
import { ReadingsStore } from './readings.store';

const HOUR_MS = 3_600_000;
/** Nobody waits for it, so it begins when the first pages have been served. */
const FIRST_MS = 60_000;

/** Lets readings grow sparser with age, once an hour. */
@Injectable()
export class ThinningService implements OnModuleInit, OnApplicationShutdown {
  private readonly log = new Logger('readings');
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly store: ReadingsStore,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  onModuleInit(): void {
    if (this.config.timers) this.schedule(FIRST_MS);
  }

  onApplicationShutdown(): void {
    clearTimeout(this.timer);
  }

  private schedule(inMs: number): void {
    this.timer = setTimeout(() => {
      void this.store
        .thin(this.config.now().getTime())
        .catch((error: unknown) => this.log.warn(String(error)))
        .finally(() => this.schedule(HOUR_MS));
    }, inMs);
    this.timer.unref();
  }
}
