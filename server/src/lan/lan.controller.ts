import { Body, Controller, Delete, Get, HttpCode, Param, Post, Req, Res } from '@nestjs/common';
import type { Request, Response } from 'express';
import { pairSchema, type LanView } from '@steepsis/contract';
import { Intake } from '../shared/intake';
import { ProblemException } from '../shared/problem.filter';
import { DEVICE_COOKIE, refuseFromOutside } from './lanGate';
import { pairingPage } from './pairingPage';
import { PairingService } from './pairing.service';

const YEAR_S = 365 * 86_400;

@Controller('api')
export class LanController {
  constructor(
    private readonly pairing: PairingService,
    private readonly intake: Intake,
  ) {}

  @Get('lan')
  view(@Req() request: Request): Promise<LanView> {
    refuseFromOutside(request);
    return this.pairing.view();
  }

  @Post('lan/code')
  @HttpCode(200)
  code(@Req() request: Request): Promise<LanView> {
    refuseFromOutside(request);
    this.pairing.renew();
    return this.pairing.view();
  }

  @Delete('lan/devices/:id')
  async revoke(@Req() request: Request, @Param('id') id: string): Promise<LanView> {
    refuseFromOutside(request);
    await this.pairing.revoke(id);
    return this.pairing.view();
  }

  /** From the form of the pairing page, which runs no script; goes on to the bench or back to the form. */
  @Post('pair')
  async pair(@Req() request: Request, @Res() response: Response, @Body() body: unknown): Promise<void> {
    try {
      const { code, name } = this.intake.accept<{ code: string; name: string }>(pairSchema, body);
      const token = await this.pairing.pair(code, name, request.socket.remoteAddress ?? 'unknown');
      const secure = request.secure ? '; Secure' : '';
      response.setHeader(
        'Set-Cookie',
        `${DEVICE_COOKIE}=${token}; HttpOnly; SameSite=Strict; Path=/; Max-Age=${YEAR_S}${secure}`,
      );
      response.redirect(303, '/');
    } catch (error) {
      if (!(error instanceof ProblemException)) throw error;
      response.status(error.problem.status).type('html').send(pairingPage(error.problem.detail));
    }
  }
}
