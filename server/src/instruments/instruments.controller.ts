import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  Param,
  Post,
  Put,
  Res,
  Sse,
  type ExecutionContext,
  type MessageEvent,
} from '@nestjs/common';
import { SkipThrottle, Throttle } from '@nestjs/throttler';
import { READING_RANGES, type Attached, type InstrumentKind, type Misbehaviour } from '@steepsis/core';
import {
  attachSchema,
  misbehaveSchema,
  readingsSchema,
  registerInstrumentSchema,
  simulateSchema,
  type BatchReadings,
  type InstrumentList,
  type InstrumentView,
  type ReadingsStored,
  type RegisterInstrument,
} from '@steepsis/contract';
import type { Response } from 'express';
import { once } from 'node:events';
import Papa from 'papaparse';
import { interval, map, merge, type Observable } from 'rxjs';
import { Intake } from '../shared/intake';
import { invalidInput } from '../shared/problem.filter';
import { BatchesService } from '../batches/batches.service';
import { InstrumentsService } from './instruments.service';
import { SimulatedService } from './simulated.service';

const PING_MS = 15_000;
/** Sends of one instrument: ten a second, of many readings each. */
const SENDS = { ttl: 10_000, limit: 100 };
const idOf = (context: ExecutionContext): string =>
  context.switchToHttp().getRequest<{ params: { id?: string } }>().params.id ?? '';

/** The protocol of instruments, docs/instruments.md. */
@Controller('api')
export class InstrumentsController {
  constructor(
    private readonly instruments: InstrumentsService,
    private readonly simulated: SimulatedService,
    private readonly batches: BatchesService,
    private readonly intake: Intake,
  ) {}

  @Get('instruments')
  async list(): Promise<InstrumentList> {
    const instruments = (await this.instruments.list()).map((i) => this.told(i));
    return { instruments, serverNow: this.batches.serverNow() };
  }

  @SkipThrottle()
  @Sse('instruments/stream')
  stream(): Observable<MessageEvent> {
    const ping = interval(PING_MS).pipe(map((): MessageEvent => ({ type: 'ping', data: '' })));
    const said = this.instruments
      .observed()
      .pipe(map(({ instruments }): MessageEvent => ({ data: { instruments: instruments.map((i) => this.told(i)) } })));
    return merge(said, ping);
  }

  @Post('instruments/simulated')
  async simulate(@Body() body: unknown): Promise<InstrumentView> {
    const { kind } = this.intake.accept<{ kind: InstrumentKind }>(simulateSchema, body);
    return this.told(await this.simulated.add(kind));
  }

  /** A simulated one goes for good, with what it said; a real one is a thing of the kitchen and stays known. */
  @Delete('instruments/:id')
  async remove(@Param('id') id: string): Promise<InstrumentList> {
    await this.simulated.remove(id);
    return this.list();
  }

  @Put('instruments/:id')
  register(@Param('id') id: string, @Body() body: unknown): Promise<InstrumentView> {
    const { name, kind } = this.intake.accept<RegisterInstrument>(registerInstrumentSchema, body);
    return this.instruments.register(requireId(id), name, kind);
  }

  @Put('instruments/:id/attached')
  async attach(@Param('id') id: string, @Body() body: unknown): Promise<InstrumentView> {
    const { batchId, brewId } = this.intake.accept<Partial<Attached>>(attachSchema, body);
    const attached = batchId !== undefined && brewId !== undefined ? { batchId, brewId } : undefined;
    return this.told(await this.instruments.attach(id, attached));
  }

  @Put('instruments/:id/misbehaves')
  async misbehave(@Param('id') id: string, @Body() body: unknown): Promise<InstrumentView> {
    await this.simulated.misbehave(
      id,
      this.intake.accept<{ misbehaves: Misbehaviour }>(misbehaveSchema, body).misbehaves,
    );
    return this.told(await this.instruments.view(id));
  }

  /** By a limit of its own: what sends too often is told so, and what else speaks from the same place is heard. */
  @Throttle({
    default: { ...SENDS, generateKey: (context) => `readings/${idOf(context)}`, getTracker: () => 'instrument' },
  })
  @Post('instruments/:id/readings')
  @HttpCode(200)
  take(@Param('id') id: string, @Body() body: unknown): Promise<ReadingsStored> {
    const { readings } = this.intake.accept<{ readings: { at: string; value: number }[] }>(readingsSchema, body);
    return this.instruments.take(id, readings);
  }

  /** A piece after the other, so that a year of readings is never in one hand. */
  @Get('instruments/:id/readings.csv')
  @Header('Content-Type', 'text/csv; charset=utf-8')
  @Header('Content-Disposition', 'attachment; filename="readings.csv"')
  async csv(@Param('id') id: string, @Res() response: Response): Promise<void> {
    const { name, kind } = await this.instruments.require(id);
    const { unit } = READING_RANGES[kind];
    // A name may begin like a formula; a table program is to show it, not to run it.
    const lines = (rows: readonly (readonly (string | number)[])[]): string =>
      Papa.unparse(rows as (string | number)[][], { escapeFormulae: /^[=+@\t\r]/ });
    response.write(lines([['time (UTC)', `value (${unit})`, 'instrument']]));
    for await (const piece of this.instruments.piecesOfReadings(id)) {
      const more = response.write(`\r\n${lines(piece.map((r) => [new Date(r.atMs).toISOString(), r.value, name]))}`);
      if (!more) await once(response, 'drain');
    }
    response.end();
  }

  @Get('batches/:id/readings')
  async ofBatch(@Param('id') id: string): Promise<BatchReadings> {
    await this.batches.view(id);
    return this.instruments.ofBatch(id);
  }

  private told(view: InstrumentView): InstrumentView {
    return view.simulated ? { ...view, misbehaves: this.simulated.misbehaves(view.id) } : view;
  }
}

/** Ids are chosen by the instrument: letters, digits, dash and underscore. */
function requireId(id: string): string {
  if (/^[A-Za-z0-9][A-Za-z0-9_-]{0,59}$/.test(id)) return id;
  throw invalidInput([
    { field: 'id', accepted: 'up to 60 letters, digits, - and _', got: JSON.stringify(id.slice(0, 60)) },
  ]);
}
