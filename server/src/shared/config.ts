/** What the server is told from outside: where its data lies, where it listens, and the clock. */
export type Config = {
  databaseFile: string;
  host: string;
  port: number;
  /** folder of the built interface; undefined serves the API alone */
  webFolder: string | undefined;
  now: () => Date;
  /** whether anything runs by itself: simulated instruments, thinning of readings */
  timers: boolean;
  /** addresses of this machine in the home network, where it was opened to that; undefined keeps it to itself */
  lan: LanConfig | undefined;
  /** a folder that every copy of the notebook is put into as well, as on another disk; none where left out */
  secondCopyFolder?: string;
  /** requests of one sender in ten seconds; 400 where left out */
  requestsIn10s?: number;
};

export type LanConfig = { addresses: readonly string[]; port: number; httpsPort: number; fingerprint: string };

export const CONFIG = Symbol('config');
