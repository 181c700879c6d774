import { createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import { request, type RequestOptions } from 'node:https';
import type { IncomingMessage } from 'node:http';
import type { TLSSocket } from 'node:tls';
import { certificateFor } from '../src/lan/certificate';
import { listenAtHome } from '../src/lan/homeNetwork';
import { TestServer } from './testServer';

// The https listener as a tablet meets it, at a second loopback address that stands for this machine's own in the network.

const ADDRESS = '127.0.0.2';
let server: TestServer;
let httpsPort = 0;
let fingerprint = '';

const freePort = (): Promise<number> =>
  new Promise((done) => {
    const probe = createServer();
    probe.listen(0, ADDRESS, () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => done(port));
    });
  });

beforeAll(async () => {
  server = new TestServer();
  const certificate = await certificateFor([ADDRESS], server.folder, server.now);
  fingerprint = certificate.fingerprint;
  const port = await freePort();
  httpsPort = await freePort();
  server.lan = { addresses: [ADDRESS], port, httpsPort, fingerprint };
  await server.start();
  await server.application.listen(0, '127.0.0.1');
  await listenAtHome(server.application, server.lan, certificate);
});
afterAll(() => server.stop());

type Answer = { status: number; headers: IncomingMessage['headers']; body: string; peer: string };
function ask(path: string, options: RequestOptions = {}, form?: string): Promise<Answer> {
  return new Promise((done, failed) => {
    const q = request(
      {
        host: ADDRESS,
        port: httpsPort,
        path,
        rejectUnauthorized: false,
        ...options,
        headers: {
          host: `${ADDRESS}:${httpsPort}`,
          ...(form ? { 'content-type': 'application/x-www-form-urlencoded', 'content-length': form.length } : {}),
          ...options.headers,
        },
      },
      (answer) => {
        const peer = (answer.socket as TLSSocket).getPeerCertificate().fingerprint256;
        let body = '';
        answer.on('data', (chunk: Buffer) => (body += chunk.toString()));
        answer.on('end', () => done({ status: answer.statusCode!, headers: answer.headers, body, peer }));
      },
    );
    q.on('error', failed);
    q.end(form);
  });
}

describe('the https listener', () => {
  it('shows the certificate that the terminal told of, made for this address and for years', async () => {
    expect((await ask('/pair')).peer).toBe(fingerprint);
    const again = await certificateFor([ADDRESS], server.folder, server.now);
    expect(again.fingerprint).toBe(fingerprint);
    const other = await certificateFor(['127.0.0.3'], server.folder, server.now);
    expect(other.fingerprint).not.toBe(fingerprint);
  });
  it('lets nobody in unpaired; a paired device has a cookie that goes over https alone', async () => {
    expect((await ask('/api/batches')).status).toBe(401);
    const code = (await server.http.get('/api/lan')).body.code as string;
    const origin = `https://${ADDRESS}:${httpsPort}`;
    const paired = await ask(
      '/api/pair',
      { method: 'POST', headers: { origin, 'sec-fetch-site': 'same-origin' } },
      `code=${code}&name=Tablet`,
    );
    expect(paired.status).toBe(303);
    const [cookie] = paired.headers['set-cookie']!;
    expect(cookie).toMatch(/HttpOnly; SameSite=Strict; Path=\/; Max-Age=\d+; Secure$/);
    const own = { cookie: cookie!.split(';')[0]! };
    expect((await ask('/api/batches', { headers: own })).status).toBe(200);
    expect((await ask('/api/batches', { headers: { ...own, 'sec-fetch-site': 'cross-site' } })).status).toBe(403);
  });
  it('answers to no other name', async () =>
    expect((await ask('/', { headers: { host: 'elsewhere.example' } })).status).toBe(403));
});
