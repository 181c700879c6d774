import { homedir } from 'node:os';
import { join } from 'node:path';

/** Where the cook's own data lie unless STEEPSIS_DATA says otherwise: outside the program's folder. */
export const dataFolder = (): string =>
  process.env['STEEPSIS_DATA'] ?? join(process.env['XDG_DATA_HOME'] ?? join(homedir(), '.local', 'share'), 'steepsis');
