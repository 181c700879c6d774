import { createServer as createHttp, type RequestListener, type Server } from 'node:http';
import { createServer as createHttps } from 'node:https';
import { networkInterfaces } from 'node:os';
import type { NestExpressApplication } from '@nestjs/platform-express';
import QRCode from 'qrcode';
import type { LanConfig } from '../shared/config';
import type { Certificate } from './certificate';

/** Addresses of this machine that other machines of the house can reach. */
export const homeAddresses = (): string[] =>
  Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    .filter((a) => a.family === 'IPv4' && !a.internal)
    .map((a) => a.address);

/** Serves the same application at each address of the home network, plainly and by https. They close with it. */
export async function listenAtHome(
  app: NestExpressApplication,
  { addresses, port, httpsPort }: LanConfig,
  { key, cert }: Certificate,
): Promise<void> {
  const handler = app.getHttpAdapter().getInstance() as RequestListener;
  const servers: Server[] = [];
  for (const address of addresses) {
    servers.push(await listening(createHttp(handler), port, address));
    servers.push(await listening(createHttps({ key, cert }, handler), httpsPort, address));
  }
  app.getHttpServer().on('close', () => {
    for (const server of servers) {
      server.close();
      server.closeAllConnections();
    }
  });
}

const listening = (server: Server, port: number, address: string): Promise<Server> =>
  new Promise((ready, failed) => {
    server.once('error', failed);
    server.listen(port, address, () => ready(server));
  });

/** What to type or photograph on the tablet. */
export async function showAtTerminal({ addresses, port, httpsPort }: LanConfig, code: string): Promise<void> {
  const [address] = addresses;
  const url = `https://${address}:${httpsPort}/pair?code=${code}`;
  console.log(
    `Open to the home network, to paired devices alone. The code is ${code.slice(0, 4)} ${code.slice(4)}, good for ten minutes and one device.`,
  );
  console.log(`Alarms, a screen that stays awake and the stove without the server need https: ${url}`);
  console.log('The certificate is made on this machine; a browser asks once whether to trust it.');
  console.log(await QRCode.toString(url, { type: 'terminal', small: true }));
  console.log(`Without https: http://${address}:${port}`);
}
