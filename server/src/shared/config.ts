/** What the server is told from outside: where its data lies, where it listens, and the clock. */
export type Config = {
  databaseFile: string;
  host: string;
  port: number;
  /** folder of the built interface; undefined serves the API alone */
  webFolder: string | undefined;
  now: () => Date;
};

export const CONFIG = Symbol('config');
