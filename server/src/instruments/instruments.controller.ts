import { Body, Controller, Get, Header, HttpCode, Param, Post, Put, Sse, type MessageEvent } from '@nestjs/common';
import { SkipThrottle } from '@nestjs/throttler';
import { READING_RANGES, type Attached, type InstrumentKind, type Misbehaviour } from '@steepsis/core';
import {
  attachSchema,
  check,
  misbehaveSchema,
  readingsSchema,
  registerInstrumentSchema,
  simulateSchema,
  type BatchReadings,
  type InstrumentList,
  type InstrumentView,
  type RegisterInstrument,
} from '@steepsis/contract';
import Papa from 'papaparse';
import { interval, map, merge, type Observable } from 'rxjs';
import { accept, invalidInput } from '../shared/problem.filter';
import { BatchesService } from '../batches/batches.service';
import { InstrumentsService } from './instruments.service';
import { SimulatedService } from './simulated.service';

const PING_MS = 15_000;

/** The protocol of instruments, docs/instruments.md. */
@Controller('api')
export class InstrumentsController {
  constructor(
    private readonly instruments: InstrumentsService,
    private readonly simulated: SimulatedService,
    private readonly batches: BatchesService,
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
    const { kind } = accept<{ kind: InstrumentKind }>(check(simulateSchema, body));
    return this.told(await this.simulated.add(kind));
  }

  @Put('instruments/:id')
  register(@Param('id') id: string, @Body() body: unknown): Promise<InstrumentView> {
    const { name, kind } = accept<RegisterInstrument>(check(registerInstrumentSchema, body));
    return this.instruments.register(requireId(id), name, kind);
  }

  @Put('instruments/:id/attached')
  async attach(@Param('id') id: string, @Body() body: unknown): Promise<InstrumentView> {
    const { batchId, brewId } = accept<Partial<Attached>>(check(attachSchema, body));
    const attached = batchId !== undefined && brewId !== undefined ? { batchId, brewId } : undefined;
    return this.told(await this.instruments.attach(id, attached));
  }

  @Put('instruments/:id/misbehaves')
  async misbehave(@Param('id') id: string, @Body() body: unknown): Promise<InstrumentView> {
    await this.simulated.misbehave(id, accept<{ misbehaves: Misbehaviour }>(check(misbehaveSchema, body)).misbehaves);
    return this.told(await this.instruments.view(id));
  }

  @Post('instruments/:id/readings')
  @HttpCode(200)
  take(@Param('id') id: string, @Body() body: unknown): Promise<{ stored: number }> {
    const { readings } = accept<{ readings: { at: string; value: number }[] }>(check(readingsSchema, body));
    return this.instruments.take(id, readings);
  }

  @Get('instruments/:id/readings.csv')
  @Header('Content-Type', 'text/csv; charset=utf-8')
  @Header('Content-Disposition', 'attachment; filename="readings.csv"')
  async csv(@Param('id') id: string): Promise<string> {
    const { name, kind } = await this.instruments.require(id);
    const rows = (await this.instruments.allReadings(id)).map((r) => [
      new Date(r.atMs).toISOString(),
      r.value,
      READING_RANGES[kind].unit,
      name,
    ]);
    // A name may begin like a formula; a table program is to show it, not to run it.
    return Papa.unparse(
      { fields: ['time', 'value', 'unit', 'instrument'], data: rows },
      { escapeFormulae: /^[=+@\t\r]/ },
    );
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
