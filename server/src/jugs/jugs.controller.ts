import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import {
  jugEventSchema,
  startJugSchema,
  type JugList,
  type JugSay,
  type JugView,
  type StartJug,
} from '@steepsis/contract';
import { Intake } from '../shared/intake';
import { JugsService } from './jugs.service';

@Controller('api/jugs')
export class JugsController {
  constructor(
    private readonly jugs: JugsService,
    private readonly intake: Intake,
  ) {}

  @Get()
  list(): Promise<JugList> {
    return this.jugs.list();
  }

  @Post()
  start(@Body() body: unknown): Promise<JugView> {
    return this.jugs.start(this.intake.accept<StartJug>(startJugSchema, body));
  }

  @Get(':id')
  view(@Param('id') id: string): Promise<JugView> {
    return this.jugs.view(id);
  }

  @Post(':id/events')
  @HttpCode(200)
  append(@Param('id') id: string, @Body() body: unknown): Promise<JugView> {
    const type = (body as { type?: unknown } | null)?.type;
    const { v: _version, ...event } = this.intake.accept<JugSay & { id: string; at: string; v: 1 }>(
      jugEventSchema(type),
      body,
    );
    return this.jugs.append(id, event);
  }
}
