import { randomInt, timingSafeEqual } from 'node:crypto';
import type { Socket } from 'node:net';
import { Inject, Injectable } from '@nestjs/common';
import type { LanView } from '@steepsis/contract';
import { CONFIG, type Config } from '../shared/config';
import { notFound, ProblemException } from '../shared/problem.filter';
import { DevicesStore } from './devices.store';

/** A code is good for one device and for this long. */
const CODE_MIN = 10;
/** After so many wrong tries there is a new code; a machine of the network gets no more than so many tries in a minute. */
const WRONG_TRIES = 5;
const TRIES_A_MINUTE = 5;
/** "Last seen" need not be truer than this. */
const SEEN_EVERY_MS = 60_000;

type Code = { digits: string; untilMs: number; wrong: number };

/** Lets devices of the home network in, one by one, by a code that is shown on this machine alone. */
@Injectable()
export class PairingService {
  private code: Code | undefined;
  private readonly tries = new Map<string, number[]>();
  private readonly open = new Map<string, Set<Socket>>();

  constructor(
    private readonly devices: DevicesStore,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async view(): Promise<LanView> {
    const { lan } = this.config;
    if (!lan)
      return {
        on: false,
        http: [],
        https: [],
        fingerprint: undefined,
        code: undefined,
        codeUntil: undefined,
        devices: await this.devices.list(),
      };
    const code = this.current();
    return {
      on: true,
      http: lan.addresses.map((a) => `http://${a}:${lan.port}`),
      https: lan.addresses.map((a) => `https://${a}:${lan.httpsPort}`),
      fingerprint: lan.fingerprint,
      code: code.digits,
      codeUntil: new Date(code.untilMs).toISOString(),
      devices: await this.devices.list(),
    };
  }

  /** The code that is good now: a new one where the last was used, tried too often, or is too old. */
  current(): Code {
    if (!this.code || this.code.untilMs <= this.nowMs()) this.renew();
    return this.code!;
  }

  renew(): Code {
    const digits = Array.from({ length: 8 }, () => randomInt(10)).join('');
    this.code = { digits, untilMs: this.nowMs() + CODE_MIN * 60_000, wrong: 0 };
    return this.code;
  }

  /**
   * @param from the address that asks, for its limit
   * @returns the token of the new device
   */
  async pair(sent: string, name: string, from: string): Promise<string> {
    if (!this.config.lan) throw notFound('pairing', 'pair');
    this.limit(from);
    const digits = sent.replace(/\D/g, '');
    const code = this.current();
    if (digits.length !== 8 || !timingSafeEqual(Buffer.from(digits), Buffer.from(code.digits))) {
      code.wrong += 1;
      if (code.wrong >= WRONG_TRIES) this.renew();
      throw new ProblemException({
        type: 'wrong-code',
        title: 'Wrong code',
        status: 403,
        detail:
          'That is not the code that Steepsis shows now. Look at the terminal or the Kitchen page of its machine.',
      });
    }
    this.code = undefined;
    return this.devices.pair(name.trim(), this.config.now().toISOString());
  }

  /** Whether a request with this token may come in. What it came by is cut when its device is shut out. */
  async letIn(token: string | undefined, by: Socket): Promise<boolean> {
    if (!token) return false;
    const device = await this.devices.knows(token);
    if (!device) return false;
    this.remember(device.id, by);
    const nowMs = this.nowMs();
    if (nowMs - Date.parse(device.lastSeenAt) > SEEN_EVERY_MS)
      await this.devices.seen(device.id, new Date(nowMs).toISOString());
    return true;
  }

  async revoke(id: string): Promise<void> {
    if (!(await this.devices.revoke(id, this.config.now().toISOString()))) throw notFound('device', id);
    // An open stream would go on telling it what changes.
    for (const socket of this.open.get(id) ?? []) socket.destroy();
    this.open.delete(id);
  }

  private remember(id: string, socket: Socket): void {
    const sockets = this.open.get(id) ?? new Set<Socket>();
    this.open.set(id, sockets);
    if (sockets.has(socket)) return;
    sockets.add(socket);
    socket.once('close', () => sockets.delete(socket));
  }

  private limit(from: string): void {
    const nowMs = this.nowMs();
    const recent = (this.tries.get(from) ?? []).filter((t) => t > nowMs - 60_000);
    if (recent.length >= TRIES_A_MINUTE)
      throw new ProblemException({
        type: 'too-many-requests',
        title: 'Too many tries',
        status: 429,
        detail: 'Please wait a minute and try again.',
      });
    // The network has only so many machines; who makes up addresses does not fill this memory.
    if (this.tries.size > 1000) this.tries.clear();
    this.tries.set(from, [...recent, nowMs]);
  }

  private nowMs(): number {
    return this.config.now().getTime();
  }
}
